using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>What a screen reader gets of a page: the browser's tree of it (Core-AAM 1.2), against where things stand.</summary>
[Collection(Browser.OneAtATime)]
public sealed class SpokenPageTests(Browser browser) : IClassFixture<Browser>
{
    /// <summary>A node that is said: its role, its name, and the level of a heading.</summary>
    private sealed record Node(string Role, string Name, string Level);

    [Fact]
    public void A_page_is_headings_figures_and_tables_in_the_order_in_which_it_is_read()
    {
        var said = Said("/read/route-performance?from=2025-06-01&to=2025-06-30");
        Assert.Equal(
            ["2 Route performance", "3 Eastern Sound", "4 Aith – Voe"],
            said.Where(n => n.Role == "heading").Take(3).Select(n => $"{n.Level} {n.Name}"));
        Assert.StartsWith("Column chart. Passengers carried by route. Aith – Voe:", said.First(n => n.Role == "figure").Name);
        Assert.Equal(["Departs", "Vessel", "Passengers", "Vehicles", "Net fare"],
            said.Where(n => n.Role == "columnheader").Take(5).Select(n => n.Name));
        var rows = said.SkipWhile(n => n.Role != "row").Skip(1).SkipWhile(n => n.Role != "row").Skip(1)
            .TakeWhile(n => n.Role != "row").Where(n => n.Role == "cell").ToList();
        Assert.Equal(5, rows.Count);
        Assert.Matches(@"^\d\d Jun 2025 \d\d:\d\d$", rows[0].Name);

        // Every text that is drawn outside of pictures is said once, from top to bottom and from left to right.
        Assert.Equal(Drawn(), said.Where(n => n.Role == "StaticText").Select(n => n.Name.Trim()));
        Assert.Equal("en-GB", browser.Find("[data-pages]").GetDomAttribute("lang"));
    }

    [Fact]
    public void Lines_of_a_summary_are_rows_under_their_headings()
    {
        var said = Said("/read/months-of-each-route");
        Assert.Equal(["Month", "Sailings", "Passengers", "Net fare"],
            said.Where(n => n.Role == "columnheader").Take(4).Select(n => n.Name));
        var cells = said.Where(n => n.Role == "cell" && n.Name.Length > 0).Select(n => n.Name).ToList();
        // The month is a link, which says where it leads.
        Assert.StartsWith("January 2025", cells[0]);
        Assert.Equal(["22", "762", "1,870.78"], cells[1..4]);
    }

    [Fact]
    public void A_crosstab_is_a_table_whose_cells_say_their_headings()
    {
        var said = Said("/read/passengers-by-month");
        Assert.Contains(said, n => n is { Role: "table", Name: "Passengers by year, month and route" });
        Assert.Contains(said, n => n is { Role: "columnheader", Name: "Skerra – Aith" });
        Assert.Contains(said, n => n is { Role: "rowheader", Name: "January" });
        Assert.Contains(said, n => n.Role is "image" or "link"
            && n.Name.StartsWith("2024, January, Skerra – Aith", StringComparison.Ordinal));
    }

    /// <summary>The first page as it is said, node by node.</summary>
    private List<Node> Said(string address)
    {
        browser.Go(address);
        browser.Find("[data-page='1'] svg");
        var tree = (Dictionary<string, object>)browser.Driver.ExecuteCdpCommand("Accessibility.getFullAXTree", [])!;
        var nodes = ((IEnumerable<object>)tree["nodes"]).Cast<Dictionary<string, object>>().ToDictionary(n => (string)n["nodeId"]);
        var page = nodes.Values.First(n => Text(n, "name") == "Page 1" && Text(n, "role") == "SvgRoot");
        var found = new List<Node>();
        Walk(page);
        return found;

        void Walk(Dictionary<string, object> node)
        {
            if (!(bool)node["ignored"]) found.Add(new Node(Text(node, "role"), Text(node, "name"), Level(node)));
            foreach (var child in ((IEnumerable<object>)node["childIds"]).Cast<string>())
                if (nodes.TryGetValue(child, out var inner)) Walk(inner);
        }
    }

    private static string Text(Dictionary<string, object> node, string of) =>
        node.TryGetValue(of, out var value) && ((Dictionary<string, object>)value).TryGetValue("value", out var text) ? $"{text}" : "";

    private static string Level(Dictionary<string, object> node) =>
        node.TryGetValue("properties", out var all)
            ? ((IEnumerable<object>)all).Cast<Dictionary<string, object>>().Where(p => (string)p["name"] == "level")
                .Select(p => $"{((Dictionary<string, object>)p["value"])["value"]}").FirstOrDefault("")
            : "";

    /// <summary>The texts of the page by where they stand.</summary>
    private List<string> Drawn() =>
        [.. ((IEnumerable<object>)browser.Driver.ExecuteScript("""
            return [...document.querySelectorAll("[data-page='1'] svg text:not([aria-hidden])")]
                .map(t => ({ y: Math.round(t.getAttribute('y')), x: Number(t.getAttribute('x')), text: t.textContent.trim() }))
                .sort((a, b) => a.y - b.y || a.x - b.x).map(t => t.text);
            """)!).Cast<string>()];
}
