using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>The lattice in the hands of its users: three steps deep and back, tried, traced, made, mended from the map.</summary>
[Collection(Browser.OneAtATime)]
public sealed class LatticeJourneyTests : IClassFixture<Browser>
{
    private readonly Browser _browser;

    public LatticeJourneyTests(Browser shared)
    {
        _browser = shared;
        _browser.Complaints();
    }

    [Fact]
    public void Three_steps_deep_and_back_and_the_address_opens_the_same_for_others()
    {
        _browser.Go("/read/route-performance");
        _browser.Click("[data-mark^='ch1'][data-label='Holm – Brae']");
        _browser.Says("nav[aria-label=Trail]", "Sailings in detail · route Holm – Brae · 2025");
        _browser.Click("[data-region=beside] [data-mark^='e7']");
        _browser.Says("nav[aria-label=Trail]", "Sailing log · sailing no.");
        _browser.Says("[data-region=beside] .drawing", "bookings");
        var address = _browser.Driver.Url;
        // The left side is what was beside before; the divider moves by keyboard.
        _browser.Find("[role=separator]").SendKeys(Keys.ArrowRight + Keys.ArrowRight);
        _browser.Until(() => _browser.Find("[role=separator]").GetAttribute("aria-valuenow") == "54", "moved");
        _browser.ClickText("nav//button", "Sailings in detail");
        _browser.Until(() => _browser.Count("nav[aria-label=Trail] [aria-current=step]") == 2, "one step back");
        _browser.Go(address[_browser.Address.Length..]);
        _browser.Says("nav[aria-label=Trail]", "Sailing log · sailing no.");
        _browser.Says("[data-region=beside] .drawing", "bookings");
        // A step that is taken out leaves the others.
        _browser.Click("[aria-label='Take Sailings in detail out of the trail']");
        _browser.Until(() => !_browser.Find("nav[aria-label=Trail]").Text.Contains("Sailings in detail"), "taken out");
        _browser.Says("[data-region=beside] .drawing", "bookings");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_number_is_traced_to_its_rows_in_Read_and_in_Compose()
    {
        _browser.Go("/read/route-performance");
        var mark = _browser.Find("[data-mark^='ch1'][data-label='Holm – Brae']:not([data-figure=''])");
        mark.SendKeys(Keys.Alt + Keys.Enter);
        _browser.Says("[data-region=trace]", "The sum of Passengers");
        _browser.Says("[data-region=trace]", "516 rows");
        _browser.Says("[data-region=trace] table", "Holm – Brae");
        // The largest first, by the heading.
        _browser.ClickText("th//button", "Passengers");
        _browser.ClickText("th//button", "Passengers");
        _browser.Find("[data-region=trace] th[aria-sort=descending]");
        _browser.ClickText("button", "Later →");
        _browser.Says("[data-region=trace]", "Rows 101 to 200 of 516");
        _browser.ClickText("button", "Close");
        _browser.Gone("[data-region=trace]");
        // What was clicked has the focus again, and the page was in sight all the time.
        Assert.Equal("Holm – Brae", _browser.Driver.SwitchTo().ActiveElement().GetDomAttribute("data-label"));

        _browser.Go("/compose/route-performance");
        var total = _browser.Find("[data-element=gfc]");
        new Actions(_browser.Driver).KeyDown(Keys.Alt).Click(total).KeyUp(Keys.Alt).Perform();
        _browser.Says("[data-region=trace]", "369,527");
        _browser.Says("[data-region=trace]", "left 5,736 out");
        _browser.ClickText("button", "Close");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_total_gets_its_detail_report_and_what_a_click_opens_is_tried()
    {
        _browser.Go("/compose/sailings-by-outcome");
        _browser.Click("[data-element=s2]");
        _browser.ClickText("aside//button", "Make a report of the rows behind it");
        _browser.Says("[role=dialog]", "Its columns");
        var title = _browser.Driver.SwitchTo().ActiveElement();
        title.SendKeys(Keys.Control + "a");
        title.SendKeys("Sailings behind a total");
        _browser.ClickText("button", "Create report");
        _browser.Says("aside", "Sailings behind a total");
        _browser.ClickText("aside//button", "Try it");
        _browser.Says("[role=dialog]", "add up to the total of");
        _browser.ClickText("button", "Close");
        _browser.Says("aside", "added up to the total of");
        // A second link: readers choose.
        _browser.Click("[aria-label^='Another link']");
        _browser.ClickText("li", "Sailings in detail");
        _browser.Says("aside", "Readers choose it as");
        _browser.Says("header", "All changes saved");
        _browser.Go("/read/sailings-by-outcome?~draft=1");
        _browser.Click("[data-mark^='s2-']");
        _browser.ClickText("li", "Sailings behind a total");
        _browser.Says("nav[aria-label=Trail]", "Sailings behind a total");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_broken_link_is_found_on_the_map_and_mended()
    {
        _browser.Go("/links");
        _browser.Find("[data-report-node=sailing-log]");
        _browser.ClickText("aside//button", "“Sailing log”");
        _browser.Says("aside [role=alert]", "must be given");
        _browser.ClickText("aside//a", "Mend it in Compose");
        _browser.Says("aside", "carrying");
        _browser.Click("[aria-label^='Value for sailing']");
        _browser.ClickText("li", "Write a fixed value");
        var box = _browser.Driver.SwitchTo().ActiveElement();
        box.SendKeys("5627" + Keys.Enter);
        _browser.Says("aside", "“5627”");
        _browser.Gone("aside [role=alert]");
        _browser.Says("header", "All changes saved");
        _browser.Go("/links");
        _browser.Find("[data-report-node=sailing-log]");
        _browser.Until(() => !_browser.Find("footer").Text.Contains("attention"), "nothing needs attention");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void Closed_groups_open_by_a_click_and_by_keyboard()
    {
        _browser.Go("/read/busiest-routes");
        _browser.Find("[data-opens][aria-expanded=false]");
        Assert.DoesNotContain("Holm", _browser.Find("[data-page='1']").Text);
        _browser.Click("[data-opens][aria-expanded=false]");
        _browser.Find("[data-opens][aria-expanded=true]");
        _browser.Says("[data-page='1']", "Holm");
        _browser.ClickText("button", "Open all groups");
        _browser.Gone("[data-opens][aria-expanded=false]");
        _browser.ClickText("button", "Close all groups");
        _browser.Find("[data-opens][aria-expanded=false]").SendKeys(Keys.Enter);
        _browser.Find("[data-opens][aria-expanded=true]");
        _browser.HasNoComplaints();
    }
}
