using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>A report developer's hours in Compose: several elements at once, values picked, everything by its name, and the way
/// back.</summary>
[Collection(Browser.OneAtATime)]
public sealed class DesignerTests : IClassFixture<Browser>
{
    private readonly Browser _browser;

    public DesignerTests(Browser shared)
    {
        _browser = shared;
        _browser.Complaints();
    }

    private int Left(string id) => _browser.Find($"[data-element={id}]").Location.X;

    private int Top(string id) => _browser.Find($"[data-element={id}]").Location.Y;

    private void Open(string report)
    {
        _browser.Go(_browser.OwnCopy(report));
        _browser.Find("[data-element]");
        _browser.Says("footer", "No problems");
    }

    [Fact]
    public void Several_elements_are_selected_aligned_and_moved_and_each_step_says_what_it_undoes()
    {
        Open("boarding-vouchers");
        new Actions(_browser.Driver).Click(_browser.Find("[data-element=t3]")).KeyDown(Keys.Shift)
            .Click(_browser.Find("[data-element=t6]")).Click(_browser.Find("[data-element=t8]")).KeyUp(Keys.Shift).Perform();
        _browser.Says("aside[aria-label=Settings]", "3 elements");
        var (first, other) = (Left("t3"), Left("t8"));
        Assert.NotEqual(first, other);
        _browser.ClickText("aside//button", "Left edges");
        _browser.Until(() => Left("t8") == first, "the left edges are aligned");
        Assert.Equal("Undo: moved 1 element (Ctrl+Z)", _browser.Find("[aria-label=Undo]").GetDomAttribute("title"));

        // The arrow keys move all of them, as one step.
        var top = Top("t6");
        for (var i = 0; i < 3; i++) _browser.Press(Keys.Shift, Keys.ArrowDown);
        _browser.Until(() => Top("t6") > top + 20, "they moved down together");
        _browser.Says("header", "All changes saved");
        Assert.StartsWith("Undo: moved 3 elements", _browser.Find("[aria-label=Undo]").GetDomAttribute("title"));
        _browser.Press(Keys.Control, "z");
        _browser.Until(() => Top("t6") == top, "they are back");
        _browser.Press(Keys.Control, "z");
        _browser.Until(() => Left("t8") == other, "as it was");

        // The right button offers what can be done with what is selected.
        new Actions(_browser.Driver).ContextClick(_browser.Find("[data-element=t10]")).Perform();
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "Duplicate");
        _browser.Until(() => _browser.Count("[aria-label='text Sailed']") == 2, "a copy beside it");
        _browser.Press(Keys.Control, "z");
        _browser.Until(() => _browser.Count("[aria-label='text Sailed']") == 1, "the copy is gone");

        // A frame drawn over an empty place selects what it touches; Delete takes it out.
        var detail = _browser.Find("[data-band=detail]");
        var checkbox = _browser.Find("[data-element=k1]");
        new Actions(_browser.Driver).MoveToElement(checkbox, -40, 16).ClickAndHold().MoveByOffset(20, -12).MoveByOffset(40, -10).Release()
            .Perform();
        _browser.Until(() => _browser.Count("[data-selected=true]") >= 2, "a frame selected several");
        Assert.NotNull(detail);
        _browser.Press(Keys.Delete);
        _browser.Gone("[data-element=k1]");
        _browser.Press(Keys.Control, "z");
        _browser.Find("[data-element=k1]");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_frame_is_drawn_locked_and_brought_to_the_back()
    {
        Open("seasons-and-regions");
        var band = _browser.Find("[data-band=reportFooter]");
        new Actions(_browser.Driver).MoveToElement(band, band.Size.Width / 2 - 12, 0).Click().Perform();
        _browser.Says("aside[aria-label=Settings]", "is printed once");
        _browser.Click("[aria-label='Where it is put: below what is there']");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "where I draw a frame");
        _browser.ClickText("aside//button", "A box");
        _browser.Says("[role=status]", "draw its frame");
        // It may begin over what is there.
        new Actions(_browser.Driver).MoveToElement(band, -60, -8).ClickAndHold().MoveByOffset(30, 6).MoveByOffset(70, 8).Release()
            .Perform();
        var box = _browser.Find("[data-element][aria-label=box]");
        Assert.InRange(box.Size.Width, 96, 104);
        var (left, top) = (box.Location.X, box.Location.Y);
        new Actions(_browser.Driver).ContextClick(box).Perform();
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "Lock its place");
        _browser.Says("aside[aria-label=Settings]", "locked");
        new Actions(_browser.Driver).MoveToElement(_browser.Find("[aria-label=box]"), 0, 6).ClickAndHold().MoveByOffset(40, 20).Release()
            .Perform();
        _browser.Press(Keys.ArrowRight);
        box = _browser.Find("[data-element][aria-label=box]");
        Assert.Equal((left, top), (box.Location.X, box.Location.Y));
        _browser.Press(Keys.Control, "z");
        _browser.Press(Keys.Control, "z");
        _browser.Gone("[data-element][aria-label=box]");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void From_a_number_that_is_read_its_maker_is_reached_at_the_same_groups()
    {
        _browser.Go("/read/months-of-each-route");
        _browser.Find("[data-page] svg text");
        _browser.ClickText("*[@role='treeitem']", "Holm – Brae");
        var june = _browser.Until(() => _browser.Driver.FindElements(By.XPath("//*[@data-page='4']//*[name()='text'][.='June 2025']"))
            .FirstOrDefault(t => t.Displayed), "the page of the route")!;
        new Actions(_browser.Driver).ContextClick(june).Perform();
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "Show this in Compose");
        _browser.Find("[data-element=m1][data-selected=true]");
        _browser.Until(() => _browser.Find("[aria-label='Route shown']").GetDomProperty("value") == "Holm – Brae", "the same route");
        _browser.Says("[data-band=groupFooter2] svg", "June 2025");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_text_is_linked_without_typing_and_a_linked_month_opens_its_rows()
    {
        Open("seasons-and-regions");
        _browser.Click("[data-element=t2]");
        _browser.Click("aside [aria-label^='Report that opens']");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "Route performance");
        _browser.Says("aside[aria-label=Settings]", "from as it is here");
        _browser.Press(Keys.Control, "z");
        _browser.Find("aside [aria-label='Report that opens: nothing']");
        _browser.Says("header", "All changes saved");

        // Enter opens what a click does.
        _browser.Go("/read/months-of-each-route");
        _browser.Find("[data-page='1'] .linked").SendKeys(Keys.Enter);
        _browser.Until(() => _browser.Driver.FindElements(By.XPath("//*[name()='text'][.='All 22 sailings']")).Count > 0,
            "the rows of January");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_file_that_is_let_go_on_the_library_becomes_a_report()
    {
        _browser.Go("/");
        _browser.Find("main");
        _browser.Driver.ExecuteScript("""
            const files = new DataTransfer();
            files.items.add(new File(['pier;metres\nAith;84,5\nVoe;72\n'], 'Piers of 2026.csv'));
            for (const type of ['dragover', 'drop'])
              document.querySelector('main').dispatchEvent(new DragEvent(type, { dataTransfer: files, bubbles: true }));
            """);
        _browser.ClickText("button", "Make a database from it");
        _browser.ClickText("aside//button", "piers of 2026");
        _browser.Find("[data-element]");
        _browser.Says("[data-band=detail] svg", "84.5");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void What_is_dragged_snaps_to_what_stands_there()
    {
        Open("boarding-vouchers");
        var (box, target, own) = (_browser.Find("[data-element=t6]"), Left("t8"), Left("t6"));
        // Let go a little beside the other's left edge, it stands right at it.
        new Actions(_browser.Driver).ClickAndHold(box).MoveByOffset(20, 0).MoveByOffset(target - Left("t6") - 18, 30).Release().Perform();
        _browser.Until(() => Math.Abs(Left("t6") - target) <= 1, "it met the edge");
        // What is undone is there again for whoever opens the report next.
        _browser.Press(Keys.Control, "z");
        _browser.Until(() => Left("t6") == own, "it is back");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_heading_goes_alone_a_column_by_its_handle_and_rows_by_a_switch()
    {
        Open("route-performance");
        _browser.Click("[aria-label='heading Vessel']");
        _browser.Press(Keys.Delete);
        _browser.Gone("[aria-label='heading Vessel']");
        _browser.Find("[aria-label='cell Vessel']");
        _browser.Press(Keys.Control, "z");
        _browser.Find("[aria-label='heading Vessel']");
        _browser.Click("[data-column-handle=c3]");
        _browser.Press(Keys.Delete);
        _browser.Says(".notistack-Snackbar", "Removed the column “Passengers” and 3 subtotals.");
        _browser.Gone("[aria-label='heading Passengers']");
        _browser.ClickText("*[contains(@class,'notistack-Snackbar')]//button", "Undo");
        _browser.Click("[aria-label='heading Passengers']");
        _browser.ClickText("aside//button", "Carry it forward…");
        _browser.ClickText("li", "From page to page in each route");
        _browser.Says("[data-band=pageFooter] svg", "Carried forward");
        _browser.Click("[aria-label^='Rows 3,343×']");
        _browser.ClickText("aside//span", "Print detail rows");
        _browser.Find("[aria-label^='Rows 0×']");
        _browser.Says("[data-band=detail]", "not printed");
        _browser.Says("footer", "2 pages");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_statement_gets_a_row_from_other_rows_and_a_column_is_compared_with_the_year_before()
    {
        Open("income-statement");
        _browser.Click("[aria-label^='Statement line 4']");
        _browser.ClickText("aside//button", "Add calculated row…");
        _browser.Find("[role=dialog] input").SendKeys("Contribution");
        _browser.Press(Keys.Tab);
        _browser.ClickText("div[@role='dialog']//button", "Revenue");
        _browser.ClickText("div[@role='dialog']//button", "Finance");
        _browser.ClickText("div[@role='dialog']//button", "Add row");
        // Revenue of 11,056 and finance of −103, in thousands.
        _browser.Says("[data-band=groupFooter1] svg", "10,953");
        _browser.Says("footer", "No problems");
        _browser.Press(Keys.Control, "z");
        _browser.Until(() => !_browser.Find("[data-band=groupFooter1] svg").Text.Contains("Contribution"), "the row is gone");

        Open("route-performance");
        _browser.Click("[aria-label='heading Passengers']");
        _browser.ClickText("aside//button", "Compare with the year before");
        _browser.Find("[aria-label='heading Passengers, year before']");
        _browser.Find("[aria-label='heading Change, %']");
        _browser.Says("footer", "No problems");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void Values_in_a_text_are_picked_and_written_by_example()
    {
        Open("seasons-and-regions");
        _browser.Click("[data-element=t30]");
        var field = _browser.Find("[role=textbox][aria-label=Words]");
        field.Click();
        field.SendKeys(Keys.End + ", in all ");
        _browser.ClickText("aside//button", "Insert a value");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "Number of rows");
        _browser.Says("[data-band=reportFooter] svg", "3,343");
        _browser.Find("[data-value]").SendKeys(Keys.Enter);
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "as 1235");
        _browser.Says("[data-band=reportFooter] svg", "3343");
        _browser.Find("[data-value]").SendKeys(Keys.Delete);
        _browser.Find("[role=textbox][aria-label=Words]").SendKeys(Keys.Control + Keys.Enter);
        _browser.Until(() => !_browser.Find("[data-band=reportFooter] svg").Text.Contains("3343"), "the value is out");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void By_keyboard_alone_a_level_is_added_explained_and_taken_back_to_an_earlier_version()
    {
        Open("sailings-by-outcome");
        _browser.Press(Keys.Control, "k");
        _browser.Find("[role=combobox][aria-label=Command]");
        _browser.Press("group the rows by vessel");
        _browser.Press(Keys.Enter);
        _browser.Find("[aria-label^='Vessel ']");
        _browser.Says("header", "All changes saved");

        _browser.Press(Keys.Control, "k");
        _browser.Find("[role=combobox][aria-label=Command]");
        _browser.Press("earlier versions");
        _browser.Press(Keys.Enter);
        _browser.Says("[role=dialog]", "It groups them by vessel");
        // Tab from Close back to the button that goes back.
        _browser.Press(Keys.Shift, Keys.Tab);
        _browser.Press(Keys.Enter);
        _browser.Gone("[role=dialog]");
        _browser.Gone("[aria-label^='Vessel ']");
        // Going back is a step like any other.
        _browser.Press(Keys.Control, "z");
        _browser.Find("[aria-label^='Vessel ']");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_total_becomes_a_share_and_a_number_wears_a_condition()
    {
        Open("route-performance");
        _browser.Click("[data-element=ofc]");
        _browser.Click("aside [aria-label^='Shown as']");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "as its share of the region");
        _browser.Says("[data-band=groupFooter2] svg", "32.0%");
        _browser.Click("[data-element=e3]");
        _browser.ClickText("aside//button", "Looks under conditions");
        _browser.ClickText("aside//button", "Add a condition");
        _browser.Click("aside [aria-label^='How it is compared']");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "is more than");
        _browser.Click("aside [aria-label^='With what']");
        _browser.Press(Keys.Control, "a");
        _browser.Press("40");
        _browser.Press(Keys.Enter);
        _browser.Find("[data-band=detail] text[fill='#B3261E']");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_report_begins_with_what_its_readers_should_find_out()
    {
        _browser.Go("/");
        _browser.ClickText("button", "New report");
        _browser.ClickText("button", "How it changes");
        _browser.Until(() =>
        {
            _browser.Driver.FindElement(By.XPath("//aside//article[@aria-label='Sailings with income']//button[.='Take it']")).Click();
            return true;
        }, "the dataset");
        _browser.Says("[aria-label='First look']", "Passengers by month");
        _browser.Click("[aria-label^='Period']");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "quarter");
        _browser.Says("[aria-label='First look']", "Passengers by quarter");
        _browser.Click("[aria-label^='What is added up']");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "number of rows");
        _browser.Says("[aria-label='First look']", "Sailings with income by quarter");
        _browser.ClickText("button", "Go on in Compose");
        _browser.Find("[aria-label^='Quarter ']");
        _browser.Says("footer", "No problems");

        // The vantage goes to the hardest case; another look is one step that can be undone.
        _browser.ClickText("button", "Jump");
        _browser.ClickText("li[starts-with(@role,'menuitem')]", "The group with the fewest rows");
        _browser.Until(() => !_browser.Find("[aria-label=Vantage]").Text.Contains("1 of"), "another quarter");
        _browser.ClickText("aside//button", "Look of the report");
        _browser.ClickText("button", "Peat");
        _browser.Find("[data-band=reportHeader] text[fill='#64271F']");
        _browser.Press(Keys.Control, "z");
        _browser.Gone("[data-band=reportHeader] text[fill='#64271F']");
        _browser.HasNoComplaints();
    }
}
