using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>What is mended with one click: afterwards the problem is gone, and nothing new is wrong.</summary>
public sealed class MendingTests
{
    private static readonly Field[] Fields = [new() { Name = "passengers", Type = DataType.Whole }, new() { Name = "route",
        Type = DataType.Text }];

    private static ReportDefinition Of(Element element, bool inFooter = true) => Workshop.Report(new Section
    {
        Id = "s", Columns = [new Column { Id = "c", Heading = "C", Expression = "passengers", Width = 100 }],
        Detail = inFooter ? new Band() : Workshop.Band(Workshop.Part("p", 20, element)),
        ReportFooter = inFooter ? Workshop.Band(Workshop.Part("p", 20, element)) : new Band(),
    }, Fields);

    public static TheoryData<string, ReportDefinition> Broken()
    {
        var text = new TextElement { Id = "e", Width = 100, Text = "{{ sum(passengrs) }} and {{ count(*) }}" };
        var total = new TotalElement { Id = "e", Column = "c" };
        return new()
        {
            { "unknown-field", Of(text) },
            { "unknown-field", Of(text with { Text = "x", When = "sum(passengrs) > 1" }) },
            { "unknown-column", Of(total with { Column = "gone" }) },
            { "total-outside-group", Of(total, inFooter: false) },
            { "cell-outside-detail", Of(new CellElement { Id = "e", Column = "c" }) },
            { "unknown-aggregate", Of(total with { Aggregate = "most" }) },
            { "total-by", Of(total with { Aggregate = MadeAggregates.Ratio }) },
            { "percentile", Of(total with { Aggregate = MadeAggregates.Percentile, Fraction = 90 }) },
            { "no-groups-inside", Of(total with { Aggregate = MadeAggregates.PerGroup }) },
            { "scale-misplaced", Of(total with { Style = new Style { Scale = new NumberScale(ScaleForm.Bars) } }) },
            { "bad-turn", Of(text with { Text = "x", Style = new Style { Turn = 1000 } }) },
            { "outside-page", Of(text with { Text = "x", X = 900, Width = 5000 }) },
            { "unknown-image", Of(new ImageElement { Id = "e", Width = 10, Image = "none" }) },
            { "contents-misplaced", Of(new ContentsElement { Id = "e", Width = 10 }, inFooter: false) },
            { "braces-in-heading", Of(new HeadingElement { Id = "e", Column = "c" }).MapSection("s", s => s with { Columns =
                [.. s.Columns.Select(c => c with { Heading = "{{ count(*) }} in all" })] }) },
            { "unknown-look", Of(text with { Text = "x" }) with { Look = "none" } },
            { "no-title", Of(text with { Text = "x" }) with { Title = " " } },
            { "columns-too-wide", Of(text with { Text = "x" }).MapSection("s", s => s with { Columns = [.. s.Columns.Select(c => c with
                { Width = 2000 })] }) },
        };
    }

    private static IReadOnlyList<Problem> Problems(ReportDefinition report) =>
        Workshop.Run(report, new MemoryRows([Value.Of(3L), Value.Of("a")])).Problems;

    [Theory]
    [MemberData(nameof(Broken))]
    public void One_click_mends_it_and_breaks_nothing(string code, ReportDefinition report)
    {
        var before = Problems(report).Select(p => Mending.Looked(p, report)).ToList();
        var problem = before.First(p => p.Code == code);
        Assert.True(problem.CanMend, problem.Message);
        var mended = new MendProblem { Code = code, Place = problem.Place, Mends = problem.Mends ?? [] }.Apply(report, NoReports.Instance);
        var after = Problems(mended);
        Assert.DoesNotContain(after, p => p.Code == code);
        Assert.DoesNotContain(after, p => before.All(old => old.Code != p.Code));
    }

    [Fact]
    public void What_needs_thought_is_not_offered_and_what_is_gone_says_so()
    {
        var report = Of(new TextElement { Id = "e", Width = 100, Text = "{{ nothing_like_it }}" });
        Assert.All(Problems(report), p => Assert.False(Mending.Looked(p, report).CanMend));
        Assert.Throws<EditException>(() => new MendProblem { Code = "unknown-column", Place = "gone" }.Apply(report, NoReports.Instance));
    }
}
