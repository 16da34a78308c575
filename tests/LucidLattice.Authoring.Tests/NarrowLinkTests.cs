using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Links to a part of the same report, with its lists narrowed to what was clicked.</summary>
public sealed class NarrowLinkTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "g", Type = DataType.Text }, new() { Name = "day", Type = DataType.Date },
        new() { Name = "n", Type = DataType.Whole },
    ];

    private static MemoryRows Rows(int seed)
    {
        var random = new Random(seed);
        return new([.. Enumerable.Range(0, 200).Select(_ => new[]
        {
            Value.Of("g" + random.Next(5)), Value.Of(new DateOnly(2025, 1, 1).AddDays(random.Next(200))), Value.Of((long)random.Next(90)),
        })]);
    }

    private static ReportDefinition Report(ChartElement chart)
    {
        var section = new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 200, chart)) };
        var list = new Section
        {
            Id = "list", Dataset = "d", Filter = "n >= 10",
            ReportFooter = Workshop.Band(Workshop.Part("q", 20, new TextElement { Id = "sum", Width = 90, Text = "{{ sum(n) }}" })),
        };
        var report = Workshop.Report(section, Fields);
        return report with { Sheets = [.. report.Sheets, new Sheet { Id = "two", Name = "Two", Sections = [list] }] };
    }

    private static ChartElement Chart(string by, string? series) => new()
    {
        Id = "ch", Width = 400, Height = 180, Filter = "n >= 10", Category = new ChartCategory { By = by },
        Series = series is null ? null : new ChartSplit { By = series }, Values = [new ChartValue { Expression = "sum(n)" }],
        Link = new Link { Report = "", Sheet = "two", Open = OpenIn.Here },
    };

    /// <summary>Property: each mark opens the list with exactly its rows, so that the sum there is what the mark draws.</summary>
    [Theory]
    [InlineData("g", null)]
    [InlineData("date_trunc('month', day)", null)]
    [InlineData("g", "date_trunc('month', day)")]
    public void The_list_that_opens_has_the_rows_of_the_mark(string by, string? series)
    {
        var rows = Rows(5);
        var report = new NarrowLink { Element = "ch" }.Apply(Report(Chart(by, series)), new NoReports());
        Assert.Equal(series is null ? 1 : 2, report.Parameters.Count);
        var shown = Workshop.Run(report, rows);
        Assert.DoesNotContain(shown.Problems, p => p.IsError);
        var marks = FirstSection.Look(shown, []).Bands.SelectMany(b => b.Charts).Single().Marks;
        Assert.NotEmpty(marks);
        foreach (var mark in marks)
        {
            Assert.Equal(("", "two"), (mark.Action!.Report, mark.Action.Sheet));
            var opened = Workshop.Run(report, rows, [.. mark.Action.Values.Select(v => (v.Key, v.Value))]);
            var sheet = opened.Sheet("two")!;
            Assert.Contains(mark.Figure, opened.Page(sheet, 1).Texts().Select(t => t.Text));
        }
        // The other way, nothing is narrowed any more: the parameter stands for every value.
        Assert.Equal(shown.Data!.Rows, Workshop.Run(Report(Chart(by, series)), rows).Data!.Rows);
    }

    [Fact]
    public void It_is_narrowed_once_and_what_cannot_be_narrowed_says_so()
    {
        var once = new NarrowLink { Element = "ch" }.Apply(Report(Chart("g", null)), new NoReports());
        Assert.True(ReportJson.AreSame(once, new NarrowLink { Element = "ch" }.Apply(once, new NoReports())));
        // A second link to the same list takes the parameter that is there.
        var chart = (ChartElement)once.AllElements().Single(e => e.Id == "ch");
        var second = once.MapAllElements(e => e.Id == "ch" ? chart with { Link = chart.Link! with { Carries = [] } } : e);
        var again = new NarrowLink { Element = "ch" }.Apply(second, new NoReports());
        Assert.Single(again.Parameters);
        Assert.Equal(once.FindSection("list")!.Filter, again.FindSection("list")!.Filter);
        var elsewhere = Report(Chart("g", null) with { Link = new Link { Report = "other" } });
        Assert.Throws<EditException>(() => new NarrowLink { Element = "ch" }.Apply(elsewhere, new NoReports()));
        var whole = Report(Chart("g", null) with { Link = new Link { Report = "", Whole = true } });
        Assert.Throws<EditException>(() => new NarrowLink { Element = "ch" }.Apply(whole, new NoReports()));
    }

    [Fact]
    public void A_list_is_a_place_to_go_to_and_a_list_that_is_gone_is_a_problem()
    {
        ReportDefinition To(string id) => Report(Chart("g", null) with
        {
            Link = new Link { Report = "", Group = new LinkedGroup(id, new FixedSource { Value = "" }) },
        });
        var run = Workshop.Run(To("list"), Rows(6));
        Assert.DoesNotContain(run.Problems, p => p.Place == "ch");
        var sheet = run.Sheet("two")!;
        Assert.Equal(1, sheet.PageOf(sheet.Plan.Sections[0]));
        Assert.Contains(Workshop.Run(To("gone"), Rows(6)).Problems, p => p.Code == "unknown-level");
    }
}
