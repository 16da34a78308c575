using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>The bytes that a screen takes to arrive, as the browser counts them (Resource Timing, W3C: transferSize).</summary>
[Collection(Browser.OneAtATime)]
public sealed class ArrivalTests(Browser browser) : IClassFixture<Browser>
{
    private const long MostBytes = 700_000;

    [Theory]
    [InlineData("/", "a[href^='/read/']")]
    [InlineData("/compose/route-performance", "[data-element]")]
    [InlineData("/read/route-performance", "[data-page] svg")]
    [InlineData("/data", "main")]
    [InlineData("/data/bookings", "main")]
    [InlineData("/links", "[data-report-node]")]
    public void A_screen_takes_little_at_its_first_visit_and_only_its_own_data_at_the_second(string address, string there)
    {
        browser.Driver.ExecuteCdpCommand("Network.clearBrowserCache", []);
        var first = Visit(address, there);
        Assert.Contains(first, f => f.Name.EndsWith(".js", StringComparison.Ordinal) && f.Bytes > 10_000);
        Assert.Contains(first, f => f.Name.EndsWith(".woff2", StringComparison.Ordinal) && f.Bytes > 0);
        Assert.True(first.Sum(f => f.Bytes) <= MostBytes, string.Join("\n", first.OrderByDescending(f => f.Bytes)));

        var second = Visit(address, there);
        // On a busy machine a part of the program may come late at the first visit: then it comes once at the second.
        var known = first.Select(f => f.Name).ToHashSet();
        Assert.Equal([], second.Where(f => f.Bytes > 0 && f.Name != address && known.Contains(f.Name)
            && !f.Name.StartsWith("/api/", StringComparison.Ordinal)));
    }

    private List<(string Name, long Bytes)> Visit(string address, string there)
    {
        browser.Go(address);
        browser.Find(there);
        var before = -1L;
        // It has arrived once nothing more comes.
        browser.Until(() =>
        {
            var now = Files().Count;
            (var was, before) = (before, now);
            return was == now;
        }, "everything is there");
        return Files();
    }

    private List<(string Name, long Bytes)> Files()
    {
        var entries = (IReadOnlyCollection<object>)browser.Driver.ExecuteScript("""
            const all = [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')];
            return all.map(e => [e.name.replace(location.origin, ''), e.transferSize]);
            """)!;
        return [.. entries.Cast<IReadOnlyList<object>>().Select(e => ((string)e[0], (long)e[1]))];
    }
}
