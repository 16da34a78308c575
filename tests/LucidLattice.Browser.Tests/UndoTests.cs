using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>The way back is there wherever an author has been meanwhile, and what is moved or made is where it was put.</summary>
[Collection(Browser.OneAtATime)]
public sealed class UndoTests : IClassFixture<Browser>
{
    private readonly Browser _browser;

    public UndoTests(Browser shared)
    {
        _browser = shared;
        _browser.Complaints();
    }

    [Fact]
    public void Undo_survives_reading_going_back_and_loading_anew()
    {
        Open("route-performance");
        TypeTitle("Routes, renamed");
        _browser.Press(Keys.Tab);
        // The printed title follows, since its author did not change it.
        _browser.Says("[data-band=reportHeader] svg", "Routes, renamed");
        _browser.Says("header", "All changes saved");
        _browser.ClickText("a", "Read");
        _browser.Find("[data-page]");
        _browser.Driver.Navigate().Back();
        _browser.Find("[data-band=detail] svg");
        _browser.Press(Keys.Control, "z");
        _browser.Says("[data-band=reportHeader] svg", "Route performance");
        _browser.Press(Keys.Control, "y");
        _browser.Says("[data-band=reportHeader] svg", "Routes, renamed");
        _browser.Says("header", "All changes saved");
        _browser.Driver.Navigate().Refresh();
        _browser.Find("[data-band=detail] svg");
        _browser.Click("[aria-label=Undo]");
        _browser.Says("[data-band=reportHeader] svg", "Route performance");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void Undo_takes_back_what_was_typed_last_and_what_is_picked_already_is_no_step()
    {
        Open("bookings-by-route");
        var title = TypeTitle("Never to be seen");
        _browser.Click("[aria-label=Undo]");
        _browser.Until(() => title.GetDomProperty("value") == "Bookings by route", "what was typed is taken back");
        _browser.Says("header", "Bookings by route");
        Assert.Equal("true", _browser.Find("[aria-label=Undo]").GetDomAttribute("aria-disabled"));

        // A report's own edit, undone from a field in which nothing was typed.
        _browser.Click("[aria-label^='heading ']");
        var headings = _browser.Count("[aria-label^='heading ']");
        _browser.Press(Keys.Delete);
        _browser.Until(() => _browser.Count("[aria-label^='heading ']") < headings, "the column is gone");
        Title().Click();
        _browser.Press(Keys.Control, "z");
        _browser.Until(() => _browser.Count("[aria-label^='heading ']") == headings, "the column is there again");

        _browser.Press(Keys.Escape);
        var picked = _browser.Find("[aria-label^='Order:']").Text;
        _browser.Click("[aria-label^='Order:']");
        _browser.ClickText("li", picked);
        _browser.Says("header", "All changes saved");
        Assert.Equal("true", _browser.Find("[aria-label=Undo]").GetDomAttribute("aria-disabled"));
    }

    [Fact]
    public void What_is_moved_or_made_is_where_it_was_put_and_is_chosen()
    {
        Open("delays-by-cause");
        // A text is carried into the rows, and its own band stays as high as it was.
        var (band, rows) = (_browser.Find("[data-band=reportHeader]"), _browser.Find("[data-band=detail]"));
        var height = band.Size.Height;
        new Actions(_browser.Driver).ClickAndHold(_browser.Find("[data-band=reportHeader] [aria-label^='text ']")).MoveByOffset(0, 8)
            .MoveToElement(rows).Release().Perform();
        _browser.Find("[data-band=detail] [aria-label^='text ']");
        Assert.True(_browser.Find("[data-band=reportHeader]").Size.Height <= height);
        _browser.Press(Keys.Control, "z");
        _browser.Gone("[data-band=detail] [aria-label^='text ']");

        // A field lands between the columns between which it is let go, and is chosen.
        var headings = _browser.Driver.FindElements(By.CssSelector("[aria-label^='heading ']")).OrderBy(h => h.Location.X).ToList();
        var between = headings[1].Location.X;
        var names = headings.Select(h => h.GetDomAttribute("aria-label")!).ToList();
        var field = _browser.Find("[data-field=vessel]");
        var target = _browser.Find("[data-band=detail]");
        new Actions(_browser.Driver).ClickAndHold(field).MoveByOffset(20, 0)
            .MoveToLocation(between, target.Location.Y + target.Size.Height / 2).MoveByOffset(1, 0).Release().Perform();
        _browser.Find("[data-selected=true][aria-label='heading Vessel']");
        var now = _browser.Driver.FindElements(By.CssSelector("[aria-label^='heading ']")).OrderBy(h => h.Location.X)
            .Select(h => h.GetDomAttribute("aria-label")!).ToList();
        Assert.Equal([names[0], "heading Vessel", .. names.Skip(1)], now);
    }

    [Fact]
    public void Elements_are_moved_copied_and_pasted_by_keys()
    {
        Open("sailings-by-outcome");
        const string Texts = "[data-band=reportHeader] [aria-label^='text ']";
        var count = _browser.Count(Texts);
        _browser.Click(Texts);
        var left = _browser.Find(Texts).Location.X;
        // Held arrows are one step.
        for (var i = 0; i < 5; i++) _browser.Press(Keys.Shift, Keys.ArrowRight);
        _browser.Until(() => _browser.Find(Texts).Location.X > left + 40, "it has moved");
        _browser.Press(Keys.Control, "z");
        _browser.Until(() => Math.Abs(_browser.Find(Texts).Location.X - left) < 2, "it is back by one step");
        _browser.Press(Keys.Control, "d");
        _browser.Until(() => _browser.Count(Texts) == count + 1, "a copy is there");
        // The copy is selected: it is cut, and pasted into the rows.
        _browser.Press(Keys.Control, "x");
        _browser.Until(() => _browser.Count(Texts) == count, "the copy is cut");
        _browser.Find("[data-band=reportFooter]").SendKeys(Keys.Enter);
        _browser.Press(Keys.Control, "v");
        _browser.Find("[data-band=reportFooter] [data-selected=true][aria-label^='text ']");
        _browser.Press("?");
        _browser.Says("[role=dialog]", "a copy beside it");
        _browser.Press(Keys.Escape);
        _browser.Gone("[role=dialog]");
        // Compose says how many pages there are.
        _browser.Until(() => _browser.Find("[data-band=pageFooter] svg").GetDomProperty("textContent")!.Trim() is var said
            && said.StartsWith("Page 1 of ") && char.IsDigit(said[^1]), "the number of pages");
        _browser.HasNoComplaints();
    }

    private void Open(string report)
    {
        _browser.Go(_browser.OwnCopy(report));
        _browser.Find("[data-band=detail] svg");
    }

    private IWebElement Title() => _browser.Until(() =>
    {
        var fields = _browser.Driver.FindElements(
            By.XPath("//aside//label[normalize-space(.)='Title']/following-sibling::div//*[self::input or self::textarea]"
            + "[not(@aria-hidden)]"));
        if (fields.Count > 0) return fields[0];
        _browser.Press(Keys.Escape);
        _browser.Driver.FindElement(By.XPath("//aside//button[contains(., 'Title and description')]")).Click();
        return null;
    }, "the title");

    private IWebElement TypeTitle(string words)
    {
        var title = Title();
        title.Click();
        title.SendKeys(Keys.Control + "a");
        title.SendKeys(words);
        return title;
    }
}
