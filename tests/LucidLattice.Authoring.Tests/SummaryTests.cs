using LucidLattice.Testing;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Reports whose detail rows are switched off, or meet their conditions nowhere.</summary>
public sealed class SummaryTests
{
    private static readonly Field[] Fields = [new() { Name = "g", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole }];

    private static readonly MemoryRows Rows = new([.. Enumerable.Range(0, 90).Select(i =>
        new[] { Value.Of("g" + i / 30), Value.Of((long)i) })]);

    private static ReportDefinition Report(bool summary = false, string? when = null) => Workshop.Report(new Section
    {
        Id = "s",
        Summary = summary,
        Columns = [new Column { Id = "c1", Heading = "Name", Expression = "g", Width = 100 },
            new Column { Id = "c2", Heading = "Number", Expression = "n", Width = 100 }],
        Levels = [new Level { Id = "l", Name = "Level", By = "g",
            Header = Workshop.Band(
                Workshop.Part("h", 20, new TextElement { Id = "key", Width = 100, Height = 12, Text = "Group {{ g }}" }),
                Workshop.Part("hh", 18, new HeadingElement { Id = "h1", Column = "c1", Height = 12 },
                    new HeadingElement { Id = "h2", Column = "c2", Height = 12 },
                    new LineElement { Id = "line", Y = 14, Width = 200, Height = 1 }) with { Repeat = true }),
            Footer = Workshop.Band(Workshop.Part("f", 14, new TotalElement { Id = "sum", Column = "c2", Height = 12 })) }],
        Detail = Workshop.Band(Workshop.Part("d", 14, new CellElement { Id = "e1", Column = "c1", Height = 12 },
            new CellElement { Id = "e2", Column = "c2", Height = 12 }) with { When = when }),
    }, Fields) with { Parameters = [new Parameter { Name = "detail", Type = DataType.Bool, Default = "TRUE" }] };

    private static ReportDefinition Switched(ReportDefinition report, bool prints) =>
        new SetSection { Section = "s", PrintsRows = prints }.Apply(report, new DemoCatalog());

    private static List<string> Texts(ReportRun run) =>
        [.. Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts().Select(t => t.Text))];

    [Fact]
    public void One_switch_leaves_group_headers_and_totals_and_closes_the_gap()
    {
        var run = Workshop.Run(Switched(Report(), false), Rows);
        Assert.Equal(["Number", "Group g0", "435", "Group g1", "1,335", "Group g2", "2,235"], Texts(run));
        var texts = run.Page(1).Texts().ToList();
        // A header of 20 points and a footer of 14 follow one another.
        Assert.Equal(34, texts[3].Y - texts[1].Y, 6);
        Assert.Equal(Texts(Workshop.Run(Report(), Rows)), Texts(Workshop.Run(Switched(Switched(Report(), false), true), Rows)));
    }

    [Theory]
    [InlineData("FALSE")]
    [InlineData("NOT :detail")]
    [InlineData("1 = 2")]
    public void Rows_whose_condition_no_row_can_meet_are_switched_off_likewise(string when)
    {
        var run = Workshop.Run(Report(when: when), Rows);
        Assert.Equal(Texts(Workshop.Run(Report(summary: true), Rows)), Texts(run));
        Assert.DoesNotContain("Name", Texts(run));
    }

    [Fact]
    public void Headings_that_name_nothing_go_with_their_line_and_their_room()
    {
        double Second(bool summary) => Workshop.Run(Report(summary).MapSections(s => s with
        {
            Levels = [s.Levels[0] with { Footer = Workshop.Band(Workshop.Part("f", 14,
                new TextElement { Id = "end", Width = 100, Height = 12, Text = "End {{ g }}" })) }],
        }), Rows).Page(1).Texts().First(t => t.Text == "End g0").Y;
        // The header of 20 points is followed by the footer; with rows, by headings of 18 points and 30 rows of 14.
        Assert.Equal(18 + 30 * 14, Second(false) - Second(true), 6);
    }

    [Theory]
    [InlineData(null, 90)]
    [InlineData("FALSE", 0)]
    [InlineData("n < 0", 0)]
    [InlineData("n >= 80", 10)]
    public void Compose_counts_what_is_printed_and_draws_nothing_where_that_is_never(string? when, int printed)
    {
        var view = ComposeViewer.View(Workshop.Run(Report(when: when), Rows), new Dictionary<string, IReadOnlyList<string?>>(),
            Workshop.Measurer);
        var band = view.Bands.Single(b => b.Place.Kind == BandKind.Detail);
        Assert.Equal((printed, printed > 0), (band.Printed, band.Elements.Count > 0));
    }

    [Fact]
    public void Headings_of_rows_that_are_never_printed_do_not_repeat()
    {
        ReportDefinition Tall(string? when) => Report(when: when).MapSections(s => s with
        {
            Levels = [s.Levels[0] with { Footer = Workshop.Band(Workshop.Part("f", 700), Workshop.Part("f2", 700)) }],
        });
        int Headings(string? when) => Texts(Workshop.Run(Tall(when), Rows)).Count(t => t == "Number");
        Assert.Equal(3, Headings("n < 0"));
        Assert.True(Headings("n % 2 = 0") > 3);
    }
}
