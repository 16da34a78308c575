using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>From nothing to a crosstab with links and its chart, by mouse and by keyboard; and what readers do with one.</summary>
[Collection(Browser.OneAtATime)]
public sealed class CrosstabJourneyTests : IClassFixture<Browser>
{
    private readonly Browser _browser;

    public CrosstabJourneyTests(Browser shared)
    {
        _browser = shared;
        _browser.Complaints();
    }

    private void Pick(string blank, string choice)
    {
        _browser.Click($"aside [aria-label^='{blank}']");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", choice);
        _browser.Gone("[role=menu]");
    }

    [Fact]
    public void From_nothing_to_a_crosstab_with_links_and_its_chart_by_mouse()
    {
        _browser.Go("/");
        _browser.ClickText("button", "New report");
        _browser.ClickText("button", "sailings with income");
        _browser.Find("[data-band=detail] svg");
        _browser.Click("[aria-label^='Report']");
        _browser.ClickText("button", "Add a crosstab of all rows");
        _browser.Find("[data-element^=xt][data-selected=true]");
        _browser.Says("aside", "printed once");
        Pick("Value:", "sum of passengers");
        Pick("Field down 1", "route");
        Pick("Field across 1", "year of departs");
        Pick("Another field across", "quarter of departs");
        Pick("Totals", "at the beginning");
        _browser.Says("aside", "for each route and … down and year of departs, quarter of departs and … across");
        _browser.Says("[data-band=reportHeader]", "Q3");

        // Where cells lead is proposed by what means the same, and tried before anybody clicks.
        Pick("Report that opens", "Every month of each route");
        _browser.Says("aside", "period = the clicked quarter of departs");
        _browser.ClickText("aside//button", "Make a chart of it");
        _browser.ClickText("li", "Below it");
        _browser.Find("[data-element^=ch][data-selected=true]");
        _browser.Says("aside", "It draws what the crosstab of route and year of departs and quarter of departs counts");
        _browser.Says("aside", "Its marks lead where the cells do.");
        // Swapping the crosstab swaps its chart; undo brings both back.
        _browser.Click("[data-element^=xt]");
        Pick("Swap", "swap what is down and what is across");
        _browser.Says("aside", "for each year of departs, quarter of departs and … down and route and … across");
        _browser.Press(Keys.Control, "z");
        _browser.Says("aside", "for each route and … down");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void From_nothing_to_a_crosstab_with_its_chart_by_keyboard()
    {
        _browser.Go("/compose/sailings-by-outcome");
        _browser.Find("[data-band=reportHeader] svg");
        Command("crosstab on a sheet");
        _browser.Find("[data-element^=xt][data-selected=true]");
        Choose("Value:", "number of rows");
        Choose("Field down 1", "vessel");
        Choose("Another field down", "region");
        _browser.Says("aside", "for each vessel, route, region and … down");
        Focused("aside button[aria-haspopup=menu]:not([aria-label])").SendKeys(Keys.Enter);
        _browser.Says("[role=menu]", "On a sheet of its own");
        _browser.Driver.SwitchTo().ActiveElement().SendKeys(Keys.ArrowDown + Keys.Enter);
        _browser.Find("[data-element^=ch][data-selected=true]");
        _browser.Says("aside", "It draws what the crosstab of vessel and route and region and month counts");
        _browser.HasNoComplaints();
    }

    private void Command(string text)
    {
        _browser.Press(Keys.Control, "k");
        var box = _browser.Until(() => _browser.Driver.SwitchTo().ActiveElement() is { TagName: "input" } input ? input : null,
            "the commands");
        box.SendKeys(text);
        _browser.Says("[role=dialog], [role=listbox]", "own");
        box.SendKeys(Keys.Enter);
    }

    private IWebElement Focused(string css)
    {
        var found = _browser.Find(css);
        ((IJavaScriptExecutor)_browser.Driver).ExecuteScript("arguments[0].focus()", found);
        return found;
    }

    /// <summary>A blank is opened by Enter, and what is typed finds the choice.</summary>
    private void Choose(string blank, string choice)
    {
        Focused($"aside [aria-label^='{blank}']").SendKeys(Keys.Enter);
        _browser.Find("[role=menu]");
        for (var i = 0; i < 60; i++)
        {
            var at = _browser.Driver.SwitchTo().ActiveElement();
            if (at.Text.Split('\n')[0] == choice)
            {
                at.SendKeys(Keys.Enter);
                _browser.Gone("[role=menu]");
                return;
            }
            at.SendKeys(Keys.ArrowDown);
        }
        throw new InvalidOperationException($"There is no “{choice}”.");
    }

    [Fact]
    public void A_reader_walks_through_follows_traces_sorts_and_folds()
    {
        _browser.Go("/read/passengers-by-month");
        var first = _browser.Find("[data-table] [data-mark='x1-2.0.1.0.0']");
        first.SendKeys(Keys.ArrowDown + Keys.ArrowRight);
        _browser.Until(() => _browser.Driver.SwitchTo().ActiveElement().GetDomAttribute("data-label") == "2024, February, Linga – Ness"
            ? "it" : null, "the next row and column");
        _browser.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        _browser.Says("nav[aria-label=Trail]", "Sailings in detail · route Linga – Ness · February 2024");
        _browser.Says("[data-region=beside] .drawing", "2,990");

        _browser.Go("/read/passengers-by-month");
        _browser.Find("[data-mark='x1-2.0.1.0.0']").SendKeys(Keys.Alt + Keys.Enter);
        _browser.Says("[data-region=trace]", "3,478");
        _browser.Says("[data-region=trace]", "46 rows");
        _browser.ClickText("button", "Close");
        _browser.Gone("[data-region=trace]");

        new Actions(_browser.Driver).ContextClick(_browser.Find("[data-mark='x1-2.0.1.0.0']")).Perform();
        _browser.ClickText("li", "Sort, fold and copy it as a table");
        _browser.Says("[role=dialog] table", "January");
        _browser.ClickText("th//button", "Aith – Voe");
        _browser.Find("[role=dialog] th[aria-sort=descending]");
        _browser.Says("[role=dialog] tbody tr", "▾ 2025 August");
        _browser.Click("[role=dialog] [aria-label='Close 2025']");
        _browser.Says("[role=dialog] tbody tr", "▸ 2025 Total");
        // Arrow keys lead from cell to cell, and Enter where the cell leads.
        var cell = _browser.Find("[role=dialog] td[tabindex='0']");
        cell.SendKeys(Keys.ArrowRight + Keys.ArrowDown);
        _browser.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        _browser.Says("nav[aria-label=Trail]", "Sailings in detail · route Linga – Ness");
        _browser.HasNoComplaints();
    }
}
