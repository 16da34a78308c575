using LucidLattice.Testing;
using LucidLattice.Charts;
using LucidLattice.Charts.Scales;
using LucidLattice.Crosstabs;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>Figures that stand beside the marks of charts: shares, ends of ranges, orders, formulas.</summary>
public sealed class ChartFigureTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "kind", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole },
        new() { Name = "price", Type = DataType.Decimal, Scale = 2 }, new() { Name = "day", Type = DataType.Date },
    ];

    private static ReportRun Run(ChartElement chart, params (string Kind, long N, decimal Price)[] rows) => Workshop.Run(
        Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 210,
            chart with { Width = 400, Height = 200 })) }, Fields),
        new MemoryRows([.. rows.Select((r, i) => new[]
        {
            Value.Of(r.Kind), Value.Of(r.N), Value.Of(r.Price), Value.Of(new DateOnly(2025, 1, 6).AddDays(i)),
        })]));

    private static ChartElement Chart(string type, string by = "kind", string value = "sum(n)") => new()
    {
        Id = "c", Chart = type, Category = new ChartCategory { By = by }, Values = [new ChartValue { Expression = value }],
    };

    private static DrawnChart Drawn(ReportRun run)
    {
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        return RunCharts.Find(run, "c")!;
    }

    private static List<string> Said(ReportRun run) =>
        [.. run.Page(1).Flatten().OfType<RegionItem>().Select(r => $"{r.Label} {r.Figure} {r.More}")];

    [Fact]
    public void Sums_of_a_waterfall_are_no_part_of_the_whole()
    {
        var chart = Chart("waterfall");
        chart = chart with { Category = chart.Category with { Subtotals = ["a"] } };
        var said = Said(Run(chart, ("a", 30, 0), ("b", 70, 0)));
        Assert.Contains("a 30 30.0% of all", said);
        Assert.Contains("b 70 70.0% of all", said);
        Assert.Contains(said, s => s.StartsWith("Sum 100", StringComparison.Ordinal) && !s.Contains('%'));
    }

    /// <summary>No figure is adjusted so that others add up: a third is 33.3 % three times.</summary>
    [Fact]
    public void Each_share_is_rounded_for_itself_in_pies_as_in_columns()
    {
        var rows = new[] { ("a", 1L, 0m), ("b", 1L, 0m), ("c", 1L, 0m) };
        Assert.All(Said(Run(Chart("pie"), rows)), s => Assert.EndsWith("1, 33.3%", s.Trim()));
        Assert.All(Said(Run(Chart("columns"), rows)), s => Assert.EndsWith("33.3% of all", s.Trim()));
        // 21.34 % was printed as 21.4 % so that all made 100.
        Assert.Contains(Said(Run(Chart("pie"), ("a", 2134, 0), ("b", 2633, 0), ("c", 2633, 0), ("d", 2600, 0))), s => s.Contains("21.3%"));
    }

    [Fact]
    public void A_share_is_written_as_its_language_has_it()
    {
        Assert.Equal(["21.3%", "21,3\u00a0%"], new[] { "en-GB", "de-DE" }.Select(l =>
            PercentForm.Of(0.2134, Languages.Culture(l))));
        Assert.Equal("21,3\u00a0%", ValueFormat.For(DataType.Double, null, FieldKind.Share, null, Languages.Culture("de-DE"))
            .Format(Value.Of(0.2134)));
    }

    [Fact]
    public void Ranges_are_made_over_the_rows_that_are_drawn()
    {
        var chart = Chart("histogram", "n", "count(*)") with { Filter = "kind = 'a'" };
        var numbers = Drawn(Run(chart, ("a", 1, 0), ("a", 4, 0), ("a", 9, 0), ("b", 100_000, 0))).Content.Numbers;
        Assert.True(numbers.Ranges!.Edge(numbers.Ranges.Count) < 20, numbers.Ranges.ToString());
        Assert.Equal(3, numbers.Marks.Sum(m => m.Rows));
    }

    /// <summary>Property: whatever the numbers and the settings, ends are exact decimals and each number lies in its range.</summary>
    [Fact]
    public void Ends_of_ranges_are_exact()
    {
        var random = new Random(17);
        for (var round = 0; round < 2_000; round++)
        {
            var scale = (decimal)Math.Pow(10, random.Next(-4, 5));
            var sorted = Enumerable.Range(0, random.Next(1, 40)).Select(_ => random.Next(-500, 500) * scale).Order().ToList();
            ChartRanges[] all = [new(), new() { Count = random.Next(1, 20) }, new() { Width = (double)(random.Next(1, 90) * scale / 10) }];
            var ranges = NumberRanges.Over(sorted, all[round % 3]);
            Assert.NotNull(ranges.Exact);
            foreach (var number in sorted)
            {
                var at = ranges.IndexOf(Value.Of(number));
                Assert.True(ranges.EdgeValue(at).Decimal <= number, $"{number} in {ranges}, {at}");
                var end = ranges.EdgeValue(at + 1).Decimal;
                // Of a range that is divided into parts without an end in decimals, the last end may miss by the last of 28 digits.
                Assert.True(number < end || at == ranges.Count - 1 && number - end <= Math.Abs(number) * 1e-24m,
                    $"{number} in {ranges}, {at}");
            }
        }
        Assert.Equal("7.64", NumberRanges.Over([0m, 7.64m, 15m], new ChartRanges { Width = 3.82 }).EdgeValue(2).Invariant);
    }

    [Fact]
    public void A_range_goes_to_a_decimal_parameter_with_its_exact_ends()
    {
        var target = Workshop.Report(new Section { Id = "s" }) with
        {
            Parameters = [new Parameter { Name = "low", Type = DataType.Decimal }, new Parameter { Name = "high",
                Type = DataType.Decimal }],
        };
        var chart = Chart("histogram", "price", "count(*)");
        chart = chart with
        {
            Category = chart.Category with { Ranges = new ChartRanges { Width = 3.82 } },
            Link = new Link
            {
                Report = "", Carries =
                [
                    new CarriedValue { Parameter = "low", From = new CategorySource { Part = KeyPart.Start } },
                    new CarriedValue { Parameter = "high", From = new CategorySource { Part = KeyPart.End } },
                ],
            },
        };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 210,
            chart with { Width = 400, Height = 200 })) }, Fields) with { Parameters = target.Parameters };
        var run = Workshop.Run(report, new MemoryRows([.. new[] { 0m, 4m, 7.64m }.Select(p =>
            new[] { Value.Of("a"), Value.Of(1L), Value.Of(p), Value.Null })]));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var values = run.Page(1).Flatten().OfType<RegionItem>().Where(r => r.Action is not null).Select(r => r.Action!.Values).ToList();
        Assert.Contains(values, v => v["low"] == "3.82" && v["high"] == "7.64");
    }

    [Fact]
    public void A_width_that_would_make_too_many_ranges_is_said()
    {
        var chart = Chart("histogram", "n", "count(*)");
        chart = chart with { Category = chart.Category with { Ranges = new ChartRanges { Width = 1 } } };
        Assert.Contains(Run(chart, ("a", 0, 0), ("b", 10_000, 0)).Problems, p => p.Code == "ranges-widened" && p.Place == "c");
        Assert.DoesNotContain(Run(chart, ("a", 0, 0), ("b", 100, 0)).Problems, p => p.Code == "ranges-widened");
    }

    [Fact]
    public void Named_groups_stand_in_the_order_of_their_list()
    {
        var chart = Chart("columns");
        chart = chart with
        {
            Category = chart.Category with
            {
                Groups = new NamedGroups { Groups = [new("Zulu", ["a"]), new("Mike", ["b"]), new("Alpha", ["c"])], Remaining = "Beyond" },
            },
        };
        var numbers = Drawn(Run(chart, ("c", 1, 0), ("a", 2, 0), ("d", 3, 0), ("b", 4, 0))).Content.Numbers;
        Assert.Equal(["Zulu", "Mike", "Alpha", "Beyond"], numbers.Categories.Select(c => c.Label));
    }

    [Fact]
    public void All_others_of_a_Pareto_chart_stand_at_the_end()
    {
        var chart = Chart("pareto");
        chart = chart with { Category = chart.Category with { Largest = 2 } };
        var plotted = Drawn(Run(chart, ("a", 5, 0), ("b", 9, 0), ("c", 4, 0), ("d", 4, 0), ("e", 4, 0))).Plotted.Numbers;
        Assert.Equal(["b", "a", "Others"], plotted.Categories.Select(c => c.Label));
        Assert.Equal(1, plotted.Marks[^1].Number, 9);
    }

    [Fact]
    public void A_formula_says_what_x_counts()
    {
        var chart = Chart("lines", "day") with
        {
            Values = [new ChartValue { Expression = "sum(n)", Trend = new ChartTrend { Formula = true } }],
        };
        var rows = Enumerable.Range(0, 5).Select(i => ("a", 10L + i, 0m)).ToArray();
        Assert.Contains(Run(chart, rows).Page(1).Texts(), t => t.Text.Contains("y = 1 x + 9 (x in days, 1 on 6 Jan 2025)"));
    }

    [Fact]
    public void Marks_that_nest_carry_both_keys_and_texts_of_headers_that_are_not_printed_are_not_written()
    {
        var chart = Chart("columns");
        chart = chart with { Category = chart.Category with { Within = "n" } };
        var section = new Section
        {
            Id = "s",
            ReportHeader = Workshop.Band(Workshop.Part("p", 210, chart with { Width = 400, Height = 200 })),
            Levels = [new Level { Id = "l", Name = "Kind", By = "kind", OmitEmpty = true, Header = Workshop.Band(Workshop.Part("h", 12,
                new TextElement { Id = "t", Width = 90, Height = 10, Text = "Kind {{ kind }}" })) }],
        };
        var run = Workshop.Run(Workshop.Report(section, Fields), new MemoryRows(
            [[Value.Of("a"), Value.Of(1L), Value.Null, Value.Null], [Value.Null, Value.Of(2L), Value.Null, Value.Null]]));
        using var stream = new MemoryStream();
        RunJson.Write(run, stream, CancellationToken.None);
        var report = System.Text.Json.JsonDocument.Parse(stream.ToArray()).RootElement.GetProperty("report");
        Assert.Equal(["1", "2"], report.GetProperty("charts").GetProperty("c").GetProperty("marks").EnumerateArray()
            .Select(m => m.GetProperty("within").GetRawText()));
        Assert.Equal(["Kind a"], report.GetProperty("groups").EnumerateArray().SelectMany(g => g.GetProperty("texts").EnumerateObject())
            .Select(t => t.Value.GetString()));
    }

    /// <summary>More than the table holds: periods without rows go first, and how many are missing is said.</summary>
    [Fact]
    public void The_table_of_a_chart_says_what_it_leaves_out()
    {
        var rows = Enumerable.Range(0, 40).Select(i => ("a", (long)i, 0m)).ToArray();
        var drawn = Drawn(Run(Chart("columns", "n"), rows));
        Assert.Equal((40, 0), (ChartTables.Table(drawn).Rows.Count, ChartTables.Table(drawn).LeftOut));
        Assert.Equal((25, 15), (ChartTables.Table(drawn, 25).Rows.Count, ChartTables.Table(drawn, 25).LeftOut));
        var histogram = Chart("histogram", "n", "count(*)");
        histogram = histogram with { Category = histogram.Category with { Ranges = new ChartRanges { Width = 1 } } };
        var sparse = ChartTables.Table(Drawn(Run(histogram, ("a", 0, 0), ("b", 100, 0), ("c", 200, 0))), 3);
        Assert.Equal((3, 0), (sparse.Rows.Count, sparse.LeftOut));
    }

    [Fact]
    public void A_crosstab_with_too_many_columns_keeps_its_grand_total_and_says_what_is_missing_everywhere()
    {
        var crosstab = new CrosstabElement
        {
            Id = "x", Width = 400, Height = 20,
            Down = [new CrosstabField { Id = "k", Name = "Kind", By = "kind" }], Across = [new CrosstabField { Id = "m", Name = "N",
                By = "n" }],
            Values = [new CrosstabValue { Expression = "count(*)" }, new CrosstabValue { Expression = "sum(n)" }],
        };
        var run = Workshop.Run(Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, crosstab)) },
            Fields),
            new MemoryRows([.. Enumerable.Range(0, 1_200).Select(i => new[] { Value.Of("k"), Value.Of((long)i), Value.Null,
            Value.Null })]));
        var printed = RunCrosstabs.Find(run, "x")!;
        Assert.Equal((2_000, 402), (printed.Grid.Columns.Count, printed.Grid.LeftOut.Columns));
        Assert.Equal(EntryKind.Total, printed.Grid.Columns[^1].Kind);
        Assert.Contains(run.Problems, p => p.Code == "crosstab-cut-off" && p.Message.Contains("402 columns"));
        using var json = new MemoryStream();
        RunJson.Write(run, json, CancellationToken.None);
        Assert.Equal(402, System.Text.Json.JsonDocument.Parse(json.ToArray()).RootElement.GetProperty("report").GetProperty("crosstabs")
            .GetProperty("x").GetProperty("leftOut").GetProperty("columns").GetInt32());
        using var csv = new MemoryStream();
        Output.Charts.CrosstabCsv.Write(printed, csv);
        Assert.Contains("402 more columns", System.Text.Encoding.UTF8.GetString(csv.ToArray()).TrimEnd().Split('\n')[^1]);
    }

    [Theory]
    [InlineData("Net fare", "net fare")]
    [InlineData("MPAA", "MPAA")]
    [InlineData("IMDb rating", "IMDb rating")]
    [InlineData("CO2", "CO2")]
    [InlineData("N", "n")]
    [InlineData("", "")]
    public void A_label_within_a_sentence_keeps_its_abbreviations(string label, string within) => Assert.Equal(within,
        MidSentence.Of(label));
}
