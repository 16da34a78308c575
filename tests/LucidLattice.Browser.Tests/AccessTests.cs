using OpenQA.Selenium;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>
/// Nothing that axe-core (npm, 4.14.1) calls serious or critical, in each state of Compose that is listed here; new panels join the list.
/// </summary>
[Collection(Browser.OneAtATime)]
public sealed class AccessTests : IClassFixture<Browser>
{
    private static readonly string Axe = File.ReadAllText(Path.Combine(Root, "web/node_modules/axe-core/axe.min.js"));
    private readonly Browser _browser;

    public AccessTests(Browser shared) => _browser = shared;

    private static string Root
    {
        get
        {
            var folder = new DirectoryInfo(AppContext.BaseDirectory);
            while (!File.Exists(Path.Combine(folder.FullName, "LucidLattice.slnx"))) folder = folder.Parent!;
            return folder.FullName;
        }
    }

    /// <summary>The map of links, what stands behind a number, and what a click opens.</summary>
    [Theory]
    [InlineData("/links", "[data-report-node]", "", "")]
    [InlineData("/links", "[data-report-node]", "aside button", "[role=alert]")]
    [InlineData("/read/busiest-routes", "[data-opens]", "", "")]
    [InlineData("/compose/route-performance?at=%7B%22element%22%3A%22ch1%22%7D", "[aria-label^='Report that opens']", "Try it",
        "[role=dialog] table")]
    [InlineData("/compose/route-performance?at=%7B%22element%22%3A%22ch1%22%7D", "[aria-label^='Report that opens']", "Make a report",
        "[role=dialog] fieldset")]
    public void The_lattice_has_no_serious_finding(string address, string there, string press, string then)
    {
        _browser.Go(address);
        _browser.Find(there);
        if (press.StartsWith("aside", StringComparison.Ordinal)) _browser.Click(press);
        else if (press.Length > 0) _browser.ClickText("button", press);
        if (then.Length > 0) _browser.Find(then);
        Assert.Equal("", Findings());
    }

    /// <param name="report">The report that is composed.</param>
    /// <param name="click">What is clicked on the page; empty for the report itself.</param>
    /// <param name="then">A button that is pressed after that; empty for none. The settings of the panel are opened before.</param>
    [Theory]
    [InlineData("seasons-and-regions", "", "")]
    [InlineData("seasons-and-regions", "[data-element=t2]", "")]
    [InlineData("seasons-and-regions", "[data-element=g5]", "")]
    [InlineData("seasons-and-regions", "[data-element=h1]", "")]
    [InlineData("seasons-and-regions", "[aria-label='Season 4×']", "")]
    [InlineData("seasons-and-regions", "[data-band=groupFooter1]", "")]
    [InlineData("seasons-and-regions", "", "History")]
    [InlineData("seasons-and-regions", "", "Explain")]
    [InlineData("seasons-and-regions", "[data-element=t2]", "Insert a value")]
    [InlineData("months-of-each-route", "", "Change this look…")]
    [InlineData("months-of-each-route", "[data-element=ft]", "Go on in another look")]
    [InlineData("months-of-each-route", "[aria-label='Month 96×']", "")]
    [InlineData("months-of-each-route", "[data-element=m1]", "")]
    [InlineData("offices", "[data-band=reportHeader]", "")]
    [InlineData("passengers-by-month", "[data-element=x1]", "")]
    [InlineData("passengers-by-month", "[data-element=x1]", "Make a chart of it")]
    [InlineData("income-ledger", "[data-element=e3]", "")]
    [InlineData("income-ledger", "[data-element=cn]", "")]
    [InlineData("boarding-vouchers", "[data-element=q2]", "")]
    [InlineData("boarding-vouchers", "[data-element=k1]", "")]
    [InlineData("boarding-vouchers", "[data-element=b1]", "")]
    public void Compose_has_no_serious_finding(string report, string click, string then)
    {
        _browser.Go($"/compose/{report}");
        _browser.Find("[data-element]");
        if (click.Length > 0) _browser.Driver.ExecuteScript(
            "const e = document.querySelector(arguments[0]);"
            + "for (const t of ['pointerdown', 'pointerup', 'click']) e.dispatchEvent(new PointerEvent(t, { bubbles: true, button: 0 }));",
            click);
        _browser.Driver.ExecuteScript(
            "document.querySelectorAll('aside[aria-label=Settings] [aria-expanded=false]').forEach(b => b.click())");
        if (then.Length > 0) _browser.ClickText("button", then);
        Assert.Equal("", Findings());
    }

    [Fact]
    public void The_list_of_all_commands_has_no_serious_finding()
    {
        _browser.Go("/compose/seasons-and-regions");
        _browser.Find("[data-element]");
        _browser.Press(Keys.Control, "k");
        _browser.Find("[role=option]");
        Assert.Equal("", Findings());
    }

    private string Findings()
    {
        // What is still fading in has less contrast than it will have.
        _browser.Until(() => (bool)_browser.Driver.ExecuteScript("return document.getAnimations().length === 0")!, "all is there");
        _browser.Driver.ExecuteScript(Axe);
        return (string)_browser.Driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            axe.run(document, { resultTypes: ['violations'] }).then(r => done(r.violations
                .filter(v => v.impact === 'serious' || v.impact === 'critical')
                .map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160)).join(' | ')).join('\n')));
            """)!;
    }
}
