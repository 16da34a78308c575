using LucidLattice.Testing;
using LucidLattice.Crosstabs;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>How crosstabs stand on paper: what is said again, what becomes of columns without room, and what headings say.</summary>
public sealed class CrosstabLayoutTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "region", Type = DataType.Text }, new() { Name = "route", Type = DataType.Text },
        new() { Name = "day", Type = DataType.Date }, new() { Name = "n", Type = DataType.Whole },
    ];

    private static readonly CrosstabField Region = new() { Id = "r", Name = "Region", By = "region" },
        Route = new() { Id = "t", Name = "Route", By = "route" },
        Month = new() { Id = "m", Name = "Month", By = "date_trunc('month', day)", Pattern = "LLL yyyy" };

    /// <summary>Three regions of 20 routes, over 14 months but one; some rows without a region.</summary>
    private static MemoryRows Rows()
    {
        var rows = new List<Value[]>();
        for (var i = 0; i < 60; i++)
            for (var month = 0; month < 14; month++)
                if (month != 5)
                    rows.Add([Value.Of($"Region {(char)('A' + i / 20)}"), Value.Of($"Route {i:00}"),
                        Value.Of(new DateOnly(2024, 1, 10).AddMonths(month)), Value.Of((long)(i * 14 + month))]);
        rows.Add([Value.Null, Value.Of("Route 99"), Value.Of(new DateOnly(2024, 1, 1)), Value.Of(7L)]);
        return new MemoryRows([.. rows]);
    }

    private static ReportRun Run(CrosstabElement crosstab, double height = 420)
    {
        var section = new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, crosstab)) };
        var page = new PageSetup { Width = 400, Height = height, Left = 20, Right = 20, Top = 20, Bottom = 20 };
        var run = Workshop.Run(Workshop.Report(section, Fields) with { Page = page }, Rows());
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        return run;
    }

    private static CrosstabElement Crosstab(CrosstabField[] down, CrosstabField[] across, CrosstabShape? shape = null) => new()
    {
        Id = "x", Width = 360, Height = 20, Down = down, Across = across, Values = [new CrosstabValue { Expression = "sum(n)" }],
        Shape = shape ?? new CrosstabShape(),
    };

    private static List<string> Texts(ReportRun run, int page) => [.. run.Page(page).Texts().Select(t => t.Text)];

    /// <summary>Row headings of outer groups and headings of columns are said on each page that goes on with them; where they are not to
    /// be, the headings of columns stand on the first page alone.</summary>
    [Theory]
    [InlineData(false, true)]
    [InlineData(true, true)]
    [InlineData(false, false)]
    public void Headings_are_said_again_where_a_page_goes_on(bool stepped, bool again)
    {
        var run = Run(Crosstab([Region, Route], [], new CrosstabShape { Stepped = stepped, RepeatHeadings = again }));
        Assert.True(run.PageCount >= 3);
        for (var page = 1; page <= run.PageCount; page++)
        {
            var texts = Texts(run, page);
            Assert.Equal(again || page == 1, texts.Any(t => t.StartsWith("Region", StringComparison.Ordinal) && t.Length is 6 or 14));
            if (!again && stepped) continue;
            // Whatever route comes first on the page, its region stands above it or beside it.
            var first = texts.FindIndex(t => t.StartsWith("Route ", StringComparison.Ordinal));
            if (first < 0 || texts[first] == "Route 99") continue;
            var region = $"Region {(char)('A' + int.Parse(texts[first][6..], System.Globalization.CultureInfo.InvariantCulture) / 20)}";
            Assert.Contains(region, texts.Take(first + 2));
        }
    }

    [Fact]
    public void Columns_without_room_go_on_are_made_smaller_or_end_with_a_notice()
    {
        int Cells(ReportRun run) => Enumerable.Range(1, run.PageCount).Sum(p => run.Page(p).Flatten().OfType<RegionItem>().Count());
        double Size(ReportRun run) => run.Page(1).Texts().Where(t => t.Text.Length > 0 && char.IsDigit(t.Text[0])).Max(t => t.Font.Size);
        var wide = Run(Crosstab([Region], [Month]));
        var shrunk = Run(Crosstab([Region], [Month], new CrosstabShape { Wide = WideTable.Shrink, LeastScale = 0.3 }));
        var cut = Run(Crosstab([Region], [Month], new CrosstabShape { Wide = WideTable.Cut }));
        Assert.Equal(Cells(wide), Cells(shrunk));
        Assert.True(Size(shrunk) < Size(wide) && Size(shrunk) >= 0.3 * Size(wide) - 0.01);
        Assert.True(Cells(cut) < Cells(wide));
        Assert.Contains(Texts(cut, 1), t => t.StartsWith("Not shown here:", StringComparison.Ordinal) && t.Contains("more columns"));
        Assert.DoesNotContain(Texts(wide, 1), t => t.StartsWith("Not shown", StringComparison.Ordinal));
    }

    /// <summary>The first page's rows go on to the right before they go on below, or the other way round.</summary>
    [Theory]
    [InlineData(PageOrder.DownFirst)]
    [InlineData(PageOrder.AcrossFirst)]
    public void The_order_of_pages_is_that_which_is_said(PageOrder order)
    {
        var run = Run(Crosstab([Route], [Month], new CrosstabShape { Order = order }));
        var seen = new List<(int Line, int Column)>();
        var (lines, columns) = (new List<string>(), new List<string>());
        for (var page = 1; page <= run.PageCount; page++)
            foreach (var cell in run.Page(page).Flatten().OfType<RegionItem>())
            {
                var id = cell.Id.Split('-')[^1].Split('.');
                int At(List<string> known, string name)
                {
                    if (!known.Contains(name)) known.Add(name);
                    return known.IndexOf(name);
                }
                seen.Add((At(lines, $"{id[0]}.{id[1]}"), At(columns, $"{id[2]}.{id[3]}")));
            }
        var first = seen.Count(c => c.Line == 0);
        var (turn, down) = (seen.FindIndex(c => c.Column == columns.Count - 1), seen.FindIndex(c => c.Line == lines.Count - 1));
        Assert.True(first == columns.Count && (order == PageOrder.DownFirst ? down < turn : turn < down), $"{turn}, {down}");
    }

    [Fact]
    public void Widths_are_those_of_contents_equal_or_given()
    {
        double[] Widths(CrosstabShape shape)
        {
            var run = Run(Crosstab([Route], [Region], shape));
            var plan = run.Data!.Sections.First().Plan.Crosstabs.Single();
            var frame = run.First().NewFrame();
            frame.StandAt(0, 0);
            return plan.Layout(run.Data.Crosstabs["x"], frame, Workshop.Measurer, null).ColumnWidths;
        }
        var own = Widths(new CrosstabShape());
        Assert.True(own.Distinct().Count() > 1);
        Assert.All(Widths(new CrosstabShape { Widths = ColumnWidths.Equal }), w => Assert.Equal(own.Max(), w));
        Assert.All(Widths(new CrosstabShape { Widths = ColumnWidths.Given, ColumnWidth = 51 }), w => Assert.Equal(51, w));
        var turned = Widths(new CrosstabShape { TurnHeadings = true });
        Assert.True(turned.Sum() <= own.Sum());
    }

    /// <summary>As levels have it: a month without rows is a column, rows without a key are named or in the totals alone, the rest has a
    /// name, and totals are where they are to be.</summary>
    [Fact]
    public void Groups_are_filled_named_and_left_out_as_those_of_levels()
    {
        List<string> Columns(CrosstabField field) => Heads(Crosstab([], [field]), false);
        List<string> Lines(params CrosstabField[] fields) => Heads(Crosstab(fields, []), true);
        Assert.Equal(13 + 1, Columns(Month).Count);
        var filled = Columns(Month with { Fill = new LevelFill(null, "DATE '2025-03-31'") });
        Assert.Equal(15 + 1, filled.Count);
        Assert.Equal("Jun 2024", filled[5]);
        Assert.Equal(["Region A", "Region B", "Region C", "(empty)", "Total"], Lines(Region));
        Assert.Equal(["All", "Region A", "Region B", "Region C", "Nobody's"],
            Lines(Region with { EmptyName = "Nobody's", Totals = TotalPlace.First, TotalName = "All" }));
        Assert.Equal(["Region A", "Region B", "Region C", "Total"], Lines(Region with { OmitEmpty = true }));
        Assert.Equal(["Region C", "The rest"],
            Lines(Region with { OrderBy = "sum(n)", Descending = true, First = 1, Others = "The rest", Totals = TotalPlace.None }));
        var named = new NamedGroups { Groups = [new NamedGroup("Both", ["Region A", "Region C"])], Remaining = "Else" };
        // What remains is named too, with rows that have no region among it.
        Assert.Equal(["Both", "Else", "Total"], Lines(Region with { Groups = named }));
    }

    private static List<string> Heads(CrosstabElement crosstab, bool isDown)
    {
        var run = Run(crosstab);
        var printed = RunCrosstabs.Find(run, "x")!;
        return [.. (isDown ? printed.Grid.Lines : printed.Grid.Columns).Select(e => printed.Texts.Names(isDown, e).Last())];
    }

    /// <summary>A total of either direction is what its rows come to, not what its cells add up to.</summary>
    [Fact]
    public void The_total_of_an_average_is_the_average_of_the_rows()
    {
        var crosstab = Crosstab([Region], [Month]) with { Values = [new CrosstabValue { Expression = "avg(n)" }] };
        var printed = RunCrosstabs.Find(Run(crosstab), "x")!;
        double Number(CrosstabEntry line, CrosstabEntry column) => printed.Figures.Number(line, column, printed.Frame).AsDouble;
        var (lines, columns) = (printed.Grid.Lines, printed.Grid.Columns);
        var all = Enumerable.Range(0, 60).SelectMany(i => Enumerable.Range(0, 14).Where(m => m != 5).Select(m => (double)(i * 14 + m)))
            .Append(7).Average();
        Assert.Equal(all, Number(lines[^1], columns[^1]), 9);
        Assert.NotEqual(lines.SkipLast(1).Average(l => Number(l, columns[^1])), Number(lines[^1], columns[^1]), 3);
    }
}
