using LucidLattice.Core.Charts;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Links;
using LucidLattice.Core.Running;
using LucidLattice.Core.Values;
using LucidLattice.Output.Charts;
using Xunit;

namespace LucidLattice.Core.Tests;

/// <summary>Which numbers a chart draws of its rows, held against LINQ on the same rows.</summary>
public class ChartDataTests
{
    private sealed record Row(string? Place, string Kind, DateOnly Day, long N);

    private static readonly Field[] Fields =
    [
        new() { Name = "place", Type = DataType.Text }, new() { Name = "kind", Type = DataType.Text },
        new() { Name = "day", Type = DataType.Date }, new() { Name = "n", Type = DataType.Whole },
    ];

    private static readonly List<Row> Rows = Made(new Random(31));

    private static List<Row> Made(Random random) => [.. Enumerable.Range(0, 500).Select(_ => new Row(
        random.Next(20) == 0 ? null : $"p{random.Next(15):00}", $"k{random.Next(4)}",
        new DateOnly(2025, 1, 1).AddDays(random.Next(8) == 0 ? random.Next(300, 330) : random.Next(0, 90)), random.Next(1, 200)))];

    private static ReportRun Run(ChartElement chart, IReportCatalog? catalog = null)
    {
        var report = Workshop.Report(
            new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 210, chart with { Width = 400, Height = 200 })) },
            Fields);
        var rows = new MemoryRows([.. Rows.Select(r => new[] { Value.Of(r.Place), Value.Of(r.Kind), Value.Of(r.Day), Value.Of(r.N) })]);
        return catalog is null
            ? Workshop.Run(report, rows)
            : new ReportEngine(rows, Workshop.Measurer, catalog)
            .Run(new RunRequest(report, new Dictionary<string, string>(), DateTime.UtcNow),
                CancellationToken.None);
    }

    private static ChartContent Content(ChartElement chart)
    {
        var run = Run(chart);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        return RunCharts.Find(run, "c")!.Content;
    }

    private static ChartElement Chart(ChartCategory category, string value = "sum(n)") =>
        new() { Id = "c", Category = category, Values = [new ChartValue { Expression = value }] };

    /// <summary>The remaining rows together: their average is not the average of averages.</summary>
    [Fact]
    public void Beyond_the_largest_the_others_become_one_worked_out_from_their_rows()
    {
        var content = Content(Chart(new() { By = "place", Largest = 4, Order = ChartOrder.LargestFirst, Others = "Rest" }, "avg(n)"));
        var groups = Rows.GroupBy(r => r.Place).OrderByDescending(g => g.Average(r => r.N)).ToList();
        Assert.Equal([.. groups.Take(4).Select(g => g.Key ?? Mark.EmptyLabel), "Rest"], content.Numbers.Categories.Select(c => c.Label));
        Assert.Equal(groups.Skip(4).SelectMany(g => g).Average(r => r.N), content.Numbers.Marks[^1].Number, 6);
        Assert.Equal(Rows.Count, content.Numbers.Marks.Sum(m => m.Rows));
        // All categories are there: nothing is left to put together.
        Assert.DoesNotContain(Content(Chart(new() { By = "kind", Largest = 9 })).Numbers.Categories, c => c.IsOthers);
    }

    [Fact]
    public void Rows_categories_and_empties_are_left_out_as_the_author_says()
    {
        var content = Content(Chart(new() { By = "place", Keep = "sum(n) > 2500", LeaveEmpty = true }) with { Filter = "kind <> 'k0'" });
        var expected = Rows.Where(r => r.Kind != "k0" && r.Place is not null).GroupBy(r => r.Place).Where(g => g.Sum(r => r.N) > 2500)
            .OrderBy(g => g.Key).Select(g => (g.Key!, (double)g.Sum(r => r.N))).ToList();
        Assert.InRange(expected.Count, 1, 14);
        Assert.Equal(expected, content.Numbers.Marks.Select(m => (m.Label, m.Number)));
    }

    [Fact]
    public void Categories_nest_and_stay_together_in_any_order()
    {
        foreach (var order in Enum.GetValues<ChartOrder>())
        {
            var content = Content(Chart(new() { By = "place", Within = "kind", Order = order }));
            var expected = Rows.GroupBy(r => (r.Kind, r.Place)).ToDictionary(g => g.Key, g => (double)g.Sum(r => r.N));
            Assert.Equal(expected.Count, content.Numbers.Marks.Count);
            foreach (var mark in content.Numbers.Marks)
                Assert.Equal(
                    expected[(content.Numbers.Categories[mark.CategoryIndex].Outer!, mark.Category.IsNull ? null : mark.Category.Text)],
                    mark.Number);
            var outer = content.Numbers.Categories.Select(c => c.Outer).ToList();
            Assert.Equal(4, outer.Where((o, i) => i == 0 || outer[i - 1] != o).Count());
        }
    }

    [Theory]
    [InlineData(25.0, null)]
    [InlineData(null, 6)]
    [InlineData(null, null)]
    public void Ranges_hold_the_numbers_that_lie_in_them(double? width, int? count)
    {
        var content = Content(Chart(new() { By = "n", Ranges = new() { Width = width, Count = count } }, "count(*)"));
        var ranges = content.Numbers.Ranges!;
        foreach (var mark in content.Numbers.Marks)
        {
            var at = ranges.IndexOf(mark.Category.AsDouble + ranges.Width / 2);
            Assert.Equal(Rows.Count(r => ranges.IndexOf(r.N) == at), mark.Rows);
        }
        Assert.Equal(Rows.Count, content.Numbers.Marks.Sum(m => m.Rows));
        if (count is not null) Assert.Equal(count, ranges.Count);
    }

    /// <summary>Months without rows are on the axis, and a click on a month carries all of its days.</summary>
    [Fact]
    public void Dates_stand_at_true_distances_and_a_month_carries_its_days()
    {
        var month = Chart(new() { By = "date_trunc('month', day)" });
        var content = Content(month);
        Assert.Equal(Enumerable.Range(1, 11).Select(m => new DateTime(2025, m, 1)),
            content.Numbers.Categories.Select(c => c.Key.AsDateTime));
        Assert.Contains(content.Numbers.Categories.Select((_, i) => i), i => content.Numbers.Marks.All(m => m.CategoryIndex != i));
        var names = Content(month with { Axes = new() { Category = new() { AsNames = true } } });
        Assert.Equal(names.Numbers.Marks.Count, names.Numbers.Categories.Count);

        var target = Workshop.Report(new Section { Id = "t" }, Fields) with
        {
            Title = "Target",
            Parameters = [new Parameter { Name = "span", Type = DataType.Date, Shape = ParameterShape.Period }],
        };
        var link = new Link { Report = "t", Carries = [new CarriedValue { Parameter = "span", From = new CategorySource() }] };
        var run = Run(month with { Link = link }, new OneReport(target));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var carried = run.Page(1).Flatten().OfType<RegionItem>().Where(r => r.Figure.Length > 0).Select(r => r.Action!.Values["span"])
            .ToList();
        Assert.Equal("2025-02-01/2025-02-28", carried[1]);
    }

    private sealed class OneReport(ReportDefinition report) : IReportCatalog
    {
        public ReportDefinition? Published(string reportId) => reportId == "t" ? report : null;
    }

    /// <summary>Lines of reference: of the marks, or of the rows of the chart's band; a value that is far smaller gets the right
    /// axis.</summary>
    [Fact]
    public void Lines_across_are_at_what_they_say()
    {
        var content = Content(Chart(new() { By = "kind" }) with
        {
            Lines = [new() { Measure = MarkMeasure.Median }, new() { At = "sum(n) / 4", Name = "a quarter" },
                new() { At = "10", To = "20" }],
        });
        var sums = Rows.GroupBy(r => r.Kind).Select(g => (double)g.Sum(r => r.N)).Order().ToList();
        Assert.Equal((sums[1] + sums[2]) / 2, content.Lines[0].At, 6);
        Assert.Equal(Rows.Sum(r => r.N) / 4, (long)content.Lines[1].At);
        Assert.StartsWith("a quarter: ", content.Lines[1].Name);
        Assert.Equal((10, 20), (content.Lines[2].At, content.Lines[2].To!.Value));
        Assert.Contains("of all", new Comparison(content).Of(content.Numbers.Marks[0]));
    }

    /// <summary>The file of a chart's numbers holds what is plotted: both ends of a range, the five numbers of a box, the share so
    /// far.</summary>
    [Fact]
    public void The_file_of_numbers_holds_what_is_plotted()
    {
        string[] Csv(ChartElement chart)
        {
            var stream = new MemoryStream();
            ChartFiles.WriteCsv(RunCharts.Find(Run(chart), "c")!, stream);
            return System.Text.Encoding.UTF8.GetString(stream.ToArray()).Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        }
        var first = Rows.Where(r => r.Kind == "k0").Select(r => r.N).ToList();
        var ranges = Csv(Chart(new() { By = "kind" }, "min(n)") with
            { Chart = "ranges", Values = [new() { Expression = "min(n)" }, new() { Expression = "max(n)" }] });
        Assert.Equal(["kind,From,To,Rows", $"k0,{first.Min()},{first.Max()},{first.Count}"], ranges[..2]);
        var boxes = Csv(Chart(new() { By = "kind" }) with { Chart = "boxes" });
        Assert.Equal("kind,Low,First quartile,Median,Third quartile,High,Rows", boxes[0]);
        Assert.StartsWith("k0,", boxes[1]);
        Assert.Equal(8, Csv(Chart(new() { By = "kind" }) with { Chart = "pareto" }).Length - 1);
    }

    /// <summary>Nothing is offered that does nothing: a scatter chart draws lines across, and leaves an axis away that is hidden.</summary>
    [Fact]
    public void A_scatter_chart_uses_what_is_set()
    {
        var chart = Chart(new() { By = "place" }) with
        {
            Chart = "scatter", Values = [new() { Expression = "sum(n)" }, new() { Expression = "count(*)" }],
        };
        int Texts(ChartElement set) => Run(set).Page(1).Texts().Count();
        var hidden = chart with { Axes = new() { Left = new() { Hidden = true }, Right = new() { Hidden = true } } };
        Assert.True(Texts(hidden) < Texts(chart) - 4);
        var lined = Run(chart with { Lines = [new() { Measure = MarkMeasure.Highest }] });
        var most = Rows.GroupBy(r => r.Place).Max(g => g.Count());
        Assert.Contains(lined.Page(1).Texts(), t => t.Text == $"Highest: {most}");
    }
}
