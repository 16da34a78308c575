using OpenQA.Selenium;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>The whole work without a pointer: no click, and no focus but the one that keys lead to.</summary>
[Collection(Browser.OneAtATime)]
public sealed class KeyboardTests : IClassFixture<Browser>
{
    private const int MostSteps = 80;
    private readonly Browser _browser;

    public KeyboardTests(Browser shared)
    {
        _browser = shared;
        _browser.Complaints();
    }

    [Fact]
    public void From_a_new_report_to_the_rows_behind_a_column()
    {
        _browser.Go("/");
        _browser.Find("article");
        _browser.Press(Keys.Tab);
        Assert.Equal("Skip to the content", _browser.Focused.Text);
        Region("bar");
        To(Keys.Tab, "button", "New report");
        _browser.Press(Keys.Enter);
        _browser.Says("[aria-label='New report'] button", "ailings with income");
        To(Keys.Tab, "aside button", "ailings with income");
        _browser.Press(Keys.Enter);
        _browser.Find("[data-band=detail] svg");
        IsSomewhere();

        // A level, by the sign at the rails.
        Region("levels");
        To(Keys.Tab, "[aria-label='Add a level']");
        _browser.Press(Keys.Enter);
        To(Keys.ArrowDown, "li", "Route");
        _browser.Press(Keys.Enter);
        _browser.Find("[aria-label^='Route 8×']");
        IsSomewhere();

        // The page is one stop. Arrow keys lead through it and choose nothing; Enter chooses, and then goes to the settings.
        Region("page");
        To(Keys.ArrowRight, "[data-band=reportHeader]");
        Assert.Equal(0, _browser.Count("[data-region=page] [data-selected=true]"));
        Assert.Equal(1, Stops("[data-region=page]"));
        _browser.Press(Keys.Enter);
        _browser.Says("aside", "Add a chart");
        _browser.Press(Keys.Enter);
        _browser.Focuses("aside *");
        To(Keys.Tab, "button", "Add a chart");
        _browser.Press(Keys.Enter);
        _browser.Find("[data-element^=ch][data-selected=true]");
        _browser.Says("aside", "drawn once");
        _browser.Says("[aria-label=Announcements]", "Added 1 element");

        // From the chart to its link and back, one step at a time.
        To(Keys.Tab, "aside [aria-label^='Report that opens']");
        _browser.Press(Keys.Enter);
        To(Keys.ArrowDown, "li", "Sailings in detail");
        _browser.Press(Keys.Enter);
        _browser.Says("aside", "the clicked route");
        _browser.Focuses("aside *");
        _browser.Press(Keys.Escape);
        _browser.Focuses("[data-element^=ch]");
        _browser.Press(Keys.Escape);
        _browser.Gone("[data-region=page] [data-selected=true]");
        _browser.Press(Keys.Escape);
        _browser.Focuses("[data-band=reportHeader]");

        // What is taken out leaves the focus beside it, and comes back.
        To(Keys.ArrowRight, "[data-element^=h]");
        _browser.Press(Keys.Space);
        var gone = _browser.Focused.GetDomAttribute("data-element");
        _browser.Press(Keys.Delete);
        _browser.Gone($"[data-element={gone}]");
        _browser.Focuses("[data-region=page] [data-element], [data-region=page] [data-band]");
        _browser.Press(Keys.Control, "z");
        _browser.Find($"[data-element={gone}]");
        _browser.Says("[aria-label=Announcements]", "Undone: removed");
        _browser.Focuses("[data-region=page] *");

        _browser.Says("header", "All changes saved");
        Region("bar");
        To(Keys.Tab, "button", "Publish");
        _browser.Press(Keys.Enter);
        _browser.Says("header", "Published");
        IsSomewhere();
        To(Keys.Shift + Keys.Tab, "a", "Read");
        _browser.Press(Keys.Enter);
        _browser.Find("[data-page] [data-mark]");
        IsSomewhere();

        // A chart is one stop; the arrow keys lead from column to column, and Enter opens the rows behind one.
        Region("pages");
        To(Keys.Tab, "[data-mark]");
        _browser.Press(Keys.ArrowRight);
        var mark = _browser.Focused.GetDomAttribute("data-mark");
        _browser.Press(Keys.Enter);
        _browser.Says("[data-region=beside] .drawing", "Sailings in detail");
        _browser.Says("[aria-label=Announcements]", "Sailings in detail is open beside");
        Region("beside");
        _browser.Press(Keys.Escape);
        _browser.Gone("[data-region=beside]");
        _browser.Focuses($"[data-mark='{mark}'].chosen");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_report_is_read_followed_and_left()
    {
        _browser.Go("/");
        _browser.Find("article");
        _browser.Go("/read/route-performance");
        _browser.Find("[data-page] svg");
        _browser.Press(Keys.Tab);
        _browser.Press(Keys.Enter);
        _browser.Focuses("[data-region=pages] *");

        // The outline is one stop: a tree that folds, with the grand total at its end.
        Region("outline");
        Assert.Equal(1, Stops("[role=tree]"));
        _browser.Press(Keys.Home);
        _browser.Press(Keys.ArrowRight);
        Assert.StartsWith("Aith – Voe", _browser.Focused.Text);
        _browser.Press(Keys.ArrowLeft);
        Assert.Equal("true", _browser.Focused.GetDomAttribute("aria-expanded"));
        _browser.Press(Keys.ArrowLeft);
        Assert.Equal("false", _browser.Focused.GetDomAttribute("aria-expanded"));
        _browser.Press(Keys.End);
        Assert.StartsWith("Grand total", _browser.Focused.Text);
        _browser.Press(Keys.Enter);
        _browser.Until(() => _browser.Find("input[name=page]").GetDomProperty("value") == "82", "the last page");
        _browser.Find("[data-page='82'] svg");

        // Pages forth and back; what is found; the size.
        Region("parameters");
        To(Keys.Tab, "[aria-label='Previous page']");
        _browser.Press(Keys.Enter);
        _browser.Until(() => _browser.Find("input[name=page]").GetDomProperty("value") == "81", "the page before");
        _browser.Press(Keys.Control, "f");
        _browser.Focuses("[name=find]");
        foreach (var letter in "grutness") _browser.Press(letter.ToString());
        _browser.Press(Keys.Enter);
        _browser.Says("nav[aria-label=Found]", "with “grutness”");
        _browser.Press(Keys.Escape);
        _browser.Find("nav[aria-label='In this report']");

        // Along the trail, back, and the browser's own Back does not lead there again.
        Region("outline");
        _browser.Press(Keys.Home);
        _browser.Press(Keys.Enter);
        _browser.Find("[data-page='1'] [data-mark]");
        Region("pages");
        To(Keys.Tab, "[data-mark]");
        var mark = _browser.Focused.GetDomAttribute("data-mark");
        _browser.Press(Keys.Enter);
        _browser.Find("[data-region=beside] [data-page] svg");
        Region("beside");
        _browser.Until(() => _browser.Find("a[href$='/pdf']").GetDomAttribute("href") != null
            && _browser.Find("[role=group][aria-label^='Pages of']").GetDomAttribute("aria-label") == "Pages of Sailings in detail",
            "the controls are those of the side that has the focus");
        Region("trail");
        To(Keys.Tab, "button", "← Back");
        _browser.Press(Keys.Enter);
        _browser.Gone("nav[aria-label=Trail]");
        _browser.Focuses($"[data-mark='{mark}'].chosen");
        _browser.Driver.Navigate().Back();
        _browser.Find("article");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void Data_is_joined_and_worked_out_and_what_is_deleted_comes_back()
    {
        // A line leads into how it is joined, and Escape back to it.
        _browser.Go("/data/bookings");
        _browser.Find(".react-flow__edge");
        Region("tables");
        To(Keys.Tab, ".react-flow__edge[aria-label='bookings to sailings by sailing_id']");
        _browser.Press(Keys.Enter);
        _browser.Says("[data-region=settings]", "Join sailings to bookings");
        _browser.Focuses("[data-region=settings] button");
        _browser.Press(Keys.Escape);
        _browser.Focuses(".react-flow__edge[aria-label='bookings to sailings by sailing_id']");

        // What is worked out opens chosen, so typing writes it anew; Tab takes it and goes on.
        Region("settings");
        To(Keys.Tab, "button", "Booked days ahead");
        _browser.Press(Keys.Enter);
        _browser.Focuses(".cm-content");
        _browser.Until(() => (string?)_browser.Driver.ExecuteScript("return getSelection().toString()") is { Length: > 3 }, "it is chosen");
        foreach (var letter in "people*2 ") _browser.Press(letter.ToString());
        _browser.Press(Keys.Tab);
        _browser.Focuses("input");
        _browser.Says("header", "All changes saved");
        _browser.Press(Keys.Control, "z");
        _browser.Says("header", "All changes saved");

        // Deleted, its neighbour has the focus; F6 leads to the message, and Ctrl+Z brings back what it speaks of.
        _browser.Go("/");
        _browser.Find("article");
        Region("content");
        To(Keys.Tab, "article[aria-label='Bookings by route'] button", "Delete");
        _browser.Press(Keys.Enter);
        _browser.Gone("article[aria-label='Bookings by route']");
        _browser.Focuses("article *");
        To(Keys.F6, ".notistack-SnackbarContainer button", "Undo");
        Region("content");
        _browser.Press(Keys.Control, "z");
        _browser.Focuses("article[aria-label='Bookings by route'] *");
        _browser.HasNoComplaints();
    }

    /// <summary>Presses F6 until a region has the focus.</summary>
    private void Region(string name)
    {
        for (var i = 0; i < 14; i++)
        {
            _browser.Press(Keys.F6);
            if ((bool)_browser.Driver.ExecuteScript($"return document.activeElement.closest('[data-region={name}]') !== null")!) return;
        }
        Assert.Fail($"F6 does not lead to “{name}”.");
    }

    /// <summary>Presses a key until something has the focus that matches a selector, and holds a text.</summary>
    private void To(string key, string css, string text = "")
    {
        for (var i = 0; i < MostSteps; i++)
        {
            if ((bool)_browser.Driver.ExecuteScript(
                "return document.activeElement.matches(arguments[0]) && document.activeElement.innerText !== null"
                + " && (arguments[1] === '' || document.activeElement.innerText.includes(arguments[1]))", css, text)!) return;
            if (key.Length > 1) _browser.Press(key[0].ToString(), key[1].ToString());
            else _browser.Press(key);
        }
        Assert.Fail($"{css} “{text}” cannot be reached; {_browser.Focused.TagName} “{_browser.Focused.Text}” has the focus.");
    }

    /// <summary>How often Tab stops within something.</summary>
    private long Stops(string css) => (long)_browser.Driver.ExecuteScript(
        "return [...document.querySelector(arguments[0]).querySelectorAll('[tabindex=\"0\"], button, a[href], input')]"
        + ".filter(e => e.tabIndex >= 0 && e.getClientRects().length > 0).length", css)!;

    /// <summary>The focus is in the page, not nowhere.</summary>
    private void IsSomewhere() => _browser.Until(
        () => (bool)_browser.Driver.ExecuteScript("return document.activeElement !== null && document.activeElement !== document.body")!,
        "something has the focus");
}
