using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Layout.Tests;

/// <summary>Parts and elements that are printed under conditions, page breaks, tinted rows, values that are printed when they
/// change.</summary>
public sealed class PartConditionTests
{
    private static readonly Field[] Fields = [new() { Name = "g", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole }];

    private static TextElement Text(string id, string text) => new() { Id = id, Width = 200, Height = 12, Text = text };

    private static MemoryRows Rows(params (string Group, long N)[] rows) =>
        new([.. rows.Select(r => new[] { Value.Of(r.Group), Value.Of(r.N) })]);

    private static List<List<string>> Pages(ReportRun run) =>
        [.. Enumerable.Range(1, run.PageCount).Select(p => run.Page(p).Texts().Select(t => t.Text).ToList())];

    /// <summary>Property over random rows: exactly those parts are printed for which the condition holds, what follows moves up, and
    /// finding agrees.</summary>
    [Fact]
    public void A_part_is_printed_where_its_condition_holds_and_takes_no_room_elsewhere()
    {
        var random = new Random(6);
        for (var round = 0; round < 60; round++)
        {
            var rows = Enumerable.Range(0, random.Next(0, 120)).Select(_ => ("g" + random.Next(6), (long)random.Next(100))).ToArray();
            var section = new Section
            {
                Id = "s", Dataset = "d",
                Levels = [new Level { Id = "l", Name = "G", By = "g",
                    Header = Workshop.Band(Workshop.Part("h", 14, Text("t", "head {{ g }}")) with { When = "count(*) > 9" }),
                    Footer = Workshop.Band(Workshop.Part("f", 14, Text("u", "rank {{ g }}")) with
                        { When = "rank() OVER (ORDER BY sum(n) DESC) = 1" }) }],
                ReportHeader = Workshop.Band(Workshop.Part("none", 14, Text("z", "nothing")) with { When = "count(*) = 0" }),
                Detail = Workshop.Band(Workshop.Part("d1", 14, Text("r", "row {{ n }}")) with { When = "n % 3 = 0" },
                    Workshop.Part("d2", 10, Text("q", "big {{ n }}") with { When = "n > 90" })),
            };
            var run = Workshop.Run(Workshop.Report(section, Fields), Rows(rows));
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            var expected = new List<string>();
            if (rows.Length == 0) expected.Add("nothing");
            var groups = rows.GroupBy(r => r.Item1).OrderBy(g => g.Key, StringComparer.Ordinal).ToList();
            foreach (var group in groups)
            {
                if (group.Count() > 9) expected.Add("head " + group.Key);
                foreach (var (_, n) in group)
                {
                    if (n % 3 == 0) expected.Add("row " + n);
                    if (n > 90) expected.Add("big " + n);
                }
                if (group.Sum(r => r.Item2) == groups.Max(g => g.Sum(r => r.Item2))) expected.Add("rank " + group.Key);
            }
            var pages = Pages(run);
            Assert.Equal(expected, pages.SelectMany(p => p));
            var found = ReportSearch.Find(run, " g", int.MaxValue, CancellationToken.None).Hits;
            Assert.Equal(pages.SelectMany((p, i) => p.Where(t => t.Contains(" g")).Select(t => (i + 1, t))),
                found.Select(h => (h.Page, h.Text)));
        }
    }

    [Fact]
    public void A_part_that_is_left_out_leaves_no_gap()
    {
        double Second(string? when)
        {
            var section = new Section { Id = "s", Dataset = "d", ReportHeader = Workshop.Band(
                Workshop.Part("a", 40, Text("t", "first")) with { When = when }, Workshop.Part("b", 20, Text("u", "second"))) };
            return Workshop.Run(Workshop.Report(section, Fields), Rows(("a", 1))).Page(1).Texts().Single(t => t.Text == "second").Y;
        }
        Assert.Equal(40, Second(null) - Second("count(*) > 1"), 6);
        Assert.Equal(Second(null), Second("count(*) = 1"), 6);
    }

    [Fact]
    public void New_pages_begin_before_or_after_parts()
    {
        Section Of(BandPart header, BandPart detail) => new()
        {
            Id = "s", Dataset = "d",
            Levels = [new Level { Id = "l", Name = "G", By = "g", Header = Workshop.Band(header) }],
            Detail = Workshop.Band(detail),
        };
        var (header, detail) = (Workshop.Part("h", 14, Text("t", "{{ g }}")), Workshop.Part("d", 14, Text("r", "{{ n }}")));
        var rows = new[] { ("a", 1L), ("a", 2L), ("b", 3L) };
        string Printed(Section section) =>
            string.Join(" | ", Pages(Workshop.Run(Workshop.Report(section, Fields), Rows(rows))).Select(p => string.Join(' ', p)));
        Assert.Equal("a 1 2 b 3", Printed(Of(header, detail)));
        Assert.Equal("a 1 2 | b 3", Printed(Of(header with { BreakBefore = true }, detail)));
        Assert.Equal("a | 1 2 b | 3", Printed(Of(header with { BreakAfter = true }, detail)));
        Assert.Equal("a 1 | 2 | b 3", Printed(Of(header, detail with { BreakAfter = true })));
    }

    [Fact]
    public void Rows_are_tinted_in_turn_and_values_printed_when_they_change()
    {
        var section = new Section
        {
            Id = "s", Dataset = "d",
            Columns = [new Column { Id = "c", Heading = "N", Expression = "n", Width = 100, OnlyChanges = true }],
            Levels = [new Level { Id = "l", Name = "G", By = "g", Header = Workshop.Band(Workshop.Part("h", 14, Text("t", "{{ g }}"))) }],
            Detail = Workshop.Band(Workshop.Part("d", 200, new CellElement { Id = "e", Column = "c", Height = 12 }) with
                { Shade = new RowShade(2, "#EEEEEE") }),
        };
        var rows = new[] { ("a", 1L), ("a", 1L), ("a", 1L), ("a", 1L), ("a", 2L), ("a", 2L), ("b", 2L), ("b", 3L), ("b", 3L) };
        var run = Workshop.Run(Workshop.Report(section, Fields), Rows(rows));
        // A page holds three rows; the first one of each page, and of each group, prints its value.
        Assert.Equal("a 1 | 1 2 | b 2 3", string.Join(" | ", Pages(run).Select(p => string.Join(' ', p))));
        Assert.Equal([1, 1, 1], Enumerable.Range(1, run.PageCount).Select(p => run.Page(p).Items.OfType<RectItem>().Count()));
    }

    [Fact]
    public void A_condition_that_is_wrong_is_a_problem_at_its_place()
    {
        var section = new Section { Id = "s", Dataset = "d", Detail = Workshop.Band(
            Workshop.Part("d", 14, Text("r", "{{ n }}") with { When = "n" }) with { When = "page_count() > 1", Shade = new RowShade(0) }) };
        var problems = Workshop.Run(Workshop.Report(section, Fields), Rows(("a", 1))).Problems;
        Assert.Contains(problems, p => (p.Code, p.Place) == ("bad-shade", "d"));
        section = section with { Detail = Workshop.Band(section.Detail.Parts[0] with { Shade = null }) };
        problems = Workshop.Run(Workshop.Report(section, Fields), Rows(("a", 1))).Problems;
        Assert.Equal([("not-a-condition", "r", "when"), ("page-phase", "d", "when")],
            problems.Where(p => p.IsError).Select(p => (p.Code, p.Place!, p.Property!)).Order());
    }

    [Fact]
    public void A_column_that_a_parameter_hides_is_as_if_it_was_not_there()
    {
        var section = new Section
        {
            Id = "s", Dataset = "d",
            Columns = [new Column { Id = "a", Heading = "A", Expression = "g", Width = 80, When = ":detail" },
                new Column { Id = "b", Heading = "B", Expression = "n", Width = 60, Align = Alignment.Left }],
            ReportHeader = Workshop.Band(Workshop.Part("h", 14, new HeadingElement { Id = "ha", Column = "a" },
                new HeadingElement { Id = "hb", Column = "b" })),
            Detail = Workshop.Band(Workshop.Part("p", 14, new CellElement { Id = "ca", Column = "a" }, new CellElement { Id = "cb",
                Column = "b" })),
        };
        var report = Workshop.Report(section, Fields) with
        {
            Parameters = [new Parameter { Name = "detail", Type = DataType.Bool, Default = "FALSE" }],
        };
        List<string> Shown(string value, out double left)
        {
            var run = Workshop.Run(report, Rows(("x", 7)), ("detail", value));
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            left = run.Page(1).Texts().First(t => t.Text == "B").X;
            return [.. run.Page(1).Texts().Select(t => t.Text)];
        }
        Assert.Equal(["A", "B", "x", "7"], Shown("true", out var beside));
        Assert.Equal(["B", "7"], Shown("false", out var first));
        Assert.Equal(80, beside - first, 6);
        // A condition over rows makes no sense, which is said at the column.
        var wrong = Workshop.Report(section with { Columns = [section.Columns[0] with { When = "n > 1" }, section.Columns[1]] }, Fields);
        Assert.Equal("a", Workshop.Run(wrong, Rows(("x", 7))).Problems.First(p => p.IsError).Place);
    }
}
