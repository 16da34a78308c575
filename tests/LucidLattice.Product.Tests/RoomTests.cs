using System.Text.RegularExpressions;
using LucidLattice.Testing;
using LucidLattice.Charts;
using Xunit;

namespace LucidLattice.Product.Tests;

/// <summary>Rooms have an order, from values up to what starts the program: a room uses rooms below it, never one above or a
/// circle.</summary>
public partial class RoomTests
{
    /// <summary>The order that docs/architecture.md describes, lowest first. A sub-room belongs to its room, and stands just below
    /// it.</summary>
    private static readonly string[] Order =
    [
        "Core.Hashing", "Core.Values", "Core.Locales", "Core.Progress", "Core.Caching", "Core.Definitions.Files.Upgrades",
        "Core.Definitions.Files", "Core.Definitions", "Core.Data", "Core.Grouping", "Core.Expressions.Calls",
        "Core.Expressions.Aggregates", "Core.Expressions",
        "Core.Formatting", "Core.GroupLevels", "Core.Parameters",
        "Core.Links", "Core.Drawing", "Core.Charts.Scales", "Core.Charts", "Core.Charts.Guides", "Core.Charts.Types", "Core.Crosstabs",
        "Core.Elements",
        "Core.Datasets", "Core.Planning", "Core.Layout", "Core.Running",
        "Core.Tracing", "Core.Proving", "Core.Composing", "Core.Editing", "Core.Explaining",
        "Sql.Joins", "Sql", "Sql.Sqlite", "Sql.Csv", "Storage", "Demo",
        "Output.Typesetting", "Output.Svg", "Output", "Output.Pdf", "Output.Html", "Output.Charts", "Output.Files",
        "Server.Web", "Server.Runs", "Server.Data", "Server.Reports", "Server.Composing", "Server.Lattice", "Server.Hosting",
            "Server.CommandLine", "Server",
    ];

    private static readonly string[] WebOrder =
        ["theme", "api", "focus", "shell", "undo", "code", "sentence", "trace", "parameters", "data", "read", "compose", "library",
            "lattice", "test", ""];

    [Fact]
    public void A_room_uses_rooms_below_it()
    {
        var wrong = new List<string>();
        foreach (var file in Files("src", "*.cs"))
        {
            var room = Room(file);
            if (Array.IndexOf(Order, room) < 0) wrong.Add($"{file}: the room {room} has no place in the order");
            foreach (var used in Uses(File.ReadAllText(file)).Where(u => Order.Contains(u)))
                if (!IsPartOf(room, used) && Array.IndexOf(Order, used) >= Array.IndexOf(Order, room))
                    wrong.Add($"{Path.GetRelativePath(Checkout.Root, file)}: {room} uses {used}");
        }
        Assert.Empty(wrong);
    }

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
        Assert.All(Order.Where(r => r.StartsWith("Core.") && r.Count(c => c == '.') == 1), room => Assert.Contains($"`{room[5..]}`", text));
    }

    private static bool IsPartOf(string room, string used) => room == used || room.StartsWith(used + ".");

    private static IEnumerable<string> Uses(string text)
        => UsingLines().Matches(text).Select(m => m.Groups[1].Value).Concat(Inline(text));

    /// <summary>Rooms of the core that are named where something of them is used: <c>DateSteps</c>.</summary>
    private static IEnumerable<string> Inline(string text) => !text.Contains("namespace LucidLattice.Core", StringComparison.Ordinal) ? []
        : InlineRooms().Matches(text).Select(m => $"Core.{m.Groups[1].Value}").Where(Order.Contains).Distinct();

    [GeneratedRegex(@"(?<=[\s(<!])([A-Z]\w+)\.(?=[A-Z]\w+[.(<\s])")]
    private static partial Regex InlineRooms();

    private static string Room(string file)
    {
        var parts = Path.GetRelativePath(Path.Combine(Checkout.Root, "src"), file).Split('/');
        return string.Join('.', parts[..^1].Prepend("")).TrimStart('.').Replace("LucidLattice.", "");
    }

    private static string Folder(string path) => path.Contains('/') ? path[..path.IndexOf('/')] : "";

    private static IEnumerable<string> Files(string folder, string pattern)
        => Directory.EnumerateFiles(Path.Combine(Checkout.Root, folder), pattern, SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/") && !f.Contains("/bin/") && !f.Contains("/wwwroot/"));

    [GeneratedRegex(@"^using (?:static )?LucidLattice\.([\w.]+);", RegexOptions.Multiline)]
    private static partial Regex UsingLines();

    [GeneratedRegex(@"from '(\.[^']+)'")]
    private static partial Regex Imports();
}
