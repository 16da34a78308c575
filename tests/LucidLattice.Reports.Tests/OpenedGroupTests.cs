using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Levels that begin closed: what is inside is not printed until somebody opens it, and every figure stays as it is.</summary>
public sealed class OpenedGroupTests
{
    private static ReportDefinition Closed(int level) => Workshop.DemoReport("route-performance").MapSections(s => s with
    {
        Levels = [.. s.Levels.Select((l, i) => l with { Closed = i == level || level == 2 })],
    });

    private static ReportRun Run(ReportDefinition report, params string[] opened) => Workshop.DemoEngine().Run(
        new RunRequest(report, new Dictionary<string, string>(), Workshop.Now) { Opened = opened }, CancellationToken.None);

    private static List<string> Texts(ReportRun run) =>
        [.. Enumerable.Range(1, run.PageCount).SelectMany(n => run.Page(n).Texts()).Select(t => t.Text)];

    private static List<(string Group, bool IsClosed)> Signs(ReportRun run) =>
        [.. Enumerable.Range(1, run.PageCount).SelectMany(n => run.Page(n).Flatten().OfType<RegionItem>())
            .Where(r => r.Opens is not null).Select(r => r.Opens!.Value).Distinct()];

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    public void Closed_groups_print_their_bands_alone_and_open_one_by_one(int level)
    {
        var whole = Run(Workshop.DemoReport("route-performance"));
        var closed = Run(Closed(level));
        Assert.DoesNotContain(closed.Problems, p => p.IsError);
        Assert.True(closed.PageCount < whole.PageCount / 4);
        // The figures are those of everything.
        Assert.Equal("369,527", Texts(closed).Last(t => t == "369,527"));
        Assert.Equal(whole.Data!.Rows, closed.Data!.Rows);
        var signs = Signs(closed);
        Assert.Equal(level == 1 ? 8 : 3, signs.Count);
        Assert.All(signs, s => Assert.True(s.IsClosed));
        // One opened prints what is inside of it, and nothing else more.
        var one = Run(Closed(level), signs[0].Group);
        Assert.Single(Signs(one), s => !s.IsClosed);
        Assert.True(Texts(one).Count > Texts(closed).Count);
        // All of them print what was printed without.
        Assert.Equal(Texts(whole).Where(t => !t.StartsWith("Skerravoe", StringComparison.Ordinal)),
            Texts(Run(Closed(level), OpenedGroups.All)).Where(t => !t.StartsWith("Skerravoe", StringComparison.Ordinal)));
        // Names that mean nothing open nothing.
        Assert.Equal(closed.PageCount, Run(Closed(level), "[]", "x", "[\"l9\",null]").PageCount);
    }

    [Fact]
    public void The_outline_still_knows_where_a_closed_group_begins()
    {
        var run = Run(Closed(0));
        var (sheet, data) = (run.Sheets[0], run.Data!.Sections.First());
        for (var level = 1; level <= 2; level++)
            for (var group = 0; group < data.Tree.Levels[level].Count; group++)
                Assert.InRange(sheet.PageOf(data.Plan, level, group) ?? 0, 1, run.PageCount);
    }
}
