using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>What authors and readers do with charts, in a real browser.</summary>
[Collection(Browser.OneAtATime)]
public sealed class ChartJourneyTests : IAsyncLifetime
{
    private readonly Browser _browser = new();

    public ValueTask InitializeAsync() => _browser.InitializeAsync();

    public ValueTask DisposeAsync() => _browser.DisposeAsync();

    /// <summary>Fills a blank of a sentence.</summary>
    private void Pick(string blank, string choice)
    {
        _browser.Click($"aside [aria-label^='{blank}']");
        _browser.ClickText("li", choice);
        _browser.Gone(".MuiPopover-root");
    }

    [Fact]
    public void From_nothing_to_two_axes_with_a_trend_and_a_look_for_another_chart()
    {
        _browser.Go("/");
        _browser.ClickText("button", "New report");
        _browser.ClickText("button", "sailings with income");
        _browser.Find("[data-band=detail] svg");
        _browser.Click("[aria-label^='Report']");
        _browser.ClickText("button", "Add a chart of all rows");
        _browser.Find("[data-band=reportHeader] [data-element^=ch][data-selected=true]");
        _browser.Says("aside", "drawn once");

        // A field is dropped on a blank; a second value, a type chosen by its picture, an axis on the right, a trend.
        var vehicles = _browser.Find("[data-field=vehicles]");
        new Actions(_browser.Driver).ClickAndHold(vehicles).MoveByOffset(20, 0)
            .MoveToElement(_browser.Find("aside [aria-label^='Value:']")).MoveByOffset(2, 2).Release().Perform();
        _browser.Says("aside", "sum of vehicles");
        Pick("Another value", "average of delay minutes");
        _browser.Click("aside [aria-label^='Type of chart']");
        _browser.Find("[role=dialog] svg");
        _browser.ClickText("div[@role='dialog']//button", "columns with lines");
        _browser.Says("aside", "columns with lines");
        Pick("Category", "month of departs");
        _browser.ClickText("aside//button", "Marks");
        Pick("Value 2 at", "the right axis");
        Pick("Value 1 trend", "a straight trend");
        Pick("Trend says", "its formula and R²");
        _browser.Says("[data-band=reportHeader] svg", "R² =");

        // A part of the picture is chosen, its settings open, and Escape goes up one step.
        _browser.Click("[data-chart-part=left]");
        _browser.Click("aside [aria-label^='End of the left axis']");
        _browser.ClickText("li", "A number of my own");
        _browser.Find("input[aria-label^='End of the left'], textarea[aria-label^='End of the left']").SendKeys("99000" + Keys.Enter);
        _browser.Says("aside", "99000");
        _browser.LeaveSettings();
        _browser.Find("[data-chart-part=left][aria-pressed=false]");

        // Its look is carried to another chart, and one step back takes it away again.
        _browser.Click("[aria-label^='Report']");
        _browser.ClickText("button", "Add a chart of all rows");
        _browser.Until(() => _browser.Count("[data-band=reportHeader] [data-element^=ch]") == 2, "two charts");
        _browser.Click("[data-band=reportHeader] [data-element=ch1]");
        _browser.ClickText("aside//button", "Look");
        Pick("Carry the look", "to all other charts");
        _browser.Click("[data-band=reportHeader] [data-element=ch2]");
        _browser.Click("[data-chart-part=left]");
        _browser.Says("aside", "99000");
        _browser.Press(Keys.Control, "z");
        _browser.Until(() => !_browser.Find("aside").Text.Contains("99000"), "the look is taken back");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    /// <summary>Titles and the legend are dragged, a text is typed over in its place, a colour holds in the whole report, and a look is
    /// kept by its name.</summary>
    [Fact]
    public void Parts_of_the_picture_are_dragged_typed_over_and_coloured()
    {
        _browser.Go("/compose/year-in-charts");
        _browser.Find("[data-band=reportHeader] svg");
        _browser.Click("[data-element=ch1]");
        var frame = _browser.Find("[data-element=ch1]");
        new Actions(_browser.Driver).ClickAndHold(_browser.Find("[data-element=ch1] [data-chart-part=title]")).MoveByOffset(0, 10)
            .MoveToElement(frame, 12 - frame.Size.Width / 2, 0).Release().Perform();
        _browser.Says("aside", "on the left");
        new Actions(_browser.Driver).DoubleClick(_browser.Find("[data-element=ch1] [data-chart-part=title]")).Perform();
        _browser.Find("[aria-label=Words]").SendKeys("All who sailed" + Keys.Enter);
        _browser.Says("[data-band=reportHeader] svg", "All who sailed");
        Assert.Equal("title", _browser.Driver.SwitchTo().ActiveElement().GetDomAttribute("data-chart-part"));

        _browser.Click("[data-element=ch1] [data-chart-part='series 1']");
        _browser.Click("aside [aria-label='Colour of Northern Isles everywhere: as each chart has it']");
        _browser.Click("[role=dialog] [aria-label='#472C6D']");
        _browser.Find("[data-band=reportHeader] svg [fill='#472C6D']");
        _browser.ClickText("aside//button", "Chart");
        _browser.ClickText("aside//button", "Look");
        _browser.Says("aside", "Northern Isles is");
        _browser.Click("aside [aria-label^='Name of the look']");
        _browser.Find("textarea[aria-label='Name of the look']").SendKeys("For the board" + Keys.Enter);
        _browser.Click("[data-element=ch2]");
        _browser.ClickText("aside//button", "Look");
        Pick("Carry the look", "from For the board");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    /// <summary>Without a pointer: a chart is put in, shows something else, gets a title on another side, and goes again.</summary>
    [Fact]
    public void A_chart_is_made_by_keyboard_alone()
    {
        _browser.Go("/compose/routes-compared");
        _browser.Find("[data-band=reportHeader] svg");
        void On(string css, params string[] keys)
        {
            _browser.Driver.ExecuteScript("arguments[0].focus()", _browser.Find(css));
            foreach (var key in keys) _browser.Press(key);
        }
        On("[data-band=reportHeader]", Keys.Enter);
        _browser.Says("aside", "Add a chart");
        _browser.Driver.ExecuteScript(
            "[...document.querySelectorAll('aside button')].find(b => b.textContent.startsWith('Add a chart')).focus()");
        _browser.Press(Keys.Enter);
        On("[data-band=reportHeader] [data-element^=ch]");
        _browser.Says("aside", "drawn once");
        On("aside [aria-label^='Category:']", Keys.Enter);
        _browser.Find("[role=menu]");
        _browser.Press(Keys.ArrowDown);
        _browser.Press(Keys.Enter);
        _browser.Gone(".MuiPopover-root");
        // From the chart, Tab leads to the parts of its picture; Enter opens one, Escape leads back.
        On("[data-band=reportHeader] [data-element^=ch]", Keys.Tab);
        Assert.Equal("title", _browser.Driver.SwitchTo().ActiveElement().GetDomAttribute("data-chart-part"));
        _browser.Press(Keys.Enter);
        On("aside [aria-label^='Side of the title']", Keys.Enter);
        _browser.Find("[role=menu]");
        _browser.Press(Keys.End);
        _browser.Press(Keys.Enter);
        _browser.Says("aside", "on the right");
        On("[data-band=reportHeader] [data-chart-part=title]", Keys.F2);
        _browser.Find("[aria-label=Words]").SendKeys("By keyboard" + Keys.Enter);
        _browser.Says("[data-band=reportHeader] svg", "By keyboard");
        // The marks are one stop, and arrow keys lead through them.
        On("[data-chart-part='mark 0']", Keys.ArrowRight);
        Assert.Equal("mark 1", _browser.Driver.SwitchTo().ActiveElement().GetDomAttribute("data-chart-part"));
        _browser.Press(Keys.Enter);
        _browser.Says("aside", "In every chart of this report");
        _browser.Press(Keys.Escape);
        _browser.Says("aside", "drawn once");
        On("[data-band=reportHeader] [data-element^=ch]", Keys.Delete);
        _browser.Gone("[data-band=reportHeader] [data-element^=ch]");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void Rows_of_its_own_are_matched_to_the_group_and_the_match_is_changed_later()
    {
        _browser.Go("/compose/route-performance");
        _browser.Find("[data-band=detail] svg");
        _browser.Click("[aria-label^='Route 8×']");
        _browser.Find("[data-band=groupHeader2]").SendKeys(Keys.Enter);
        _browser.ClickText("button", "Add a chart, drawn");
        _browser.Find("[data-band=groupHeader2] [data-element^=ch][data-selected=true]");
        Pick("Rows drawn", "the rows of Bookings");
        _browser.Says("aside", "matched on");
        _browser.Says("aside", "route");
        _browser.Says("footer", "No problems");
        _browser.Find("[data-band=groupHeader2] svg");

        // Matched on nothing is a problem that says what to do; the match comes back by a pick.
        Pick("Own key 2", "nothing: remove it");
        Pick("Own key 1", "nothing: remove it");
        _browser.Says("footer", "1 problem");
        Pick("Another key", "and on route");
        _browser.Says("footer", "No problems");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_reader_walks_through_a_chart_and_takes_its_numbers()
    {
        _browser.Go("/read/year-in-charts");
        var first = _browser.Find("[data-figure-id=ch1] [data-mark][tabindex='0']");
        _browser.Driver.ExecuteScript("arguments[0].focus()", first);
        _browser.Says("[role=tooltip]", "Jan");
        _browser.Press(Keys.End);
        _browser.Press(Keys.Home);
        _browser.Press(Keys.ArrowRight);
        var label = _browser.Driver.SwitchTo().ActiveElement().GetDomAttribute("data-label");
        Assert.False(string.IsNullOrEmpty(label));
        _browser.Until(() => _browser.Find("[role=tooltip]").Text.StartsWith(label), "the tooltip follows");

        // The numbers as a table, from the menu beside the chart.
        _browser.Driver.ExecuteScript(
            "document.querySelector('[data-figure-id=ch1] [data-mark]').dispatchEvent(new MouseEvent('contextmenu', { bubbles: true }))");
        _browser.ClickText("li", "Show its numbers");
        _browser.Says("[role=dialog] table", "Northern Isles");
        Assert.Equal(13, _browser.Count("[role=dialog] tr"));
        _browser.ClickText("button", "Close");
        _browser.Gone("[role=dialog]");
        _browser.HasNoComplaints();
    }
}
