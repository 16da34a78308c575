using LucidLattice.Testing;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using Xunit;

namespace LucidLattice.Authoring.Tests;

public class ComposeTests
{
    private static ComposeView View(ReportDefinition report, params string?[] vantage) => FirstSection.Look(Workshop.Run(report), vantage);

    private static IEnumerable<string> Texts(ComposeView view, BandKind kind, int level = 0)
        => view.Bands.Single(b => b.Place == new BandPlace(kind, level)).Drawing.Texts().Select(t => t.Text);

    [Fact]
    public void Each_band_stands_there_once_with_real_values_and_its_count()
    {
        var report = Workshop.DemoReport("route-performance");
        var view = View(report, "Northern Isles", "Holm – Brae");
        Assert.Equal([new(BandKind.PageHeader), .. report.MainSection().Bands().Select(b => b.Place), new(BandKind.PageFooter)],
            view.Bands.Select(b => b.Place));
        Assert.Contains("Northern Isles", Texts(view, BandKind.GroupHeader, 1));
        Assert.Contains("Holm – Brae", Texts(view, BandKind.GroupHeader, 2));
        var printed = view.Bands.ToDictionary(b => b.Name, b => b.Printed);
        Assert.Equal([1, 3, 8, view.Rows], new[] { "Report header", "Region header", "Route footer", "Rows" }.Select(n => printed[n]));
        Assert.Null(printed["Page footer"]);
        // The detail band shows the first rows of the group.
        Assert.Equal(ComposeViewer.DetailRows,
            view.Bands.Single(b => b.Place.Kind == BandKind.Detail).Drawing.Texts().Count(t => t.Text.Contains("Jan 2025")));
    }

    [Fact]
    public void The_figures_are_those_of_the_printed_page()
    {
        var run = Workshop.Run(Workshop.DemoReport("route-performance"));
        var printed = Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts()).Select(t => t.Text).ToHashSet();
        var view = FirstSection.Look(run, ["West Firth", "Tangwick – Skerra"]);
        foreach (var (kind, level) in new[] { (BandKind.GroupFooter, 1), (BandKind.GroupFooter, 2), (BandKind.ReportFooter, 0) })
            Assert.All(Texts(view, kind, level), text => Assert.Contains(text, printed));
    }

    [Theory]
    [InlineData("Northern Isles", "Gone", "Brae – Linga")]
    [InlineData("Gone", "Holm – Brae", "Aith – Voe")]
    [InlineData(null, null, "Aith – Voe")]
    public void A_vantage_whose_group_is_gone_is_clamped(string? region, string? route, string shown)
        => Assert.Equal(shown, View(Workshop.DemoReport("route-performance"), region, route).Vantage[1].Label);

    [Fact]
    public void Boxes_of_elements_hold_what_is_drawn_for_them()
    {
        foreach (var band in View(Workshop.DemoReport("route-performance")).Bands)
            foreach (var text in band.Drawing.Texts()
                .Where(t => t.Y < band.Height / (band.Place.Kind == BandKind.Detail ? ComposeViewer.DetailRows : 1)))
                Assert.Contains(band.Elements, e => text.X >= e.X - 0.1 && text.X + text.Width <= e.X + e.Width + 0.1 && text.Y >= e.Y
                    && text.Y - text.Font.Size * 0.7 <= e.Y + e.Height);
    }

    /// <summary>They are measured from its own corner, whether it is printed there or not.</summary>
    [Fact]
    public void The_parts_of_a_chart_are_the_same_wherever_it_stands()
    {
        var report = Workshop.DemoReport("route-performance");
        var chart = report.AllElements().OfType<ChartElement>().Single(c => c.Id == "ch1");
        var parts = Parts(chart);
        Assert.True(parts.Count > 5);
        Assert.All(parts, p => Assert.True(p.X >= 0 && p.Y >= 0 && p.X + p.Width <= chart.Width + 1 && p.Y + p.Height <= chart.Height + 1));
        Assert.Equal(parts, Parts(chart with { X = 31, Y = 17 }));
        Assert.Equal(parts, Parts(chart with { When = "1 = 2" }));

        List<ChartPartView> Parts(ChartElement placed) =>
            [.. View(report.MapAllElements(e => e.Id == placed.Id ? placed : e)).Bands.SelectMany(b => b.Charts)
                .Single(c => c.Id == "ch1").Parts.Select(p => new ChartPartView(p.Part, R(p.X), R(p.Y), R(p.Width), R(p.Height)))];
        static double R(double points) => Math.Round(points, 3);
    }

    [Fact]
    public void Without_rows_the_bands_are_still_there()
    {
        var report = Workshop.DemoReport("route-performance");
        var view = View(report.WithMainSection(report.MainSection() with { Filter = "1 = 2" }));
        Assert.Equal(0, view.Rows);
        Assert.Empty(view.Vantage);
        Assert.Equal(0, view.Bands.Single(b => b.Name == "Region header").Printed);
        Assert.Contains("No rows", Texts(view, BandKind.ReportHeader));
    }

    [Fact]
    public void Moving_a_level_takes_its_bands_along_and_keeps_headings_above_the_rows()
    {
        var report = new Move { Id = "l2", To = new Spot { In = "s1", Index = 0 } }.Apply(Workshop.DemoReport("route-performance"),
            NoReports.Instance);
        var view = View(report);
        Assert.Equal(["Route", "Region"], view.Vantage.Select(s => s.Name));
        Assert.Equal([8, 8],
            new[] { 1, 2 }.Select(level => (int)view.Bands.Single(b => b.Place == new BandPlace(BandKind.GroupHeader, level)).Printed!));
        Assert.Contains("Departs", Texts(view, BandKind.GroupHeader, 2));
        Assert.DoesNotContain("Departs", Texts(view, BandKind.GroupHeader, 1));
    }

    [Fact]
    public void Removing_the_last_level_moves_headings_to_the_top_of_each_page()
    {
        var report = Workshop.DemoReport("sailings-in-detail");
        report = new Remove { Ids = ["l1"] }.Apply(report, NoReports.Instance);
        var run = Workshop.Run(report, null, ("route", "Holm – Brae"));
        Assert.All(Enumerable.Range(1, run.PageCount), page => Assert.Contains(run.Page(page).Texts(), t => t.Text == "Departs"));
    }

    [Fact]
    public void A_new_column_makes_room_for_itself_on_the_page()
    {
        var report = StarterReport.Create("Wide", Workshop.DemoReport("route-performance").Datasets[0]);
        foreach (var field in report.Datasets[0].Fields) report = new AddField { Field = field.Name }.Apply(report, NoReports.Instance);
        Assert.True(report.MainSection().Columns.Sum(c => c.Width) <= report.Page.BodyWidth + 0.1);
        Assert.DoesNotContain(ReportPlanner.Plan(report, NoReports.Instance).Problems, p => p.Code == "columns-too-wide");
    }

    [Fact]
    public void A_proposed_link_carries_what_fits_by_name_and_type()
    {
        var report = Workshop.DemoReport("route-performance");
        report = new LinkChart { Chart = "ch1" }.Apply(report, new DemoCatalog());
        Assert.Null(((ChartElement)report.MainSection().Elements().Single(e => e.Element.Id == "ch1").Element).Link);
        report = new LinkChart { Chart = "ch1", Report = "sailings-in-detail" }.Apply(report, new DemoCatalog());
        var link = ((ChartElement)report.MainSection().Elements().Single(e => e.Element.Id == "ch1").Element).Link!;
        Assert.Equal([("route", "CategorySource"), ("from", "ParameterSource"), ("to", "ParameterSource")],
            link.Carries.Select(c => (c.Parameter, c.From.GetType().Name)));
    }

    [Fact]
    public void A_chart_of_months_inside_a_group_carries_the_key_of_the_group_around_it()
    {
        var report = Workshop.DemoReport("route-performance");
        var chart = new ChartElement { Id = "months", Width = 500, Height = 120,
            Category = new ChartCategory { By = "EXTRACT(MONTH FROM departs)" },
            Values = [new ChartValue { Expression = "count(*)" }],
            Link = new Link { Report = "sailings-in-detail",
            Carries = [new CarriedValue { Parameter = "route", From = new LevelSource { Level = "l2" } },
            new CarriedValue { Parameter = "from", From = new FixedSource { Value = "2025-05-01" } }] } };
        var section = report.MainSection();
        var level = section.Levels[1];
        section = section with {
            Levels = [section.Levels[0],
            level with {
            Header = new Band { Parts = [.. level.Header.Parts, new BandPart { Id = "pm", Height = 130, Elements = [chart] }] } }] };
        var view = View(report.WithMainSection(section), "West Firth", "Skerra – Aith");
        var marks = view.Bands.Single(b => b.Place == new BandPlace(BandKind.GroupHeader, 2)).Charts.Single().Marks;
        Assert.Equal(Enumerable.Range(1, 12).Select(m => m.ToString()), marks.Select(m => m.Label));
        Assert.All(marks, m => Assert.Equal(("Skerra – Aith", "2025-05-01"), (m.Action!.Values["route"], m.Action.Values["from"])));
    }

    [Theory]
    [InlineData(BandKind.Detail, 0)]
    [InlineData(BandKind.PageFooter, 0)]
    public void A_gesture_that_makes_no_sense_is_refused_with_a_sentence(BandKind band, int level)
        => Assert.EndsWith(".",
            Assert.Throws<EditException>(
            () => new AddChart { Band = band, Level = level }.Apply(Workshop.DemoReport("route-performance"), NoReports.Instance)).Message);

    /// <summary>Steps lead on from any of many groups, and a name leads to the group that bears it.</summary>
    [Fact]
    public void The_vantage_knows_the_neighbours_of_each_of_many_groups()
    {
        Field[] fields = [new() { Name = "n", Type = DataType.Whole }];
        var rows = new MemoryRows([.. Enumerable.Range(0, 500).Select(i => new[] { Value.Of((long)i) })]);
        var run = Workshop.Run(Workshop.Report(new Section { Id = "s", Levels = [new Level { Id = "l", Name = "N", By = "n" }],
            Detail = Workshop.Band(Workshop.Part("d", 10)) }, fields), rows);
        foreach (var wanted in new[] { 0, 1, 99, 250, 499 })
        {
            var step = ComposeViewer.View(run, new Dictionary<string, IReadOnlyList<string?>> { ["s"] = [$"{wanted}"] }, Workshop.Measurer)
                .Vantage[0];
            var keys = step.Siblings.Select(k => k.Key).ToList();
            Assert.Equal((wanted, 500, $"{wanted}", Vantage.MostSiblings), (step.Index, step.Count, step.Key, keys.Count));
            Assert.All(new[] { wanted - 1, wanted, wanted + 1 }.Where(k => k is >= 0 and < 500), k => Assert.Contains($"{k}", keys));
        }
        Assert.Equal(["7"], HardestCase.Find(run, "s", VantageWish.Named, "7", CancellationToken.None));
        Assert.Equal(["49"], HardestCase.Find(run, "s", VantageWish.Named, "49", CancellationToken.None));
    }
}
