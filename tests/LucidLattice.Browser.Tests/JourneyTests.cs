using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>The journeys of the report developer and of the reader, through the real interface.</summary>
public sealed class JourneyTests(Browser browser) : IClassFixture<Browser>
{
    [Fact]
    public async Task From_a_new_report_to_a_click_on_its_chart_and_a_PDF()
    {
        browser.Go("/");
        browser.ClickText("button", "New report");
        browser.ClickText("button", "sailings with income");
        browser.Find("[data-band=detail] svg");

        // Group by region and route, subtotal passengers everywhere in one gesture.
        foreach (var (field, rail) in new[] { ("Region", "Region 3×"), ("Route", "Route 8×") })
        {
            browser.Click("[aria-label='Add a level']");
            browser.ClickText("li", field);
            browser.Find($"[aria-label='{rail}']");
        }
        browser.Click("[aria-label='heading Passengers']");
        browser.ClickText("button", "Add it up in all 3 footers");
        browser.Says("[data-band=reportFooter]", "rows");
        browser.Until(() => browser.Count("[aria-label='total Passengers']") == 3, "three subtotals");

        // A chart in the report header, linked to the rows behind it; what it carries fits by name.
        browser.Click("[aria-label='Report once']");
        browser.ClickText("button", "Add a chart of all rows");
        browser.Click("[data-band=reportHeader] [data-element^=ch]");
        browser.Says("aside", "drawn once");
        browser.Click("[aria-label^='Report that opens']");
        browser.ClickText("li", "Sailings in detail");
        browser.Says("aside", "the clicked route");
        browser.Says("footer", "No problems");
        browser.Says("header", "All changes saved");
        browser.ClickText("button", "Publish");
        browser.Says("header", "Published");

        // Read, click through, go back.
        browser.ClickText("nav/a", "Read");
        browser.Until(() => browser.Driver.Url.Contains("/read/sailings-with-income"), "reading");
        browser.Click("[data-mark^='ch'][data-label='Holm – Brae']");
        browser.Says("section .drawing", "Sailings in detail");
        browser.Says("nav[aria-label=Trail]", "route Holm – Brae");
        Assert.Contains("Holm", Uri.UnescapeDataString(Uri.UnescapeDataString(browser.Driver.Url)));
        browser.Driver.Navigate().Back();
        browser.Gone("nav[aria-label=Trail]");
        using var client = new HttpClient();
        var pdf = await client.GetByteArrayAsync(browser.Until(() => browser.Driver.FindElement(By.LinkText("Download PDF")).GetDomProperty("href"), "PDF"));
        Assert.Equal("%PDF-"u8.ToArray(), pdf[..5]);
        Assert.Empty(browser.Complaints());
    }

    [Fact]
    public void Composing_by_keyboard_and_mouse_with_undo()
    {
        browser.Go("/compose/route-performance");
        browser.Find("[data-band=detail] svg");

        // The vantage steps through real groups.
        browser.Click("[aria-label='Next Region']");
        browser.Says("[data-band=groupHeader1] svg", "Northern Isles");
        browser.Click("[aria-label='Next Route']");
        browser.Says("[data-band=groupHeader2] svg", "Grutness – Brae");

        // Words are typed in place; undo and redo by keyboard.
        browser.Find("[data-element=t1]").SendKeys(Keys.Enter);
        var words = browser.Find("textarea[aria-label=Words]");
        words.SendKeys(Keys.Control + "a");
        words.SendKeys("Routes at a glance" + Keys.Enter);
        browser.Says("[data-band=reportHeader] svg", "Routes at a glance");
        browser.Press(Keys.Control, "z");
        browser.Says("[data-band=reportHeader] svg", "Route performance");
        browser.Press(Keys.Control, "y");
        browser.Says("[data-band=reportHeader] svg", "Routes at a glance");

        // A field becomes a column by keyboard, and another one by dragging.
        browser.Find("[data-field=delay_minutes]").SendKeys(Keys.Enter);
        browser.ClickText("li", "As a column of the rows");
        browser.Find("[aria-label='heading Delay minutes']");
        new Actions(browser.Driver).ClickAndHold(browser.Find("[data-field=delay_cause]")).MoveByOffset(20, 0).MoveToElement(browser.Find("[data-band=detail]")).MoveByOffset(2, 2).Perform();
        browser.Says("[data-band=pageHeader]", "has no row to take a value from");
        browser.Says("[data-band=groupHeader1]", "3×");
        new Actions(browser.Driver).Release().Perform();
        browser.Find("[aria-label='heading Delay cause']");

        // Columns move by keyboard, and their widths change by mouse.
        var place = browser.Find("[aria-label='heading Vessel']").Location.X;
        browser.Click("[aria-label='heading Vessel']");
        browser.Press(Keys.Alt, Keys.ArrowLeft);
        browser.Until(() => browser.Find("[aria-label='heading Vessel']").Location.X < place, "the column moved");
        var width = browser.Find("[aria-label='heading Vessel']").Size.Width;
        var edge = browser.Find("[data-column-edge=c2]");
        new Actions(browser.Driver).ClickAndHold(edge).MoveByOffset(-40, 0).Release().Perform();
        browser.Until(() => browser.Find("[aria-label='heading Vessel']").Size.Width < width - 20, "the column is narrower");

        // A level goes and comes back.
        browser.Click("[aria-label='Region 3×']");
        browser.Says("aside", "Group the rows by");
        browser.Press(Keys.Delete);
        browser.Gone("[aria-label='Region 3×']");
        browser.Press(Keys.Control, "z");
        browser.Find("[aria-label='Region 3×']");

        // A condition that is wrong is said at once, and nothing is lost.
        browser.Press(Keys.Escape);
        browser.Click("[aria-label^='Condition']");
        var condition = browser.Find("textarea[aria-label=Condition]");
        condition.SendKeys(Keys.Control + "a");
        condition.SendKeys("passengrs > 100" + Keys.Enter);
        browser.Says("[role=alert]", "There is no field “passengrs”");
        browser.ClickText("footer//button", "1 problem");
        browser.Says("[aria-label=Problems]", "Did you mean “passengers”?");
        browser.Press(Keys.Escape);
        browser.Gone(".MuiPopover-root");
        browser.Press(Keys.Control, "z");
        browser.Says("footer", "No problems");
        browser.Says("header", "All changes saved");
        Assert.Empty(browser.Complaints());
    }

    [Fact]
    public void Reading_with_parameters_an_outline_and_an_address_that_holds_them()
    {
        browser.Go("/read/sailings-in-detail");
        browser.Says("main", "“Route” is needed");
        var route = browser.Find("input[name=route]");
        route.SendKeys("Holm – Brae" + Keys.Enter);
        browser.Says(".drawing", "Sailings in detail");
        Assert.Contains("route=Holm", browser.Driver.Url);

        // A date is taken as soon as it is whole; the page and the address follow.
        browser.Driver.ExecuteScript("const i = document.querySelector('input[name=to]'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(i, '2025-06-30'); i.dispatchEvent(new Event('input', { bubbles: true }));");
        browser.Says(".drawing", "to 30 June 2025");
        browser.Until(() => browser.Driver.Url.Contains("to=2025-06-30"), "the address holds the date");
        browser.ClickText("nav[@aria-label='In this report']/button", "June 2025");
        browser.Until(() => !browser.Find("[data-testid=page-of]").Text.StartsWith("Page 1 of", StringComparison.Ordinal), "another page");
        browser.Driver.Navigate().Refresh();
        browser.Says(".drawing", "to 30 June 2025");
        browser.Driver.Navigate().Back();
        browser.Says(".drawing", "to 31 December 2025");
        Assert.Empty(browser.Complaints());
    }

    [Fact]
    public void Two_drafts_of_one_report_are_both_kept()
    {
        browser.Go("/compose/sailings-in-detail");
        browser.Says("[role=alert]", "“Route” is needed");
        browser.Find("input[name=route]").SendKeys("Holm – Brae" + Keys.Enter);
        browser.Find("[data-band=detail] svg");
        // Somebody else saves the same report meanwhile.
        browser.Driver.ExecuteAsyncScript("const done = arguments[0]; fetch('/api/reports/sailings-in-detail/rename', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ title: 'Sailings in detail' }) }).then(() => done());");
        browser.Click("[aria-label='heading Delay, min']");
        browser.Press(Keys.Delete);
        browser.Gone("[aria-label='heading Delay, min']");
        browser.Says("[role=alert]", "saved elsewhere");
        browser.ClickText("button", "Go on with mine as a new report");
        browser.Says("header", "Sailings in detail (copy)");
        browser.Find("input[name=route]").SendKeys("Holm – Brae" + Keys.Enter);
        browser.Find("[aria-label='heading Vehicles']");
        browser.Gone("[aria-label='heading Delay, min']");
        browser.Complaints();
    }

    [Fact]
    public void Marks_are_reached_and_followed_by_keyboard_and_open_where_the_reader_wants()
    {
        browser.Go("/read/route-performance?from=2025-05-01&to=2025-05-31");
        var mark = browser.Find("[data-mark=ch1-3]");
        browser.Driver.ExecuteScript("arguments[0].focus()", mark);
        browser.Says("[role=tooltip]", "Linga – Ness");
        browser.Press(Keys.Enter);
        browser.Says("section .drawing", "Linga – Ness, 1 May 2025 to 31 May 2025");
        browser.ClickText("nav[@aria-label='Trail']//button", "Route performance");
        browser.Gone("section .drawing");
        // With Shift, the reader stays in one place, and the trail leads back.
        new Actions(browser.Driver).KeyDown(Keys.Shift).Click(browser.Find("[data-mark=ch1-3]")).KeyUp(Keys.Shift).Perform();
        browser.Says(".drawing", "Linga – Ness, 1 May 2025 to 31 May 2025");
        browser.Gone("[data-mark=ch1-3]");
        browser.ClickText("button", "← Back");
        browser.Find("[data-mark=ch1-3]");
        // With Ctrl, a tab of its own opens, at an address that holds everything.
        new Actions(browser.Driver).KeyDown(Keys.Control).Click(browser.Find("[data-mark=ch1-3]")).KeyUp(Keys.Control).Perform();
        browser.Until(() => browser.Driver.WindowHandles.Count == 2, "a second tab");
        var first = browser.Driver.CurrentWindowHandle;
        browser.Driver.SwitchTo().Window(browser.Driver.WindowHandles.Last());
        browser.Says(".drawing", "Linga – Ness, 1 May 2025 to 31 May 2025");
        browser.Driver.Close();
        browser.Driver.SwitchTo().Window(first);
        Assert.Empty(browser.Complaints());
    }

    [Fact]
    public void The_library_finds_renames_and_deletes_with_undo()
    {
        browser.Go("/");
        browser.Find("article[aria-label='Sailings in detail']");
        browser.Find("[aria-label='Find a report']").SendKeys("detail");
        browser.Gone("article[aria-label='Route performance']");
        browser.ClickText("article[@aria-label='Sailings in detail']//button", "Rename");
        var name = browser.Find("[aria-label='New name']");
        name.SendKeys(Keys.Control + "a");
        name.SendKeys("Sailings in full detail" + Keys.Enter);
        browser.ClickText("article[@aria-label='Sailings in full detail']//button", "Delete");
        browser.Gone("article[aria-label='Sailings in full detail']");
        browser.ClickText("button", "Undo");
        browser.Find("article[aria-label='Sailings in full detail']");
        browser.ClickText("article[@aria-label='Sailings in full detail']//button", "Rename");
        name = browser.Find("[aria-label='New name']");
        name.SendKeys(Keys.Control + "a");
        name.SendKeys("Sailings in detail" + Keys.Enter);
        browser.Find("article[aria-label='Sailings in detail']");
        Assert.Empty(browser.Complaints());
    }

    /// <summary>Outside reference: the rules of npm axe-core 4.14.1 (WCAG 2.2) in the real browser.</summary>
    [Theory]
    [InlineData("/", "article svg")]
    [InlineData("/compose/route-performance", "[data-band=detail] svg")]
    [InlineData("/read/route-performance", ".linked")]
    public void No_view_has_a_serious_accessibility_finding(string path, string ready)
    {
        browser.Go(path);
        browser.Find(ready);
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "LucidLattice.slnx"))) folder = folder.Parent!;
        browser.Driver.ExecuteScript(File.ReadAllText(Path.Combine(folder.FullName, "web/node_modules/axe-core/axe.min.js")));
        var findings = (IReadOnlyCollection<object>)browser.Driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            axe.run().then(r => done(r.violations.filter(v => v.impact === 'serious' || v.impact === 'critical').map(v => `${v.id}: ${v.nodes.map(n => n.html.slice(0, 260)).slice(0, 6).join(' | ')}`)));
            """)!;
        Assert.True(findings.Count == 0, string.Join("\n", findings));
    }
}
