using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;
using Xunit;

namespace LucidLattice.Charts.Tests;

public class ChartTests
{
    private static readonly Field[] Fields = [new() { Name = "place", Type = DataType.Text }, new() { Name = "kind", Type = DataType.Text },
        new() { Name = "n", Type = DataType.Decimal, Scale = 2 }];

    /// <summary>Common practice, no published source: charts of groups add up to their subtotals, and all of them to the grand
    /// total.</summary>
    [Fact]
    public void Charts_of_groups_add_up_to_the_subtotals_and_to_the_grand_total()
    {
        var run = Workshop.Run(Workshop.DemoReport("route-performance"));
        var data = run.First();
        var chart = data.Plan.Charts.Single(c => c.Id == "ch2");
        var footer = data.Plan.Bands[new BandPlace(BandKind.GroupFooter, 1)].SelectMany(p => p.Elements).OfType<TextPlan>()
            .Single(e => e.Id == "rfe").OnlyValue!;
        var grand = data.Plan.Bands[new BandPlace(BandKind.ReportFooter)].SelectMany(p => p.Elements).OfType<TextPlan>()
            .Single(e => e.Id == "gfe").OnlyValue!;
        var sum = 0m;
        var frame = data.NewFrame();
        for (var region = 0; region < data.Tree.Levels[1].Count; region++)
        {
            data.Tree.Path(1, region).CopyTo(frame.Groups, 0);
            var marks = data.Marks(chart, frame).Sum(m => m.Value.Decimal);
            Assert.Equal(frame.Try(footer).Decimal, marks);
            sum += marks;
        }
        Assert.Equal(frame.Try(grand).Decimal, sum);
    }

    /// <summary>Common practice, no published source: the total of the report that a click opens is the number of the clicked
    /// mark.</summary>
    [Fact]
    public void The_target_of_a_click_totals_the_clicked_mark()
    {
        var run = Workshop.Run(Workshop.DemoReport("route-performance"), null, ("from", "2024-11-01"), ("to", "2025-02-28"));
        var frame = run.First().NewFrame();
        foreach (var chart in run.First().Plan.Charts)
            foreach (var mark in run.First().Marks(chart, frame))
            {
                var action = chart.Action(mark, chart.Numbers(run.Data!.Charts, frame), frame, null)!;
                var target = Workshop.Run(Workshop.DemoReport(action.Report), null, [.. action.Values.Select(v => (v.Key, v.Value))]);
                Assert.Equal(mark.Rows, target.First().Tree.Order.Length);
                var total = chart.Id == "ch1" ? "g3" : "g7";
                var value = target.First().Plan.Bands[new BandPlace(BandKind.ReportFooter)].SelectMany(p => p.Elements).OfType<TextPlan>()
                    .Single(e => e.Id == total).OnlyValue!;
                Assert.Equal(mark.Value, target.First().NewFrame().Try(value));
            }
    }

    [Fact]
    public void No_text_of_a_chart_lies_over_another_and_every_mark_answers_a_click()
    {
        var random = new Random(17);
        for (var round = 0; round < 150; round++)
        {
            var count = random.Next(1, 60);
            var rows = Enumerable.Range(0, count)
                .Select(i => new[]
                { Value.Of($"{i:00} {string.Join(' ', Enumerable.Repeat("Label", random.Next(5)))}"), Value.Null,
                Value.Of(Math.Round((decimal)(Math.Pow(10, random.Next(-1, 8)) * (random.NextDouble() - (round % 3 == 0 ? 0.5 : 0))), 2)) })
                .ToArray();
            var chart = new ChartElement { Id = "c", Width = random.Next(150, 520), Height = random.Next(90, 300),
                Category = new ChartCategory { By = "place" },
                Values = [new ChartValue { Expression = "sum(n)" }],
                Words = new ChartWording { Value = new() { Text = round % 2 == 0 ? "Something counted" : null } } };
            var page = Workshop.Run(
                Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 310, chart)) }, Fields),
                new MemoryRows(rows)).Page(1);
            Boxes.AssertApart([.. page.Texts().Select(Boxes.Of)]);
            Assert.Equal(count, page.Flatten().OfType<RegionItem>().Count());
            Assert.All(page.Flatten().OfType<RegionItem>(), r => Assert.True(r.Width > 0 && r.Height >= 6));
        }
    }

    [Fact]
    public void Rows_without_a_category_make_a_mark_of_their_own_that_asks_for_them()
    {
        var link = new Link { Report = "sailings-in-detail",
            Carries = [new CarriedValue { Parameter = "route", From = new CategorySource() }] };
        var chart = new ChartElement { Id = "c", Width = 300, Height = 120, Category = new ChartCategory { By = "place" },
            Values = [new ChartValue { Expression = "sum(n)" }], Link = link };
        var run = Workshop.Run(
            Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 130, chart)) }, Fields),
            new MemoryRows([Value.Of("A"), Value.Null, Value.Of(1m)], [Value.Null, Value.Null, Value.Of(2m)]));
        var all = run.Page(1).Flatten().OfType<RegionItem>().ToList();
        var regions = all.Where(r => !r.Id.Contains("-label-")).ToList();
        // The name below the axis carries the same.
        Assert.Equal(["A", "~empty"], all.Except(regions).Select(r => r.Action!.Values["route"]));
        Assert.Equal(["A", "(empty)"], regions.Select(r => r.Label));
        Assert.Equal("A", regions[0].Action!.Values["route"]);
        Assert.Equal("~empty", regions[1].Action!.Values["route"]);
    }

    [Theory]
    [InlineData("nowhere", "route", "missing-target")]
    [InlineData("sailings-in-detail", "rout", "unknown-target-parameter")]
    [InlineData("sailings-in-detail", "from", "type-mismatch")]
    public void A_broken_link_is_a_problem_before_any_reader_finds_it(string target, string parameter, string code)
    {
        var link = new Link { Report = target, Carries = [new CarriedValue { Parameter = parameter, From = new CategorySource() }] };
        var chart = new ChartElement { Id = "c", Width = 300, Height = 120, Category = new ChartCategory { By = "place" },
            Values = [new ChartValue { Expression = "sum(n)" }], Link = link };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 130, chart)) }, Fields);
        var problems = ReportPlanner.Plan(report, new DemoCatalog()).Problems;
        Assert.Contains(problems, p => p.Code == code && p.Place == "c" && p.Mends is { Count: > 0 });
    }

    [Theory]
    [InlineData(BandKind.Detail)]
    [InlineData(BandKind.PageHeader)]
    public void A_chart_in_a_wrong_band_is_refused_with_its_reason(BandKind kind)
    {
        var band = Workshop.Band(
            Workshop.Part("p", 130,
            new ChartElement { Id = "c", Width = 300, Height = 120, Category = new ChartCategory { By = "place" },
            Values = [new ChartValue { Expression = "count(*)" }] }));
        var report = kind == BandKind.Detail
            ? Workshop.Report(new Section { Id = "s", Detail = band }, Fields)
            : Workshop.Report(new Section { Id = "s" }, Fields).WithPageBands(header: band);
        Assert.Contains(ReportPlanner.Plan(report, new DemoCatalog()).Problems, p => p is { Code: "chart-misplaced", IsError: true });
    }
}
