using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Layout.Tests;

public class LayoutTests
{
    private static readonly Field[] Fields = [new() { Name = "grp", Type = DataType.Text }, new() { Name = "sub", Type = DataType.Text },
        new() { Name = "id", Type = DataType.Whole, Kind = FieldKind.Key }, new() { Name = "words", Type = DataType.Text }];

    private static TextElement Text(string id, string text, double y = 0, double width = 200, double x = 0) =>
        new() { Id = id, Text = text, Width = width, X = x, Y = y, Height = 14 };

    private static TextElement Header(string id, string text) => Text(id, text) with { Continued = "(again)" };

    private static BandPart Repeated(string id, double height, params Element[] elements) =>
        Workshop.Part(id, height, elements) with { Repeat = true };

    private static Section TwoLevels(double height) => new()
    {
        Id = "s",
        ReportHeader = Workshop.Band(Workshop.Part("p0", 40, Text("t0", "Start"))),
        Levels =
        [
            new Level { Id = "l1", Name = "Outer", By = "grp", Header = Workshop.Band(Repeated("p1", 20, Header("t1", "G {{ grp }}"))),
                Footer = Workshop.Band(Workshop.Part("p2", 20, Text("t2", "end of {{ grp }}: {{ count(*) }}"))) },
            new Level { Id = "l2", Name = "Inner", By = "sub", Header = Workshop.Band(Repeated("p3", 18, Header("t3", "S {{ sub }}"))),
            Footer = Workshop.Band(Workshop.Part("p4", 16, Text("t4", "end of {{ sub }}: {{ count(*) }}"))) },
        ],
        Detail = Workshop.Band(
        Workshop.Part("p5", height, Text("t5", "#{{ id }}", width: 60), Text("t6", "{{ words }}", width: 120, x: 80))),
        ReportFooter = Workshop.Band(Workshop.Part("p6", 20, Text("t7", "Finish"))),
    };

    private static Band PageNumbers => Workshop.Band(Workshop.Part("p7", 16, Text("t8", "Page {{ page_number() }} of {{ page_count() }}")));

    private static ReportRun Run(Random random, int count, out List<(string Group, string Sub, long Id)> expected)
    {
        var rows = Enumerable.Range(0, count)
            .Select(i => new[]
            { Value.Of("g" + random.Next(4)), Value.Of("s" + random.Next(3)), Value.Of((long)i),
            Value.Of(string.Join(' ', Enumerable.Repeat("word", random.Next(30)))) }).ToArray();
        expected = [.. rows.Select(r => (r[0].Text, r[1].Text, r[2].Whole)).OrderBy(r => r.Item1).ThenBy(r => r.Item2)];
        var report = Workshop.Report(TwoLevels(random.Next(14, 40)), Fields)
            .WithPageBands(
            footer: PageNumbers) with {
            Page = new PageSetup { Width = 400, Height = random.Next(220, 700), Left = 20, Right = 20, Top = 20, Bottom = 20 } };
        return Workshop.Run(report, new MemoryRows(rows));
    }

    [Fact]
    public void Every_row_is_printed_once_and_in_order_under_its_headers_on_pages_of_any_size()
    {
        var random = new Random(3);
        for (var round = 0; round < 40; round++)
        {
            var run = Run(random, random.Next(0, 120), out var expected);
            var printed = new List<long>();
            var (group, sub) = ("", "");
            var begun = new HashSet<(string, string)>();
            // A header that is printed again says so, and the first of its group does not.
            string Named(string header, string around)
            {
                var again = header.EndsWith(" (again)", StringComparison.Ordinal);
                var name = again ? header[..^" (again)".Length] : header;
                Assert.Equal(!begun.Add((around, name)), again);
                return name[2..];
            }
            for (var page = 1; page <= run.PageCount; page++)
            {
                var texts = run.Page(page).Texts().Select(t => t.Text).ToList();
                Assert.Contains($"Page {page} of {run.PageCount}", texts);
                var body = texts.Where(t => !t.StartsWith("Page ", StringComparison.Ordinal)).ToList();
                // A page that shows rows shows the headers of their groups above them.
                (group, sub) = ("", "");
                foreach (var text in body)
                {
                    if (text.StartsWith("G ", StringComparison.Ordinal)) (group, sub) = (Named(text, ""), "");
                    else if (text.StartsWith("S ", StringComparison.Ordinal)) sub = Named(text, group);
                    else if (text.StartsWith('#'))
                    {
                        var row = expected[printed.Count];
                        printed.Add(long.Parse(text[1..], System.Globalization.CultureInfo.InvariantCulture));
                        Assert.Equal((row.Group, row.Sub, row.Id), (group, sub, printed[^1]));
                    }
                }
                // No header is the last thing on a page.
                if (body.Count > 0)
                    Assert.False(body[^1].StartsWith("G ", StringComparison.Ordinal) || body[^1].StartsWith("S ", StringComparison.Ordinal),
                        $"round {round}, page {page}");
            }
            Assert.Equal(expected.Count, printed.Count);
        }
    }

    [Fact]
    public void Nothing_is_printed_over_something_else_or_outside_the_margins()
    {
        var random = new Random(5);
        for (var round = 0; round < 20; round++)
        {
            var run = Run(random, 60, out _);
            for (var page = 1; page <= run.PageCount; page++)
            {
                var drawing = run.Page(page);
                var boxes = drawing.Texts().Select(Boxes.Of).ToList();
                Assert.All(boxes,
                    b => Assert.True(b.Left >= 19.9 && b.Right <= drawing.Width - 19.9 && b.Top >= 19 && b.Bottom <= drawing.Height - 19));
                Boxes.AssertApart(boxes);
            }
        }
    }

    [Fact]
    public void A_text_of_a_million_characters_flows_over_pages_and_loses_nothing()
    {
        var words = string.Join(' ', Enumerable.Range(0, 144_000).Select(i => $"w{i % 100_000}"));
        Assert.True(words.Length > 950_000);
        var section = new Section { Id = "s", Detail = Workshop.Band(Workshop.Part("p", 16, Text("t", "{{ words }}", width: 340))) };
        var run = Workshop.Run(Workshop.Report(section, Fields), new MemoryRows([Value.Null, Value.Null, Value.Null, Value.Of(words)]));
        Assert.InRange(run.PageCount, 50, 1500);
        Assert.Equal(words, string.Join(' ', Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts()).Select(t => t.Text)));
    }

    [Fact]
    public void What_grows_pushes_down_what_stands_below_it()
    {
        var section = new Section { Id = "s",
            ReportHeader = Workshop.Band(
            Workshop.Part("p", 60, Text("a", string.Join(' ', Enumerable.Repeat("grows", 60)), width: 100), Text("b", "below", y: 20),
            Text("c", "beside", y: 0, x: 150))) };
        var texts = Workshop.Run(Workshop.Report(section, Fields), new MemoryRows()).Page(1).Texts().ToList();
        Assert.True(
            texts.Single(t => t.Text == "below").Y > texts.Where(t => t.Text.StartsWith("grows", StringComparison.Ordinal)).Max(t => t.Y));
        Assert.Equal(texts.Min(t => t.Y), texts.Single(t => t.Text == "beside").Y);
    }

    [Fact]
    public void A_level_can_start_each_group_on_a_new_page()
    {
        var section = TwoLevels(16);
        section = section with { Levels = [section.Levels[0] with { NewPage = true }, section.Levels[1]] };
        var rows = new[]
            { "x", "y", "z" }.Select((g, i) => new[] { Value.Of(g), Value.Of("s"), Value.Of((long)i), Value.Of("") }).ToArray();
        var run = Workshop.Run(Workshop.Report(section, Fields), new MemoryRows(rows));
        Assert.Equal(3, run.PageCount);
        Assert.Equal([1, 2, 3], Enumerable.Range(0, 3).Select(g => run.PageOf(1, g)));
    }

    [Fact]
    public void A_report_without_rows_still_has_its_header_and_footer()
    {
        var run = Workshop.Run(Workshop.Report(TwoLevels(16), Fields).WithPageBands(footer: PageNumbers), new MemoryRows());
        Assert.Equal(["Start", "Finish", "Page 1 of 1"], run.Page(1).Texts().Select(t => t.Text));
    }

    /// <summary>A part is as high as what stands in it, in page bands too; nothing of it is lost, and nothing lies over what
    /// follows.</summary>
    [Fact]
    public void A_part_grows_to_hold_what_stands_in_it()
    {
        TextElement Low(string id, double y, double height = 14) => new() { Id = id, Y = y, Width = 200, Height = height, Text = id };
        var section = new Section
        {
            Id = "s",
            ReportHeader = Workshop.Band(Workshop.Part("a", 10, Low("inside", 0), Low("at the edge", 10, 0), Low("below", 40))),
            Detail = Workshop.Band(Workshop.Part("d", 5, Low("row", 5))),
            ReportFooter = Workshop.Band(Workshop.Part("f", 14, Low("end", 0))),
        };
        var report = Workshop.Report(section, Fields).WithPageBands(Workshop.Band(Workshop.Part("ph", 4, Low("head", 20))),
            Workshop.Band(Workshop.Part("pf", 4, Low("foot", 20))));
        var rows = new MemoryRows([.. Enumerable.Range(0, 3)
            .Select(i => new[] { Value.Of("g"), Value.Of("s"), Value.Of((long)i), Value.Of("") })]);
        var run = Workshop.Run(report, rows);
        Assert.Empty(run.Problems);
        var texts = run.Page(1).Texts().ToList();
        Assert.Equal(["head", "inside", "at the edge", "below", "row", "row", "row", "end", "foot"], texts.Select(t => t.Text));
        Boxes.AssertApart([.. texts.Select(Boxes.Of)]);
        Assert.True(texts[^1].Y < report.Page.Height - report.Page.Bottom);
    }

    [Fact]
    public void What_reaches_beyond_the_paper_is_named()
    {
        var section = new Section
        {
            Id = "s",
            ReportHeader = Workshop.Band(Workshop.Part("a", 20,
                new TextElement { Id = "far", X = 500, Width = 200, Height = 14, Text = "x" },
                new TextElement { Id = "near", X = 300, Width = 200, Height = 14, Text = "x" })),
        };
        var problem = Assert.Single(Workshop.Run(Workshop.Report(section, Fields), new MemoryRows()).Problems);
        Assert.Equal(("outside-page", "far"), (problem.Code, problem.Place));
    }

    /// <summary>What was seen before: the header alone on the first page, the row from the second on.</summary>
    [Theory]
    [InlineData(0)]
    [InlineData(5)]
    [InlineData(43)]
    public void A_first_row_taller_than_a_page_begins_below_its_header(int rowsBefore)
    {
        var section = new Section
        {
            Id = "s", Dataset = "d",
            Levels = [new Level { Id = "l", Name = "Group", By = "g", Header = Workshop.Band(Workshop.Part("h", 20,
                new TextElement { Id = "t", Width = 200, Height = 14, Text = "Group {{ g }}" })) }],
            Detail = Workshop.Band(Workshop.Part("p", 16, new TextElement { Id = "r", Width = 200, Height = 14, Text = "{{ words }}" })),
        };
        var words = string.Join(' ', Enumerable.Range(0, 2000).Select(i => $"word{i}"));
        Value[][] rows = [.. Enumerable.Range(0, rowsBefore).Select(_ => new[] { Value.Of("a"), Value.Of("short") }),
            [Value.Of("b"), Value.Of(words)]];
        var run = Workshop.Run(Workshop.Report(section, new Field { Name = "g", Type = DataType.Text },
            new Field { Name = "words", Type = DataType.Text }), new MemoryRows(rows));
        var pages = Enumerable.Range(1, run.PageCount).Select(p => run.Page(p).Texts().Select(t => t.Text).ToList()).ToList();
        var first = pages.Single(p => p.Contains("Group b"));
        Assert.StartsWith("word0 ", first[first.IndexOf("Group b") + 1]);
        Assert.Equal(words, string.Join(' ', pages.SelectMany(p => p).Where(t => t.StartsWith("word", StringComparison.Ordinal))));
    }
}
