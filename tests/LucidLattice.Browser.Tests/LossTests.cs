using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>What an author has typed or started is never lost and never ends in another report, however it is left.</summary>
[Collection(Browser.OneAtATime)]
public sealed class LossTests : IClassFixture<Browser>
{
    private readonly Browser _browser;

    public LossTests(Browser shared)
    {
        _browser = shared;
        _browser.Complaints();
    }

    [Theory]
    [InlineData("route-performance", "[data-element=t1]", "Words", "Routes, typed and left")]
    [InlineData("route-performance", "[data-band=reportHeader] [data-element^=ch]", "Title", "Charted, typed and left")]
    public void A_setting_is_taken_when_the_page_is_clicked(string report, string element, string setting, string words)
    {
        _browser.Go(_browser.OwnCopy(report));
        _browser.Click(element);
        Type(setting, words);
        _browser.Click("[data-band=detail]");
        _browser.Says("[data-band=reportHeader] svg", words);
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Theory]
    [InlineData(null, "Title", "Calls, typed and reloaded")]
    [InlineData("[data-element=t1]", "Words", "Words, typed and reloaded")]
    public void A_setting_is_taken_when_the_page_is_loaded_anew(string? element, string setting, string words)
    {
        _browser.Go(_browser.OwnCopy("sailings-by-outcome"));
        _browser.Find("[data-band=detail] svg");
        if (element is not null) _browser.Click(element);
        Type(setting, words);
        _browser.Driver.Navigate().Refresh();
        _browser.Until(() => _browser.Driver.FindElement(By.TagName("body")).Text.Contains(words), "what was typed is there again");
        _browser.Says("header", "All changes saved");
    }

    [Fact]
    public void What_is_under_way_in_one_report_is_not_stored_in_another()
    {
        var mine = _browser.OwnCopy("route-performance");
        _browser.Go(mine);
        _browser.Find("[data-band=detail] svg");
        SlowAnswers();
        _browser.Click("[aria-label='heading Vessel']");
        _browser.Press(Keys.Delete);
        Visit("/compose/sailings-by-outcome");
        _browser.Find("[data-band=detail] svg");
        _browser.Says("header", "All changes saved");
        var other = _browser.Find("header").Text;
        Assert.DoesNotContain("Route performance", other);
        _browser.Go("/compose/sailings-by-outcome");
        _browser.Find("[data-band=detail] svg");
        Assert.Equal(other.Split('\n')[0], _browser.Find("header").Text.Split('\n')[0]);
        _browser.Go(mine);
        _browser.Find("[data-band=detail] svg");
        _browser.Gone("[aria-label='heading Vessel']");
    }

    [Fact]
    public void What_is_done_while_an_answer_is_awaited_comes_after_it()
    {
        _browser.Go(_browser.OwnCopy("delays-by-cause"));
        _browser.Find("[data-band=detail] svg");
        SlowAnswers();
        var headings = _browser.Count("[aria-label^='heading ']");
        _browser.Click("[aria-label^='heading ']");
        _browser.Press(Keys.Delete);
        // Undo, and another title, before the answer is there.
        _browser.Press(Keys.Control, "z");
        Type("Title", "Late, called otherwise");
        _browser.Press(Keys.Tab);
        _browser.Says("header", "Late, called otherwise");
        _browser.Says("header", "All changes saved");
        Assert.Equal(headings, _browser.Count("[aria-label^='heading ']"));
    }

    private void Type(string setting, string words)
    {
        var field = _browser.Until(() =>
        {
            var labels = _browser.Driver.FindElements(
                By.XPath($"//aside//label[normalize-space(.)='{setting}']/following-sibling::div//*[self::input or "
                + $"self::textarea][not(@aria-hidden)] | //aside//*[@role='textbox' and @aria-label='{setting}']"));
            if (labels.Count > 0) return labels[0];
            _browser.Driver.FindElement(By.XPath("//aside//button[contains(., 'Title') or contains(., 'Words')]")).Click();
            return null;
        }, $"the setting {setting}");
        field.Click();
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(words);
    }

    /// <summary>Every gesture is answered a good second later, as by a busy server.</summary>
    private void SlowAnswers() => _browser.Driver.ExecuteScript("""
        const real = window.fetch;
        const later = () => new Promise(r => setTimeout(r, 1200));
        window.fetch = (url, options) =>
            String(url).endsWith('/compose') ? later().then(() => real(url, options)) : real(url, options);
        """);

    /// <summary>Goes to an address of the application within the page, as a link does.</summary>
    private void Visit(string path) =>
        _browser.Driver.ExecuteScript("history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))", path);
}
