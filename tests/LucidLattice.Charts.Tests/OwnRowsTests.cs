using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Data;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>Charts that draw rows of another dataset than the section that they stand in.</summary>
public class OwnRowsTests
{
    private static readonly Field[] Sailings =
        [new() { Name = "route", Type = DataType.Text }, new() { Name = "day", Type = DataType.Whole }];
    private static readonly Field[] Fares =
        [new() { Name = "line", Type = DataType.Text }, new() { Name = "class", Type = DataType.Text },
            new() { Name = "fare", Type = DataType.Whole }];

    private static Dataset Of(string id, Field[] fields) => new()
        { Id = id, Name = id, Database = id, Source = new TableSource { Table = id }, Fields = fields };

    private static ChartElement Chart(params MatchKey[] match) => new()
    {
        Id = "c", Width = 300, Height = 120, Own = new ChartOwnRows { Dataset = "fares", Match = match },
        Category = new ChartCategory { By = "class" }, Values = [new ChartValue { Expression = "sum(fare)" }],
    };

    private static ReportDefinition Report(ChartElement chart, bool inGroup)
    {
        var band = Workshop.Band(Workshop.Part("p", 130, chart));
        var section = new Section
        {
            Id = "s", Dataset = "sailings",
            Levels = inGroup ? [new Level { Id = "l", Name = "Route", By = "route", Header = band }] : [],
            ReportHeader = inGroup ? new() : band,
        };
        var report = Workshop.Report(section, Sailings);
        return report with { Datasets = [Of("sailings", Sailings), Of("fares", Fares)],
            Sheets = [report.Sheets[0] with { Sections = [section] }] };
    }

    private static readonly Value[][] Routes = [.. Enumerable.Range(0, 40).Select(i => new[] { Value.Of($"r{i % 5}"), Value.Of((long)i) })];
    private static readonly Value[][] Prices = [.. Enumerable.Range(0, 90)
        .Select(i => new[] { i % 11 == 0 ? Value.Null : Value.Of($"r{i % 4}"), Value.Of($"k{i % 3}"), Value.Of((long)(i * 7 % 50)) })];

    /// <summary>Against LINQ: in each group the chart draws the rows of its own that match; a group without any draws none, and rows that
    /// match nothing are in no chart.</summary>
    [Fact]
    public void A_chart_in_a_group_draws_those_of_its_own_rows_that_belong_there()
    {
        var rows = new TwoTables(("sailings", Routes), ("fares", Prices));
        var run = Workshop.Run(Report(Chart(new MatchKey { Own = "line", Around = "route" }), inGroup: true), rows);
        Assert.Empty(run.Problems);
        Assert.Equal(1, rows.Reads["fares"]);
        var figures = Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Items.OfType<FigureItem>()).ToList();
        Assert.Equal(5, figures.Count);
        for (var g = 0; g < 5; g++)
        {
            var expected = Prices.Where(p => !p[0].IsNull && p[0].Text == $"r{g}").GroupBy(p => p[1].Text).OrderBy(k => k.Key)
                .Select(k => (k.Key, k.Sum(p => p[2].Whole).ToString("N0", System.Globalization.CultureInfo.InvariantCulture)));
            Assert.Equal(expected, figures[g].Items.OfType<RegionItem>().Select(r => (r.Label, r.Figure)));
            if (figures[g].Items.OfType<RegionItem>().Any())
                Assert.Equal(figures[g].Items.OfType<RegionItem>().Select(r => r.Figure),
                    ChartTables.Table(RunCharts.Find(run, figures[g].Id!)!).Rows.Select(r => r[1]));
        }
    }

    [Fact]
    public void In_a_group_it_has_to_be_matched_and_in_the_report_header_it_need_not_be()
    {
        var rows = new TwoTables(("sailings", Routes), ("fares", Prices));
        var problem = Assert.Single(Workshop.Run(Report(Chart(), inGroup: true), rows).Problems);
        Assert.Equal(("chart-unmatched", "c"), (problem.Code, problem.Place));
        Assert.Equal("Match it on route.", Assert.Single(problem.Mends!));
        var run = Workshop.Run(Report(Chart(), inGroup: false), rows);
        Assert.Empty(run.Problems);
        Assert.Equal(3, run.Page(1).Flatten().OfType<RegionItem>().Count());
    }

    /// <summary>What its rows are matched to is carried by a click; a level that they are not matched to is not known.</summary>
    [Fact]
    public void A_click_carries_the_group_around_that_its_rows_are_matched_to()
    {
        var target = Workshop.Report(new Section { Id = "t" }, Fares) with
        {
            Parameters = [new Parameter { Name = "route", Type = DataType.Text }, new Parameter { Name = "class", Type = DataType.Text }],
        };
        var link = new Link
        {
            Report = "t",
            Carries = [new() { Parameter = "route", From = new LevelSource { Level = "l" } },
                new() { Parameter = "class", From = new CategorySource() }],
        };
        var rows = new TwoTables(("sailings", Routes), ("fares", Prices));
        ReportRun Run(ChartElement chart) => new ReportEngine(rows, Workshop.Measurer, new OneReport(target))
            .Run(new RunRequest(Report(chart with { Link = link }, inGroup: true), new Dictionary<string, string>(), Workshop.Now),
                CancellationToken.None);
        var run = Run(Chart(new MatchKey { Own = "line", Around = "route" }));
        Assert.Empty(run.Problems);
        var figures = Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Items.OfType<FigureItem>()).ToList();
        for (var g = 0; g < 4; g++)
            Assert.All(figures[g].Items.OfType<RegionItem>(), r =>
                Assert.Equal(($"r{g}", r.Label), (r.Action!.Values["route"], r.Action.Values["class"])));
        Assert.Contains(Run(Chart(new MatchKey { Own = "fare", Around = "day" })).Problems, p => p.Code == "unknown-level");
    }

    private sealed class OneReport(ReportDefinition report) : IReportCatalog
    {
        public ReportDefinition? Published(string reportId) => report;
    }

    /// <summary>Going to rows of its own proposes the match from the levels around, keeps what can still be read, and undoes
    /// itself.</summary>
    [Fact]
    public void The_match_is_proposed_from_the_levels_around()
    {
        var fares = Fares.Select(f => f.Name == "line" ? f with { Name = "route" } : f).ToArray();
        var plain = Chart() with { Own = null, Category = new ChartCategory { By = "route" },
            Values = [new ChartValue { Expression = "sum(day)" }] };
        var report = Report(plain, inGroup: true);
        report = report with { Datasets = [report.Datasets[0], Of("fares", fares)] };
        var changed = new SetChartRows { Chart = "c", Dataset = "fares" }.Apply(report, NoReports.Instance);
        var chart = changed.AllElements().OfType<ChartElement>().Single();
        Assert.Equal([new MatchKey { Own = "route", Around = "route" }], chart.Own!.Match);
        Assert.Equal(("route", "sum(fare)"), (chart.Category.By, chart.Values[0].Expression));
        var back = new SetChartRows { Chart = "c" }.Apply(changed, NoReports.Instance).AllElements().OfType<ChartElement>().Single();
        Assert.Null(back.Own);
        Assert.Equal(("route", "sum(day)"), (back.Category.By, back.Values[0].Expression));
    }

    /// <summary>One list of rows for each dataset, with how often it was read.</summary>
    private sealed class TwoTables(params (string Id, Value[][] Rows)[] tables) : IRowReader
    {
        public Dictionary<string, int> Reads { get; } = [];

        public void Require(DataQuery query)
        {
        }

        public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel)
        {
            var id = query.Dataset.Id;
            Reads[id] = Reads.GetValueOrDefault(id) + 1;
            return new MemoryRows(tables.First(t => t.Id == id).Rows).Read(query, progress, cancel);
        }
    }
}
