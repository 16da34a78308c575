using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Layout.Tests;

/// <summary>Where pages begin: groups kept whole, footers that are never alone, parts that ask for room, stand at the foot, share a line or
/// shrink. Properties over random rows, heights and pages.</summary>
public sealed class KeepingTests
{
    private static readonly Field[] Fields = [new() { Name = "g", Type = DataType.Text }, new() { Name = "h", Type = DataType.Text },
        new() { Name = "n", Type = DataType.Whole }, new() { Name = "words", Type = DataType.Text }];

    private const double Margin = 20, Width = 300;

    private static TextElement Text(string id, string text) => new() { Id = id, Width = 200, Height = 10, Text = text };

    private sealed record Case(Section Section, (string G, string H, long N, string Words)[] Rows, double PageHeight)
    {
        public double Body => PageHeight - 2 * Margin;

        public ReportRun Run() => Workshop.Run(
            Workshop.Report(Section, Fields) with
            {
                Page = new PageSetup { Width = Width, Height = PageHeight, Left = Margin, Right = Margin, Top = Margin, Bottom = Margin },
            },
            new MemoryRows([.. Rows.Select(r => new[] { Value.Of(r.G), Value.Of(r.H), Value.Of(r.N), Value.Of(r.Words) })]));

        /// <summary>The texts of each page from top to bottom.</summary>
        public static List<List<TextRun>> Pages(ReportRun run)
        {
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            return [.. Enumerable.Range(1, run.PageCount).Select(p => run.Page(p).Texts().OrderBy(t => t.Y).ToList())];
        }
    }

    /// <summary>Two levels with headers and footers of 12 to 30 points, rows of one height or wrapping ones.</summary>
    private static Case Any(Random random, Func<Section, Section>? change = null)
    {
        double Some() => random.Next(12, 31);
        var section = new Section
        {
            Id = "s", Dataset = "d",
            Levels =
            [
                new Level { Id = "l1", Name = "Outer", By = "g", Header = Workshop.Band(Workshop.Part("p1", Some(), Text("t1",
                    "H {{ g }}"))),
                    Footer = Workshop.Band(Workshop.Part("p2", Some(), Text("t2", "F {{ g }} {{ count(*) }}"))) },
                new Level { Id = "l2", Name = "Inner", By = "h", Header = Workshop.Band(Workshop.Part("p3", Some(), Text("t3",
                    "h {{ h }}"))),
                    Footer = Workshop.Band(Workshop.Part("p4", Some(), Text("t4", "f {{ h }} {{ count(*) }}"))) },
            ],
            Detail = Workshop.Band(Workshop.Part("p5", Some(),
                [Text("t5", "#{{ n }}"), .. random.Next(2) == 0 ? new[] { Text("t6", "{{ words }}") with { X = 210, Width = 40 } } : []])),
            ReportFooter = Workshop.Band(Workshop.Part("p6", Some(), Text("t7", "End {{ count(*) }}"))),
        };
        var rows = Enumerable.Range(0, random.Next(1, 90))
            .Select(i => ("g" + random.Next(4), "h" + random.Next(3), (long)i, string.Join(' ', Enumerable.Repeat("xx", random.Next(9)))))
            .ToArray();
        return new Case(change is null ? section : change(section), rows, random.Next(220, 500));
    }

    private static bool IsRow(TextRun text) => text.Text.StartsWith('#');

    private static bool IsFooter(TextRun text) => text.Text[0] is 'F' or 'f' or 'E';

    private static void Rounds(int rounds, Action<Random> one)
    {
        for (var seed = 0; seed < rounds; seed++) one(new Random(seed));
    }

    [Fact]
    public void No_page_begins_with_a_footer_whether_rows_are_printed_or_not() => Rounds(80, random =>
    {
        var isSummary = random.Next(4) == 0;
        var one = Any(random, s => isSummary ? s with { Detail = new Band() } : s);
        foreach (var page in Case.Pages(one.Run()))
        {
            var first = page.First(t => !t.Text.Contains("xx"));
            // In a summary the innermost footer stands for the rows.
            Assert.False(IsFooter(first) && !(isSummary && first.Text[0] == 'f'), $"A page begins with “{first.Text}”.");
            // A header is never the last either.
            Assert.DoesNotContain(page.Last(t => !t.Text.Contains("xx")).Text[0], "Hh");
        }
    });

    [Fact]
    public void A_group_that_is_kept_whole_is_split_only_where_no_page_holds_it() => Rounds(80, random =>
    {
        var one = Any(random, s => s with { Levels = [s.Levels[0], s.Levels[1] with { Together = true }],
            Detail = Workshop.Band(s.Detail.Parts[0] with { Elements = [s.Detail.Parts[0].Elements[0]] }) });
        var pages = Case.Pages(one.Run());
        double Height(int rows) => one.Section.Levels[1].Header.Parts[0].LeastHeight() + one.Section.Levels[1].Footer.Parts[0].LeastHeight()
            + rows * one.Section.Detail.Parts[0].LeastHeight();
        var kept = 0;
        foreach (var group in one.Rows.GroupBy(r => (r.G, r.H)))
        {
            var on = group.Select(r => pages.FindIndex(p => p.Any(t => t.Text == $"#{r.N}"))).Distinct().ToList();
            Assert.True(on.Count == 1 || Height(group.Count()) > one.Body, $"{group.Key} is on {on.Count} pages.");
            kept += on.Count == 1 ? 1 : 0;
        }
        Assert.True(kept > 0);
    });

    [Fact]
    public void A_page_begins_after_so_many_rows_of_a_group() => Rounds(40, random =>
    {
        var every = random.Next(1, 9);
        var one = Any(random, s => s with { Detail = Workshop.Band(s.Detail.Parts[0] with { BreakEvery = every }) });
        var pages = Case.Pages(one.Run());
        Assert.Equal(one.Rows.Length, pages.Sum(p => p.Count(IsRow)));
        foreach (var group in one.Rows.GroupBy(r => (r.G, r.H)))
        {
            var on = group.Select(r => pages.FindIndex(p => p.Any(t => t.Text == $"#{r.N}"))).ToList();
            for (var i = every; i < on.Count; i += every) Assert.NotEqual(on[i - 1], on[i]);
        }
    });

    [Fact]
    public void A_part_that_asks_for_room_has_it_or_is_the_first_of_its_page() => Rounds(40, random =>
    {
        var room = random.Next(20, 140);
        var one = Any(random, s => s with { Levels = [s.Levels[0] with
            { Header = Workshop.Band(s.Levels[0].Header.Parts[0] with { LeastRoom = room }) }, s.Levels[1]] });
        foreach (var page in Case.Pages(one.Run()))
            foreach (var header in page.Where(t => t.Text[0] == 'H').Where(h => h != page[0]))
                Assert.True(header.Y - 13 + room <= one.PageHeight - Margin + 13, $"{header.Text} stands at {header.Y}.");
    });

    [Fact]
    public void A_footer_at_the_foot_of_the_page_ends_where_the_page_does() => Rounds(40, random =>
    {
        var one = Any(random, s => s with { Levels = [s.Levels[0] with { Footer = Workshop.Band(
            s.Levels[0].Footer.Parts[0] with { AtFoot = true, Height = 20 },
            Workshop.Part("p8", 14, Text("t8", "F below")) with { AtFoot = true }) }, s.Levels[1]] });
        var pages = Case.Pages(one.Run());
        var bottoms = pages.SelectMany(p => p).Where(t => t.Text == "F below").Select(t => t.Y).Distinct().ToList();
        Assert.Single(bottoms);
        Assert.InRange(one.PageHeight - Margin - bottoms[0], 0, 14);
        Assert.Equal(one.Rows.Select(r => r.G).Distinct().Count(), pages.Sum(p => p.Count(t => t.Text == "F below")));
        // What stood above is right above it, and nothing comes after.
        foreach (var page in pages.Where(p => p.Any(t => t.Text == "F below")))
        {
            Assert.Equal(bottoms[0] - 20, page.Single(t => t.Text.StartsWith("F g", StringComparison.Ordinal)).Y, 3);
            Assert.Equal("F below", page[^1].Text);
        }
    });

    [Fact]
    public void A_header_on_the_line_of_its_first_row_pushes_nothing_but_what_is_lower_than_itself() => Rounds(40, random =>
    {
        var high = random.Next(10, 40);
        var one = Any(random, s => s with { Levels = [s.Levels[0], s.Levels[1] with { Header = Workshop.Band(
            Workshop.Part("p3", high, Text("t3", "h {{ h }}") with
                { X = 100, Width = 90, Style = new Style { Role = StyleRole.Body } }) with { OnRowLine = true }) }] });
        var pages = Case.Pages(one.Run());
        var seen = 0;
        foreach (var page in pages)
            foreach (var header in page.Where(t => t.Text[0] == 'h'))
            {
                var row = page.Where(IsRow).First(t => t.Y >= header.Y - 0.01);
                Assert.Equal(header.Y, row.Y, 3);
                seen++;
                if (page.Where(t => IsRow(t) || IsFooter(t)).FirstOrDefault(t => t.Y > row.Y + 0.01) is { } next && IsRow(next))
                    Assert.True(next.Y - row.Y >= high - 0.01);
            }
        Assert.Equal(one.Rows.Select(r => (r.G, r.H)).Distinct().Count(), seen);
    });

    [Fact]
    public void What_is_empty_takes_no_room_in_a_part_that_shrinks()
    {
        double[] Heights(bool shrinks, params string[] lines)
        {
            var texts = lines.Select((line, i) => (Element)(Text("t" + i, line) with { Y = 2 + 12 * i, Height = 12 })).ToArray();
            var section = new Section { Id = "s", Dataset = "d", ReportHeader = Workshop.Band(
                Workshop.Part("p", 2 + 12 * lines.Length + 3, texts) with { Shrinks = shrinks }, Workshop.Part("q", 20, Text("u",
                    "after"))) };
            var one = new Case(section, [("a", "b", 1, "")], 400);
            return [.. Case.Pages(one.Run()).Single().Select(t => Math.Round(t.Y, 6))];
        }
        var full = Heights(false, "one", "two", "three");
        Assert.Equal(full, Heights(true, "one", "two", "three"));
        // The empty line between is gone, and what stands below moves up by its height.
        Assert.Equal([full[0], full[1], full[3] - 12], Heights(true, "one", "{{ words }}", "three"));
        Assert.Equal([full[0], full[2], full[3]], Heights(false, "one", "{{ words }}", "three"));
        Assert.Equal(full[0] - 2, Assert.Single(Heights(true, "{{ words }}", "{{ words }}")), 3);
    }

    [Fact]
    public void What_cannot_be_is_said()
    {
        var section = new Section { Id = "s", Dataset = "d", Detail = Workshop.Band(
            Workshop.Part("p", 14, Text("t", "{{ n }}")) with { BreakEvery = 0, LeastRoom = double.NaN }) };
        var problems = new Case(section, [("a", "b", 1, "")], 400).Run().Problems;
        Assert.Equal(["bad-break", "bad-size"], problems.Where(p => p.IsError).Select(p => p.Code));
        Assert.All(problems.Where(p => p.IsError), p => Assert.Equal("p", p.Place));
    }
}
