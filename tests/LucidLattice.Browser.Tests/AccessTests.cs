using System.Net.Http.Json;
using System.Text.Json;
using OpenQA.Selenium;
using LucidLattice.Testing;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>
/// Nothing that axe-core (npm, 4.14.1) calls moderate, serious or critical, in any state of <see cref="ScreenStates"/>.
/// </summary>
[Collection(Browser.OneAtATime)]
public sealed class AccessTests : IClassFixture<Browser>
{
    private static readonly string Axe = File.ReadAllText(Path.Combine(Checkout.Root, "web/node_modules/axe-core/axe.min.js"));
    private readonly Browser _browser;

    public AccessTests(Browser shared) => _browser = shared;

    [Theory]
    [MemberData(nameof(ScreenStates.All), MemberType = typeof(ScreenStates))]
    public void A_state_has_no_finding_that_hinders_anybody(string address, string there, string[] steps)
    {
        _browser.Driver.Manage().Window.Size = new(1280, 1000);
        _browser.Go(address);
        _browser.Find(there);
        foreach (var step in steps) Take(step);
        Assert.Equal("", Findings());
    }

    /// <summary>The file that readers keep is a page of its own, with charts in one and a crosstab in the other.</summary>
    [Theory]
    [InlineData("route-performance", """{ "values": { "from": "2025-06-01", "to": "2025-06-30" } }""")]
    [InlineData("passengers-by-month", "{}")]
    public async Task A_report_as_HTML_has_none_either(string report, string asked)
    {
        using var client = new HttpClient { BaseAddress = new Uri(_browser.Address) };
        var started = await client.PostAsync($"/api/reports/{report}/runs",
            new StringContent(asked, System.Text.Encoding.UTF8, "application/json"), TestContext.Current.CancellationToken);
        var run = await started.Content.ReadFromJsonAsync<JsonElement>(TestContext.Current.CancellationToken);
        var html = await client.GetStringAsync($"/api/runs/{run.GetProperty("id")}/html", TestContext.Current.CancellationToken);
        var file = Path.Combine(Path.GetTempPath(), $"lattice-{Guid.NewGuid():N}.html");
        await File.WriteAllTextAsync(file, html, TestContext.Current.CancellationToken);
        try
        {
            _browser.Driver.Navigate().GoToUrl(new Uri(file).AbsoluteUri);
            _browser.Find("main table");
            Assert.Equal("", Findings());
        }
        finally
        {
            File.Delete(file);
        }
    }

    /// <summary>One step towards a state, as <see cref="ScreenStates"/> writes them.</summary>
    private void Take(string step)
    {
        var (kind, what) = (step[..step.IndexOf(' ')], step[(step.IndexOf(' ') + 1)..]);
        switch (kind)
        {
            case "click": _browser.Click(what); break;
            case "press": _browser.ClickText("button", what); break;
            case "choose": _browser.ClickText("li", what); break;
            case "see": _browser.Find(what); break;
            case "key":
                _browser.Press([.. what.Split('+').Select(k => k switch { "Ctrl" => Keys.Control, "Enter" => Keys.Enter, _ => k })]);
                break;
            case "type":
                _browser.Find(what[..what.IndexOf('=')]).SendKeys(what[(what.IndexOf('=') + 1)..]);
                break;
            case "select":
                _browser.Find(what);
                _browser.Driver.ExecuteScript(
                    "for (const t of ['pointerdown', 'pointerup', 'click'])"
                    + "document.querySelector(arguments[0]).dispatchEvent(new PointerEvent(t, { bubbles: true, button: 0 }));", what);
                break;
            case "open": // All settings of the panel.
                _browser.Driver.ExecuteScript(
                    $"document.querySelectorAll('aside[aria-label={what}] [aria-expanded=false]').forEach(b => b.click())");
                break;
            case "menu":
                _browser.Driver.ExecuteScript(
                    "document.querySelector(arguments[0]).dispatchEvent("
                    + "new MouseEvent('contextmenu', { bubbles: true, cancelable: true }));", what);
                break;
            default: throw new ArgumentException($"There is no step “{kind}”.");
        }
    }

    private string Findings()
    {
        // What is still fading in has less contrast than it will have.
        _browser.Until(() => (bool)_browser.Driver.ExecuteScript(
            "return document.getAnimations().every(a => a.effect.getComputedTiming().endTime === Infinity)")!, "all is there");
        _browser.Driver.ExecuteScript(Axe);
        return (string)_browser.Driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            axe.run(document, { resultTypes: ['violations'] }).then(r => done(r.violations
                .filter(v => v.impact !== 'minor')
                .map(v => v.impact + ' ' + v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160)).join(' | ')).join('\n')));
            """)!;
    }
}
