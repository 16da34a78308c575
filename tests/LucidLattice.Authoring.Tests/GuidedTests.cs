using LucidLattice.Testing;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Reports made from what readers should find out, looks, hardest cases, widths that fit.</summary>
public sealed class GuidedTests
{
    public static TheoryData<ReportGoal, string> Goals()
    {
        var goals = new TheoryData<ReportGoal, string>();
        foreach (var goal in Enum.GetValues<ReportGoal>())
            foreach (var dataset in DemoDatasets.All.Where(d => d.Source is not DerivedSource)) goals.Add(goal, dataset.Id);
        return goals;
    }

    /// <summary>Whatever is asked of whatever dataset of the demo, the report runs without problems and shows rows.</summary>
    [Theory]
    [MemberData(nameof(Goals))]
    public void A_report_of_every_goal_runs_without_problems(ReportGoal goal, string id)
    {
        var dataset = DemoDatasets.All.First(d => d.Id == id);
        if (goal == ReportGoal.HowItChanges && !dataset.Fields.Any(f => f.Type.IsTime()))
        {
            Assert.Throws<EditException>(() => GuidedReport.Create(new ReportGuide(goal), dataset));
            return;
        }
        var report = GuidedReport.Create(new ReportGuide(goal), dataset);
        var run = Workshop.Run(report);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        Assert.True(run.PageCount > 0);
        Assert.Equal(goal != ReportGoal.WhichRows, report.AllElements().OfType<ChartElement>().Any());
        Assert.Equal(goal != ReportGoal.WhichRows, report.AllSections().Any(s => s.Levels.Count > 0));
    }

    [Fact]
    public void What_is_chosen_is_kept_and_what_is_not_there_is_chosen_anew()
    {
        var bookings = DemoDatasets.All.First(d => d.Fields.Any(f => f.Name == "region"));
        var guide = GuidedReport.Completed(new ReportGuide(ReportGoal.HowMuch, "nothing", "region", "never", "fortnight"), bookings);
        Assert.Equal("region", guide.By);
        Assert.Equal("month", guide.Step);
        Assert.NotEqual("nothing", guide.Measure);
        Assert.Equal("", GuidedReport.Completed(new ReportGuide(ReportGoal.HowMuch, ""), bookings).Measure);
        Assert.Throws<EditException>(() => GuidedReport.Create(guide, bookings with { Fields = [] }));
    }

    [Fact]
    public void Another_look_changes_what_nobody_set_and_nothing_else()
    {
        var report = Workshop.DemoReport("seasons-and-regions");
        report = report with { Sheets = [.. report.Sheets.Select(s => s with { Sections = [.. s.Sections.Select(section =>
            section.MapElements((_, e) => e.Id == "t2" ? e with { Style = new Style { Color = "#0B5D5B", Size = 11 } } : e))] })] };
        TextRun Of(string? look, string begin) =>
            Workshop.Run(report with { Look = look }).Page(1).Texts().First(t => t.Text.StartsWith(begin, StringComparison.Ordinal));
        foreach (var look in Looks.All)
        {
            Assert.Equal((look.Title, 18 * look.Scale), (Of(look.Id, "Seasons").Color, Of(look.Id, "Seasons").Font.Size));
            Assert.Equal(("#0B5D5B", 11), (Of(look.Id, "From:").Color, Of(look.Id, "From:").Font.Size));
            // Text has to be read on paper (WCAG 2.2, 1.4.3).
            Assert.All(new[] { look.Ink, look.Muted, look.Title }.Concat(look.Levels), c => Assert.True(Contrast(c) >= 4.5,
                $"{look.Id} {c}"));
        }
        Assert.Equal(Of(null, "Seasons"), Of("firth", "Seasons"));
        Assert.Contains(Workshop.Run(report with { Look = "none" }).Problems, p => p.Code == "unknown-look");
    }

    [Fact]
    public void A_look_of_ones_own_is_worn_kept_and_bounded()
    {
        var report = Workshop.DemoReport("seasons-and-regions");
        var own = Looks.All[0] with
        {
            Name = "Night", Title = "#0B5D5B", Scale = 1.5, RowSpace = 10, Header = "Skerravoe {{ page_number() }}",
        };
        var picture = Convert.ToBase64String("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 4 2'><path d='M0 0h4v2H0z'/></svg>"u8);
        var worn = new SetReportLook { Own = own, Logo = new GivenImage("logo.svg", picture) }.Apply(report, new DemoCatalog());
        var page = Workshop.Run(worn).Page(1);
        var title = page.Texts().First(t => t.Text.StartsWith("Seasons", StringComparison.Ordinal));
        Assert.Equal(("#0B5D5B", 27), (title.Color, title.Font.Size));
        Assert.Contains(page.Texts(), t => t.Text == "Skerravoe 1" && t.Y < report.Page.Top);
        var logo = Assert.Single(page.Flatten().OfType<ImageItem>());
        Assert.InRange(logo.Y + logo.Height, 0, report.Page.Top);
        Assert.Equal(2, logo.Width / logo.Height, 6);
        // Another look takes it away with its logo, and nothing of it is left.
        var back = new SetReportLook { Look = "ledger" }.Apply(worn, new DemoCatalog());
        Assert.Equal(ReportJson.Write(report with { Look = "ledger" }), ReportJson.Write(back));
        Assert.Empty(back.Images);

        foreach (var wrong in new[] { own with { Title = "red" }, own with { Scale = double.NaN }, own with { RowSpace = 1e9 },
            own with { Logo = "gone" }, own with { Levels = [.. Enumerable.Repeat("#000000", 9)] } })
            Assert.Contains(Workshop.Run(report with { OwnLook = wrong }).Problems, p => p.Code == "bad-look");
    }

    [Fact]
    public void Rows_stand_as_far_apart_as_the_look_says()
    {
        var report = Workshop.DemoReport("income-ledger");
        double Between(double space)
        {
            var rows = Workshop.Run(report with { OwnLook = Looks.All[0] with { RowSpace = space } }).Page(3).Texts()
                .Where(t => t.X < report.Page.Left + 5).Select(t => t.Y).ToList();
            return rows[8] - rows[7];
        }
        Assert.Equal(Between(0) + 7, Between(7), 6);
    }

    /// <summary>With white, as WCAG 2.2 defines it.</summary>
    private static double Contrast(string color)
    {
        double Linear(int channel) => channel / 255.0 is var c && c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4);
        var (r, g, b) = HexColors.Channels(color);
        return 1.05 / (0.2126 * Linear(r) + 0.7152 * Linear(g) + 0.0722 * Linear(b) + 0.05);
    }

    private static readonly Field[] Fields = [new() { Name = "g", Type = DataType.Text }, new() { Name = "t", Type = DataType.Text },
        new() { Name = "n", Type = DataType.Whole }];

    private static ReportRun Run((string G, string T, long N)[] rows)
    {
        var section = new Section
        {
            Id = "s",
            Levels = [new Level { Id = "l", Name = "G", By = "g" }],
            Columns = [new Column { Id = "a", Heading = "T", Expression = "t", Width = 40 },
                new Column { Id = "b", Heading = "A long heading", Expression = "n", Width = 40 }],
            Detail = Workshop.Band(Workshop.Part("p", 14, new CellElement { Id = "e", Column = "a", Height = 12 },
                new CellElement { Id = "f", Column = "b", Height = 12 })),
            ReportHeader = Workshop.Band(Workshop.Part("h", 14, new HeadingElement { Id = "ha", Column = "a", Height = 12 },
                new HeadingElement { Id = "hb", Column = "b", Height = 12 })),
        };
        return Workshop.Run(Workshop.Report(section, Fields),
            new MemoryRows([.. rows.Select(r => new[] { Value.Of(r.G), Value.Of(r.T), Value.Of(r.N) })]));
    }

    [Fact]
    public void The_vantage_finds_the_hardest_case_and_a_group_by_a_part_of_its_name()
    {
        var run = Run([("Aith", "short", 5), ("Brae", "the longest text of all", 7), ("Brae", "x", -900), ("Voe", "y", 800), ("Voe",
            "y", 1),
            ("Voe", "z", 2)]);
        string? Found(VantageWish wish, string name = "") => HardestCase.Find(run, "s", wish, name, CancellationToken.None)?.Single();
        Assert.Equal("Brae", Found(VantageWish.LongestText));
        Assert.Equal("Brae", Found(VantageWish.LargestNumber));
        Assert.Equal("Voe", Found(VantageWish.MostRows));
        Assert.Equal("Aith", Found(VantageWish.FewestRows));
        Assert.Equal("Voe", Found(VantageWish.Named, " vo"));
        Assert.Null(Found(VantageWish.Named, "none"));
        Assert.Null(Found(VantageWish.Named));
        Assert.Null(HardestCase.Find(run, "nowhere", VantageWish.MostRows, "", CancellationToken.None));
    }

    /// <summary>Property over random rows: nothing that a column prints is wider than the column that fits, and something nearly fills
    /// it.</summary>
    [Fact]
    public void Columns_are_as_wide_as_the_widest_of_what_stands_in_them()
    {
        var random = new Random(3);
        for (var round = 0; round < 20; round++)
        {
            var run = Run([.. Enumerable.Range(0, random.Next(1, 80)).Select(_ => ("g" + random.Next(3),
                string.Concat(Enumerable.Range(0, random.Next(1, 18)).Select(_ => "iWm.x"[random.Next(5)])), (long)random.Next(-99999,
                    9999999)))]);
            var widths = ColumnFit.Fit(run, "s", Workshop.Measurer, CancellationToken.None);
            var texts = Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts()).ToList();
            // What did not fit into 40 points was set smaller or wrapped, so the needed widths are measured anew.
            var font = texts.First(t => t.Font.Size == 9).Font;
            var words = run.First().Rows.Columns[1];
            var needed = Enumerable.Range(0, run.First().Rows.Count).Max(r => Workshop.Measurer.Width(font, words[r].Text));
            Assert.InRange(widths[0].Width, Math.Max(24, needed) + 7, Math.Max(24, needed) + 9.1);
            Assert.True(widths[1].Width >= Workshop.Measurer.Width(font with { Size = 8 }, "A long heading"));
        }
    }
}
