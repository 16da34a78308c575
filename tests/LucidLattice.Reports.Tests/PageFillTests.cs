using LucidLattice.Testing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Whatever stands on a page, and however high: every row, header and footer is printed exactly once, in order.</summary>
public sealed class PageFillTests
{
    private const int Reports = 300;

    /// <summary>A part, or a piece of it, on a page.</summary>
    /// <param name="Of">The part and the group or the row that it is printed for.</param>
    private sealed record Piece(string Section, string Of, int Page, double Left, double Top, double From, double To, double Height)
    {
        public double Bottom => Top + To - From;
    }

    private static ReportRun Run(ReportDefinition report, Value[][] rows, Shortcuts shortcuts)
    {
        var run = new ReportEngine(new MemoryRows(rows), Workshop.Measurer, new DemoCatalog()) { Shortcuts = shortcuts }
            .Run(new RunRequest(report, new Dictionary<string, string>(), Workshop.Now), CancellationToken.None);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        return run;
    }

    private static List<Piece> Pieces(ReportRun run)
    {
        var (pieces, sheet) = (new List<Piece>(), run.Sheets[0]);
        for (var page = 1; page <= sheet.Index.Count; page++)
            sheet.Index.Fill(page, sheet.Plan.First, (flow, part, left, top, from, to) =>
            {
                if (!flow.Frame.IsContinued)
                    pieces.Add(new Piece(flow.Plan.Section.Id, Name(part, flow.Frame), page, left, top, from, to,
                        run.Layout.Height(part, flow.Frame)));
            });
        return pieces;
    }

    private static string Name(PartPlan part, Frame frame) =>
        $"{part.Part.Id} of {string.Join('.', frame.Groups)} row {frame.Row}";

    /// <summary>What a section prints, one band after the other: a plain walk over its groups.</summary>
    private static IEnumerable<(string Section, string Of)> Expected(ReportRun run, SectionPlan plan, Frame? around)
    {
        var (data, positions) = (run.Data![plan], new FramePositions(run.Data[plan].Tree, run.Data[plan].NewFrame()));
        var (tree, whole) = (data.Tree, 0);
        if (plan.Match.Count > 0)
        {
            if (around is null || SectionContent.KeyOf(plan.Match.Select(m => m.Around), around) is not { } key
                || !data.Content.Matches.TryGetValue(key, out whole)) return [];
        }
        return [.. Band(BandKind.ReportHeader, 0, new Cursor(Stage.ReportHeader, plan.Base, whole)), .. Groups(plan.Base, whole),
            .. Band(BandKind.ReportFooter, 0, new Cursor(Stage.ReportFooter, plan.Base, whole))];

        IEnumerable<(string, string)> Groups(int level, int group)
        {
            if (tree.Order.Length == 0) return [];
            if (level == tree.Innermost)
                return Enumerable.Range(tree.Levels[level].Start[group], tree.Levels[level].End(group) - tree.Levels[level].Start[group])
                    .SelectMany(row => Band(BandKind.Detail, 0, new Cursor(Stage.Detail, level, group, row)));
            var (first, count) = tree.Inside(level, group, level + 1);
            return Enumerable.Range(first, count).SelectMany(inner => (IEnumerable<(string, string)>)
            [
                .. Around(BandKind.GroupHeader, level + 1, inner, Stage.Header), .. Groups(level + 1, inner),
                .. Around(BandKind.GroupFooter, level + 1, inner, Stage.Footer),
            ]);
        }

        IEnumerable<(string, string)> Around(BandKind kind, int level, int group, Stage stage) =>
            tree.IsOmitted(level, group) ? [] : Band(kind, level - plan.Base, new Cursor(stage, level, group));

        IEnumerable<(string, string)> Band(BandKind kind, int level, Cursor at)
        {
            var printed = new List<(string, string)>();
            foreach (var part in plan.Bands[new BandPlace(kind, level)])
            {
                positions.MoveTo(at);
                if (!part.IsShown(positions.Frame)) continue;
                printed.Add((plan.Section.Id, Name(part, positions.Frame)));
                foreach (var inside in part.Sections)
                {
                    positions.MoveTo(at);
                    printed.AddRange(Expected(run, inside, positions.Frame));
                }
            }
            return printed;
        }
    }

    private static string Differences(int seed, string section, List<string> expected, List<string> printed)
    {
        var at = expected.Zip(printed).TakeWhile(p => p.First == p.Second).Count();
        var (wanted, got) = (string.Join(", ", expected.Skip(at).Take(4)), string.Join(", ", printed.Skip(at).Take(4)));
        return $"Report {seed}, section {section}, number {at} of {expected.Count}: expected {wanted}; printed {got}";
    }

    private static void ForEach(Action<int, GeneratedPages, ReportDefinition, Value[][]> check)
    {
        for (var seed = 0; seed < Reports; seed++)
        {
            var generated = new GeneratedPages(seed);
            var rows = generated.Rows();
            check(seed, generated, generated.Report(), rows);
        }
    }

    [Fact]
    public void Every_row_header_and_footer_is_printed_once_in_order_or_in_the_pieces_that_it_was_cut_into() =>
        ForEach((seed, _, report, rows) =>
        {
            var run = Run(report, rows, Shortcuts.WhereTheyPay);
            var pieces = Pieces(run);
            var expected = run.Sheets[0].Plan.Sections.SelectMany(s => Expected(run, s, null)).ToLookup(e => e.Section, e => e.Of);
            foreach (var section in expected)
            {
                var printed = pieces.Where(p => p.Section == section.Key).ToList();
                var begun = printed.Where(p => p.From == 0 || p.Height == 0).Select(p => p.Of).ToList();
                Assert.True(section.SequenceEqual(begun), Differences(seed, section.Key, [.. section], begun));
                for (var i = 1; i <= printed.Count; i++)
                {
                    var (before, here) = (printed[i - 1], i < printed.Count ? printed[i] : null);
                    var ends = here is null || here.Of != before.Of || here.From == 0 ? before.Height : here.From;
                    Assert.True(Math.Abs(before.To - ends) < 0.001, $"Report {seed}: {before} goes on at {ends}.");
                }
            }
            Assert.Equal(expected.Select(e => e.Key).Order(), pieces.Select(p => p.Section).Distinct().Order());
        });

    [Fact]
    public void Nothing_stands_beyond_the_page_or_on_something_else() => ForEach((seed, _, report, rows) =>
    {
        var run = Run(report, rows, Shortcuts.WhereTheyPay);
        var (page, sheet) = (report.Page, run.Sheets[0].Plan);
        var bottom = page.Height - page.Bottom - sheet.PageFooter.Sum(p => p.Height);
        var onLine = report.AllSections().SelectMany(s => s.Bands()).SelectMany(b => b.Band.Parts).Where(p => p.OnRowLine)
            .Select(p => p.Id).ToHashSet();
        foreach (var lane in Pieces(run).GroupBy(p => (p.Section, p.Page, p.Left)))
        {
            var above = page.Top;
            foreach (var piece in lane)
            {
                Assert.True(piece.Top >= above - 0.001, $"Report {seed}: {piece} stands above {above}.");
                Assert.True(piece.Bottom <= bottom + 0.02, $"Report {seed}: {piece} ends below {bottom}.");
                // What stands on the line of a row is beside it.
                if (!onLine.Contains(piece.Of[..piece.Of.IndexOf(' ')])) above = piece.Bottom;
            }
        }
    });

    [Fact]
    public void Fast_ways_and_slow_ones_fill_pages_alike_to_the_last_point() => ForEach((seed, _, report, rows) =>
    {
        var (quick, slow) = (Run(report, rows, Shortcuts.Always), Run(report, rows, Shortcuts.Never));
        Assert.True(quick.PageCount == slow.PageCount && Pieces(quick).SequenceEqual(Pieces(slow)), $"Report {seed}");
    });

    [Fact]
    public void What_is_looked_for_is_found_on_the_page_where_it_stands() => ForEach((seed, _, report, rows) =>
    {
        var run = Run(report, rows, Shortcuts.WhereTheyPay);
        var texts = Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts().Where(t => t.Text.StartsWith('#'))
            .Select(t => (Page: p, t.Text))).ToLookup(t => t.Text, t => t.Page);
        foreach (var text in texts.Take(12))
            Assert.True(ReportSearch.Find(run, text.Key, 500, CancellationToken.None).Hits.Select(h => h.Page).Order()
                .SequenceEqual(text.Order()), $"Report {seed}: {text.Key} stands on {string.Join(", ", text)}.");
    });
}
