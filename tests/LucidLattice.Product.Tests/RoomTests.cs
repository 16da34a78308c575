using System.Text.RegularExpressions;
using LucidLattice.Testing;
using LucidLattice.Charts;
using Xunit;

namespace LucidLattice.Product.Tests;

/// <summary>Rooms have an order, from values up to what starts the program: a room uses rooms below it, never one above or a
/// circle.</summary>
public partial class RoomTests
{
    /// <summary>The order that docs/architecture.md describes, lowest first. Between projects the compiler holds it, inside of a project
    /// this test does.</summary>
    private static readonly string[] Order =
    [
        "Model.Hashing", "Model.Values", "Model.Locales", "Model.Progress", "Model.Caching", "Model.Definitions", "Model.Files.Upgrades",
        "Model.Files",
        "Data", "Data.Grouping",
        "Expressions.Parsing", "Expressions.Evaluation", "Expressions.Calls", "Expressions.Aggregates", "Expressions.Compilation",
        "Expressions.Formatting", "Expressions.GroupLevels",
        "Datasets.Parameters", "Datasets",
        "Drawing.Links", "Drawing",
        "Charts.Scales", "Charts", "Charts.Guides", "Charts.Types", "Crosstabs",
        "Planning.Elements", "Planning.Copies", "Planning",
        "Layout",
        "Reports.Running", "Reports.Figures", "Reports.Tracing", "Reports.Proving",
        "Authoring.Composing", "Authoring.Editing", "Authoring.Explaining",
        "Sql.Catalogue", "Sql.Joins", "Sql.Engines", "Sql.Sqlite", "Sql.Csv", "Sql", "Storage", "Demo",
        "Output.Typesetting", "Output.Svg", "Output", "Output.Pdf", "Output.Html", "Output.Charts", "Output.Files",
        "Server.Web", "Server.Workspace", "Server.Runs", "Server.Data", "Server.Library", "Server.Composing", "Server.Lattice",
        "Server.Hosting", "Server.CommandLine", "Server",
    ];

    private static readonly string[] WebOrder =
        ["theme", "api", "focus", "shell", "undo", "code", "sentence", "trace", "parameters", "data", "read", "compose", "library",
            "lattice", "test", ""];

    [Fact]
    public void A_room_uses_rooms_below_it()
    {
        var uses = RoomUses.In(Assemblies(), room => room.StartsWith(Product, StringComparison.Ordinal));
        var breaches = Breaches(uses, room => Array.IndexOf(Order, room[Product.Length..])).ToList();
        Assert.True(breaches.Count == 0, string.Join("\n", breaches));
        Assert.Empty(RoomUses.Circles(uses.Keys));
    }

    /// <summary>What the check is for is found: an upward use that no <c>using</c> shows, and the circle that it closes.</summary>
    [Fact]
    public void A_planted_circle_is_found()
    {
        var uses = RoomUses.In([typeof(RoomTests).Assembly.Location], room => room.StartsWith("Planted.", StringComparison.Ordinal));
        Assert.Equal(["Planted.Lower uses Planted.Upper: Breach uses Tower"],
            Breaches(uses, room => room == "Planted.Lower" ? 0 : 1));
        Assert.Equal(["Planted.Lower Planted.Upper"], RoomUses.Circles(uses.Keys));
    }

    [Fact]
    public void Every_folder_of_a_project_is_a_room()
    {
        var rooms = Files("src", "*.cs").Where(f => !f.EndsWith("Program.cs", StringComparison.Ordinal)).Select(Room).Distinct();
        Assert.Empty(rooms.Except(Order));
    }

    private const string Product = "LucidLattice.";

    /// <summary>Uses of rooms that stand above, or that have no place in the order.</summary>
    private static IEnumerable<string> Breaches(IReadOnlyDictionary<(string From, string To), string> uses, Func<string, int> place)
        => uses.Where(u => place(u.Key.From) <= place(u.Key.To) || place(u.Key.To) < 0)
            .Select(u => $"{u.Key.From} uses {u.Key.To}: {u.Value}").Order();

    private static IEnumerable<string> Assemblies() => Directory.EnumerateFiles(AppContext.BaseDirectory, "LucidLattice.*.dll")
        .Where(f => Directory.Exists(Path.Combine(Checkout.Root, "src", Path.GetFileNameWithoutExtension(f))));

    [Fact]
    public void A_folder_of_the_front_end_uses_folders_below_it()
    {
        var root = Path.Combine(Checkout.Root, "web/src");
        var wrong = new List<string>();
        foreach (var file in Files("web/src", "*.ts*").Where(f => !f.Contains(".test.") && !f.Contains("/generated/")))
            foreach (Match import in Imports().Matches(File.ReadAllText(file)))
            {
                var target =
                    Path.GetRelativePath(root, Path.GetFullPath(Path.Combine(Path.GetDirectoryName(file)!, import.Groups[1].Value)));
                var (mine, other) = (Folder(Path.GetRelativePath(root, file)), Folder(target));
                if (mine != other && Array.IndexOf(WebOrder, other) >= Array.IndexOf(WebOrder, mine))
                    wrong.Add($"{Path.GetRelativePath(root, file)}: {mine} uses {other}");
            }
        Assert.Empty(wrong);
    }

    /// <summary>A rule that is written down, and the tool for it, must not drift apart.</summary>
    [Fact]
    public void The_architecture_names_every_room()
    {
        var text = File.ReadAllText(Path.Combine(Checkout.Root, "docs/architecture.md"));
        Assert.All(Order, room => Assert.Contains($"`{room}`", text));
    }

    private static string Room(string file)
    {
        var parts = Path.GetRelativePath(Path.Combine(Checkout.Root, "src"), file).Split('/');
        return string.Join('.', parts[..^1].Prepend("")).TrimStart('.').Replace("LucidLattice.", "");
    }

    private static string Folder(string path) => path.Contains('/') ? path[..path.IndexOf('/')] : "";

    private static IEnumerable<string> Files(string folder, string pattern)
        => Directory.EnumerateFiles(Path.Combine(Checkout.Root, folder), pattern, SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/") && !f.Contains("/bin/") && !f.Contains("/wwwroot/"));

    [GeneratedRegex(@"from '(\.[^']+)'")]
    private static partial Regex Imports();
}
