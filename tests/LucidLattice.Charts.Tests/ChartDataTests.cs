using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Charts;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output.Charts;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Charts.Tests;

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

    private static ReportRun Run(ChartElement chart, IReportCatalog? catalog = null) => Run(
        new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 210, chart with { Width = 400, Height = 200 })) }, catalog);

    private static ReportRun Run(Section section, IReportCatalog? catalog)
    {
        var report = Workshop.Report(section, Fields);
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

    private static ReportDefinition Target(params Parameter[] parameters) =>
        Workshop.Report(new Section { Id = "t" }, Fields) with { Title = "Target", Parameters = parameters };

    private static Link Carrying(string parameter, ValueSource from) =>
        new() { Report = "t", Carries = [new CarriedValue { Parameter = parameter, From = from }] };

    /// <summary>Named groups hold the rows of their keys, and a click on one carries those; so does a click on the others.</summary>
    [Fact]
    public void What_stands_for_several_values_carries_all_of_them()
    {
        var groups = new NamedGroups { Groups = [new("First", ["p00", "p01", "nobody"]), new("It's", ["p02"])], Remaining = "Rest" };
        var target = Target(new Parameter { Name = "places", Type = DataType.Text, Shape = ParameterShape.Several });
        var chart = Chart(new() { By = "place", Groups = groups }) with { Link = Carrying("places", new CategorySource()) };
        var content = RunCharts.Find(Run(chart, new OneReport(target)), "c")!.Content;
        var named = Rows.GroupBy(r => r.Place is "p00" or "p01" ? "First" : r.Place == "p02" ? "It's" : "Rest")
            .ToDictionary(g => g.Key, g => g.Sum(r => r.N));
        Assert.Equal(named.OrderBy(g => g.Key).Select(g => (g.Key, (double)g.Value)),
            content.Numbers.Marks.Select(m => (m.Label, m.Number)).OrderBy(m => m.Label));
        string?[] Carried(Mark mark) =>
            System.Text.Json.JsonSerializer.Deserialize<string?[]>(content.Action(mark)!.Values["places"])!;
        Assert.Equal(["p00", "p01"], Carried(content.Numbers.Marks.Single(m => m.Label == "First")).Order());
        Assert.Equal(Rows.Select(r => r.Place).Except(["p00", "p01", "p02"]).Order(),
            Carried(content.Numbers.Marks.Single(m => m.Label == "Rest")).Order());

        var largest = Chart(new() { By = "place", Largest = 3, Order = ChartOrder.LargestFirst }) with
            { Link = Carrying("places", new CategorySource()) };
        content = RunCharts.Find(Run(largest, new OneReport(target)), "c")!.Content;
        var others = Carried(content.Numbers.Marks[^1]);
        Assert.Equal(content.Numbers.Marks[^1].Rows, Rows.Count(r => others.Contains(r.Place)));
        // One value is not told by several, so that such a mark leads nowhere.
        var one = new OneReport(Target(new Parameter { Name = "places", Type = DataType.Text }));
        content = RunCharts.Find(Run(largest, one), "c")!.Content;
        Assert.NotNull(content.Action(content.Numbers.Marks[0]));
        Assert.Null(content.Action(content.Numbers.Marks[^1]));
    }

    /// <summary>Both ends of a range, and of a month, are values of their own.</summary>
    [Fact]
    public void The_ends_of_a_range_are_carried()
    {
        var target = new OneReport(Target(new() { Name = "least", Type = DataType.Double }, new() { Name = "most", Type = DataType.Double },
            new() { Name = "first", Type = DataType.Date }, new() { Name = "last", Type = DataType.Date }));
        Link Ends(string start, string end) => new()
        {
            Report = "t",
            Carries = [new() { Parameter = start, From = new CategorySource { Part = KeyPart.Start } },
                new() { Parameter = end, From = new CategorySource { Part = KeyPart.End } }],
        };
        var run = Run(Chart(new() { By = "n", Ranges = new() { Width = 50 } }) with { Link = Ends("least", "most") }, target);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var content = RunCharts.Find(run, "c")!.Content;
        Assert.All(content.Numbers.Marks, mark =>
        {
            var carried = content.Action(mark)!.Values;
            Assert.Equal(50, double.Parse(carried["most"]) - double.Parse(carried["least"]));
            Assert.Equal(mark.Rows, Rows.Count(r => r.N >= double.Parse(carried["least"]) && r.N < double.Parse(carried["most"])));
        });
        content = RunCharts.Find(Run(Chart(new() { By = "date_trunc('month', day)" }) with { Link = Ends("first", "last") }, target), "c")!
            .Content;
        var february = content.Action(content.Numbers.Marks[1])!.Values;
        Assert.Equal(("2025-02-01", "2025-02-28"), (february["first"], february["last"]));
    }

    /// <summary>A month is all of its days, be it clicked as a category, a series or a group; one date of it is its first day, and that
    /// is said before a reader wonders.</summary>
    [Fact]
    public void Months_go_into_periods_and_into_single_dates_with_a_warning()
    {
        const string month = "date_trunc('month', day)";
        var text = new TextElement { Id = "t", Text = "of the month", Width = 100 } with
            { Link = Carrying("when", new LevelSource { Level = "m" }) };
        var levels = new Section
        {
            Id = "s", Levels = [new Level { Id = "m", Name = "Month", By = month, Header = Workshop.Band(Workshop.Part("p", 20, text)) }],
        };
        ReportRun[] Runs(Parameter parameter) =>
        [
            Run(levels, new OneReport(Target(parameter))),
            Run(Chart(new() { By = month }) with { Link = Carrying("when", new CategorySource()) }, new OneReport(Target(parameter))),
            Run(Chart(new() { By = "kind" }) with { Series = new() { By = month }, Link = Carrying("when", new SeriesSource()) },
                new OneReport(Target(parameter))),
        ];
        var months = Rows.Select(r => $"{r.Day:yyyy-MM}-01/{r.Day:yyyy-MM}-{DateTime.DaysInMonth(r.Day.Year, r.Day.Month):00}").ToList();
        Assert.All(Runs(new() { Name = "when", Type = DataType.Date, Shape = ParameterShape.Period }), run =>
        {
            Assert.Empty(run.Problems);
            var carried = run.Page(1).Flatten().OfType<RegionItem>().Where(r => r.Action is { Values.Count: > 0 })
                .Select(r => r.Action!.Values["when"]).ToHashSet();
            // Along an axis of time, months without rows lead on too.
            Assert.Superset(months.ToHashSet(), carried);
        });
        Assert.All(Runs(new() { Name = "when", Type = DataType.Date }), run => Assert.Contains(run.Problems,
            p => p is { Code: "period-as-one-day", Severity: Severity.Warning, Property: "link" }));
        var start = Carrying("when", new CategorySource { Part = KeyPart.Start });
        Assert.Empty(Run(Chart(new() { By = month }) with { Link = start },
            new OneReport(Target(new Parameter { Name = "when", Type = DataType.Date }))).Problems);
    }

    /// <summary>Property: the days that a clicked period carries hold the mark's rows, and no others where it is a day or longer.</summary>
    [Theory]
    [InlineData("hour"), InlineData("day"), InlineData("week"), InlineData("month"), InlineData("quarter"), InlineData("year")]
    public void A_clicked_period_carries_its_own_days(string unit)
    {
        var target = new OneReport(Target(new Parameter { Name = "when", Type = DataType.Date, Shape = ParameterShape.Period }));
        var chart = Chart(new() { By = $"date_trunc('{unit}', day)" }) with { Link = Carrying("when", new CategorySource()) };
        var content = RunCharts.Find(Run(chart, target), "c")!.Content;
        Assert.All(content.Numbers.Marks.Where(m => m.Rows > 0), mark =>
        {
            var days = content.Action(mark)!.Values["when"].Split('/').Select(d => DateOnly.ParseExact(d, "yyyy-MM-dd")).ToList();
            Assert.Equal(mark.Rows, Rows.Count(r => r.Day >= days[0] && r.Day <= days[^1]));
        });
    }

    /// <summary>A sum so far is no category; marks beyond it still carry their own.</summary>
    [Fact]
    public void Marks_that_a_type_moves_carry_what_they_stand_for()
    {
        var target = new OneReport(Target(new Parameter { Name = "kind", Type = DataType.Text }));
        foreach (var type in new[] { "waterfall", "pareto", "columns" })
        {
            var chart = Chart(new() { By = "kind", Subtotals = ["k0"] }) with
            {
                Chart = type, Link = Carrying("kind", new CategorySource()),
                Values = [new ChartValue { Expression = "sum(n)", Trend = type == "columns" ? new ChartTrend { Back = 2 } : null }],
            };
            var regions = Run(chart, target).Page(1).Flatten().OfType<RegionItem>().Where(r => r.Figure.Length > 0).ToList();
            Assert.True(regions.Count >= 4, type);
            Assert.All(regions.Where(r => r.Action is not null), r => Assert.StartsWith(r.Action!.Values["kind"], r.Label));
            Assert.All(regions.Where(r => r.Label.StartsWith('k')), r => Assert.NotNull(r.Action));
        }
    }

    /// <summary>Rows without a value are a category like others, on the mark and along the axis; a sum so far is none.</summary>
    [Fact]
    public void A_waterfall_links_its_empty_category_but_no_sum()
    {
        var target = new OneReport(Target(new Parameter { Name = "place", Type = DataType.Text }));
        var chart = Chart(new() { By = "place" }) with { Chart = "waterfall", Link = Carrying("place", new CategorySource()) };
        var content = RunCharts.Find(Run(chart, target), "c")!.Content;
        var shown = ChartTypes.Find("waterfall")!.Arranged(content);
        Assert.All(shown.Numbers.Categories, c =>
        {
            Assert.Equal(c.Label != "Sum", shown.CategoryAction(c) is not null);
            if (c.Label == Mark.EmptyLabel) Assert.Equal("~empty", shown.CategoryAction(c)!.Values["place"]);
        });
        Assert.Contains(shown.Numbers.Categories, c => c.Label == Mark.EmptyLabel);
    }

    [Fact]
    public void A_whole_chart_is_one_link()
    {
        var target = Target(new Parameter { Name = "kind", Type = DataType.Text });
        var chart = Chart(new() { By = "kind" }) with { Link = new Link { Report = "t", Whole = true } };
        var regions = Run(chart, new OneReport(target)).Page(1).Flatten().OfType<RegionItem>().ToList();
        var whole = Assert.Single(regions, r => r.Action is not null);
        Assert.Equal((400, 200), (whole.Width, whole.Height));
        // There is no clicked category that it could carry.
        var wrong = Run(chart with { Link = Carrying("kind", new CategorySource()) with { Whole = true } }, new OneReport(target));
        Assert.Contains(wrong.Problems, p => p.Code == "no-category");
    }

    [Fact]
    public void Categories_are_ordered_by_another_total_by_their_labels_or_as_the_author_says()
    {
        string[] Labels(ChartCategory category) => [.. Content(Chart(category)).Numbers.Categories.Select(c => c.Label)];
        var byDay = Rows.GroupBy(r => r.Kind).OrderByDescending(g => g.Max(r => r.N) - g.Average(r => r.N)).Select(g => g.Key).ToList();
        Assert.Equal(byDay, Labels(new() { By = "kind", Order = ChartOrder.LargestFirst, Measured = "max(n) - avg(n)" }));
        Assert.Equal([.. byDay.Take(2), "Others"],
            Labels(new() { By = "kind", Order = ChartOrder.LargestFirst, Measured = "max(n) - avg(n)", Largest = 2 }));
        Assert.Equal(["k2", "k0", "k1", "k3"], Labels(new() { By = "kind", Order = ChartOrder.Own, Sequence = ["k2", "k0", "nobody"] }));
        var months = new ChartCategory { By = "date_trunc('month', day)", Pattern = "MMM", Order = ChartOrder.Label };
        var shown = Labels(months);
        Assert.Equal(shown.Order(StringComparer.OrdinalIgnoreCase), shown);
        // Marks go with their categories.
        var content = Content(Chart(months));
        Assert.All(content.Numbers.Marks, m => Assert.Equal(content.Numbers.Categories[m.CategoryIndex].Label, m.Label));
        Assert.Equal(Rows.Sum(r => r.N), content.Numbers.Marks.Sum(m => m.Number));
    }

    /// <summary>An expression decides first, then the author's colour of a series, then what is tied in the report, then the
    /// palette.</summary>
    [Fact]
    public void Colours_come_from_an_expression_a_look_the_report_or_the_palette_in_this_order()
    {
        var chart = Chart(new() { By = "kind" }) with
        {
            Series = new() { By = "kind", Looks = [new() { Of = "k1", Name = "One", Look = new() { Color = "#111111" } }] },
            ColorBy = "CASE WHEN min(kind) = 'k3' THEN '#333333' WHEN min(kind) = 'k2' THEN 'no colour' END", Width = 400, Height = 200,
        };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 210, chart)) }, Fields) with
        {
            Colors = [new("kind", "k1", "#000000"), new("kind", "k0", "#AAAAAA"), new("place", "k2", "#BBBBBB")],
        };
        var rows = new MemoryRows([.. Rows.Select(r => new[] { Value.Of(r.Place), Value.Of(r.Kind), Value.Of(r.Day), Value.Of(r.N) })]);
        var run = Workshop.Run(report, rows);
        Assert.Empty(run.Problems);
        var content = RunCharts.Find(run, "c")!.Content;
        Assert.Equal(["#AAAAAA", "#111111", Palette.Series[2], "#333333"], content.Numbers.Marks.Select(m => content.ColorOf(m)));
        Assert.Equal(["k0", "One", "k2", "k3"], content.Numbers.Series.Select(s => s.Name));
        var fills = run.Page(1).Flatten().OfType<RectItem>().Select(r => r.Fill).ToHashSet();
        Assert.Contains("#333333", fills);
    }

    /// <summary>A chart of all rows in each group is drawn many times, and each of its marks is known by an id of its own.</summary>
    [Fact]
    public void Marks_of_a_chart_that_stands_in_many_groups_have_ids_of_their_own()
    {
        var chart = Chart(new() { By = "kind" }) with { Width = 300, Height = 60, Rows = ChartRows.All };
        var section = new Section
        {
            Id = "s",
            Levels = [new Level { Id = "l", Name = "Kind", By = "kind", Header = Workshop.Band(Workshop.Part("p", 70, chart)) }],
        };
        var rows = new MemoryRows([.. Rows.Select(r => new[] { Value.Of(r.Place), Value.Of(r.Kind), Value.Of(r.Day), Value.Of(r.N) })]);
        var run = Workshop.Run(Workshop.Report(section, Fields), rows);
        var figures = run.Page(1).Items.OfType<FigureItem>().ToList();
        Assert.Equal(4, figures.Count);
        Assert.Equal(4, figures.Select(f => f.Id).Distinct().Count());
        var regions = figures.SelectMany(f => f.Items.OfType<RegionItem>()).Select(r => r.Id).ToList();
        Assert.Equal(regions.Count, regions.Distinct().Count());
        Assert.All(figures, f => Assert.Equal(4, RunCharts.Find(run, f.Id!)!.Content.Numbers.Marks.Count));
    }

    /// <summary>What was clicked is carried from the beginning, to whatever parameter takes it.</summary>
    [Fact]
    public void A_new_link_carries_what_was_clicked()
    {
        ValueSource? Proposed(string by, params Parameter[] parameters)
        {
            var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 210,
                Chart(new() { By = by }) with { Width = 400, Height = 200 })) }, Fields);
            var linked = new LinkChart { Chart = "c", Report = "t" }.Apply(report, new OneReport(Target(parameters)));
            return linked.AllElements().OfType<ChartElement>().Single().Link!.Carries.FirstOrDefault()?.From;
        }
        Parameter Of(string name, DataType type, ParameterShape shape = ParameterShape.Single) =>
            new() { Name = name, Type = type, Shape = shape };
        Assert.Equal(new CategorySource(), Proposed("place", Of("place", DataType.Text)));
        var chosen = new DatasetChoices { Dataset = "d", Value = "place" };
        Assert.Equal(new CategorySource(), Proposed("place", Of("harbour", DataType.Text) with { Choices = chosen }));
        // A text is not any text: a region is no route.
        Assert.Null(Proposed("place", Of("harbour", DataType.Text)));
        Assert.Equal(new CategorySource(), Proposed("date_trunc('month', day)", Of("span", DataType.Date, ParameterShape.Period)));
        Assert.Null(Proposed("place", Of("day", DataType.Date)));
        Assert.Null(Proposed("place", Of("harbour", DataType.Text) with { SetBy = SetBy.Nobody }));
    }
}
