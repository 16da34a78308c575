using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>
/// Every page, panel, menu, popover and error that somebody can come to. A new screen joins here, and is looked at by
/// <see cref="AccessTests"/>.
/// </summary>
public static class ScreenStates
{
    /// <summary>The address, what shows that it is there, and the steps to the state.</summary>
    public static TheoryData<string, string, string[]> All()
    {
        var all = new TheoryData<string, string, string[]>();
        foreach (var (address, there, steps) in Pages.Concat(Reading).Concat(Composing).Concat(Data)) all.Add(address, there, steps);
        return all;
    }

    private static readonly (string, string, string[])[] Pages =
    [
        ("/", "article", []),
        ("/", "article", ["press New report", "see [aria-label='New report']"]),
        ("/", "article", ["press Rename", "see [aria-label='New name']"]),
        ("/", "article", ["type [aria-label='Find a report']=zzz"]),
        ("/", "article", ["key ?", "see [role=dialog] dl"]),
        ("/nowhere", "main", []),
        ("/links", "[data-report-node]", []),
        ("/links", "[data-report-node]", ["click aside button", "see [role=alert]"]),
    ];

    private static readonly (string, string, string[])[] Reading =
    [
        ("/read/nowhere", "[role=alert]", []),
        ("/read/route-performance", "[data-page] svg", []),
        ("/read/route-performance", "[data-page] svg", ["key ?", "see [role=dialog] dl"]),
        ("/read/route-performance", "[data-page] svg", ["press Other files", "see [role=menuitem]"]),
        ("/read/route-performance", "[data-page] svg", ["click [data-parameter]", "see [role=option]"]),
        ("/read/route-performance", "[data-page] svg",
            ["click [name=find]", "key h", "key Enter", "see nav[aria-label=Found] [aria-current]"]),
        ("/read/route-performance", "[data-page] .linked",
            ["select [data-page] .linked", "see [data-region=beside] [data-page] svg"]),
        ("/read/route-performance", "[data-page] svg", ["menu [data-figure-id]", "see [role=menu]"]),
        ("/read/route-performance", "[data-page] svg", ["menu [data-figure-id]", "choose Show its numbers", "see [role=dialog] table"]),
        ("/read/route-performance", "[data-page] svg", ["menu [data-page] text", "see [role=menu]"]),
        ("/read/passengers-by-month", "[data-page] svg", []),
        ("/read/passengers-by-month", "[data-page] svg", ["menu [data-figure-id]", "choose Sort, fold", "see [role=dialog] table"]),
        ("/read/busiest-routes", "[data-opens]", []),
        ("/read/sailing-log", "main", []),
        ("/read/seasons-and-regions", "[data-page] svg", []),
    ];

    private static (string, string, string[]) Compose(string report, params string[] steps) =>
        ($"/compose/{report}", "[data-element]", steps);

    /// <summary>A chart with a link is chosen.</summary>
    private static (string, string, string[]) Linked(params string[] steps) =>
        ("/compose/route-performance?at=%7B%22element%22%3A%22ch1%22%7D", "[aria-label^='Report that opens']", steps);

    private static readonly (string, string, string[])[] Composing =
    [
        ("/compose/nowhere", "[role=alert]", []),
        Compose("seasons-and-regions", "open Settings"),
        Compose("seasons-and-regions", "select [data-element=t2]", "open Settings"),
        Compose("seasons-and-regions", "select [data-element=g5]", "open Settings"),
        Compose("seasons-and-regions", "select [data-element=h1]", "open Settings"),
        Compose("seasons-and-regions", "click [aria-label^='Season 4×']", "open Settings"),
        Compose("seasons-and-regions", "select [data-band=groupFooter1]", "open Settings"),
        Compose("seasons-and-regions", "press History"),
        Compose("seasons-and-regions", "press Explain"),
        Compose("seasons-and-regions", "select [data-element=t2]", "open Settings", "press Insert a value"),
        Compose("seasons-and-regions", "key Ctrl+k", "see [role=option]"),
        Compose("seasons-and-regions", "key ?", "see [role=dialog] dl"),
        Compose("seasons-and-regions", "menu [data-element=t2]", "see [role=menu]"),
        Compose("seasons-and-regions", "click [data-field]", "see [role=menu]"),
        Compose("seasons-and-regions", "click [aria-label='Add a level']", "see [role=menu]"),
        Compose("seasons-and-regions", "press Exchange"),
        Compose("months-of-each-route", "open Settings", "press Change this look…"),
        Compose("months-of-each-route", "select [data-element=ft]", "open Settings", "press Go on in another look"),
        Compose("months-of-each-route", "click [aria-label^='Month 96×']", "open Settings"),
        Compose("months-of-each-route", "select [data-element=m1]", "open Settings"),
        Compose("offices", "select [data-band=reportHeader]", "open Settings"),
        Compose("passengers-by-month", "select [data-element=x1]", "open Settings"),
        Compose("passengers-by-month", "select [data-element=x1]", "open Settings", "press Make a chart of it"),
        Compose("income-statement", "click [aria-label^='Statement line 4']", "press Add calculated row…", "see [role=dialog] input"),
        Compose("income-statement", "select [data-band=groupFooter1]", "open Settings"),
        Compose("firm-invoices", "select [data-band=pageFooter]", "open Settings"),
        Compose("income-ledger", "select [data-element=e3]", "open Settings"),
        Compose("income-ledger", "select [data-element=cn]", "open Settings"),
        Compose("boarding-vouchers", "select [data-element=q2]", "open Settings"),
        Compose("boarding-vouchers", "select [data-element=k1]", "open Settings"),
        Compose("boarding-vouchers", "select [data-element=b1]", "open Settings"),
        Linked("press Try it", "see [role=dialog] table"),
        Linked("press Make a report", "see [role=dialog] fieldset"),
        Linked("click [aria-label^='Report that opens']", "see [role=menu]"),
        Linked("click [aria-label^='Rows drawn']", "see [role=menu]"),
    ];

    private static readonly (string, string, string[])[] Data =
    [
        ("/data", "article", []),
        ("/data", "article", ["press Rows", "see article table"]),
        ("/data", "article", ["click article[aria-label='Sailings with income'] button:last-of-type", "see [role=alert]"]),
        ("/data/nowhere", "[role=alert]", []),
        ("/data/bookings", "aside", ["open Settings"]),
        ("/data/bookings", "aside", ["press SQL"]),
        ("/data/bookings", "[data-join]", ["click [data-join]"]),
        ("/data/vessel-months", "aside", ["open Settings"]),
    ];
}
