using LucidLattice.Testing;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Whoever reads a report as sentences learns of everything that can change a figure.</summary>
public class ExplainTests
{
    public static TheoryData<string> Reports => [.. DemoReports.All.Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(Reports))]
    public void Everything_of_a_report_is_said(string id)
    {
        var report = Workshop.DemoReport(id);
        var said = Said(report);
        var sections = report.AllSections().ToList();
        var elements = sections.SelectMany(s => s.Bands()).SelectMany(b => b.Band.Parts).SelectMany(p => p.Elements).ToList();
        Assert.All(report.Datasets, d => Assert.Contains($"“{d.Name}”", said));
        Assert.All(report.Parameters, p => Assert.Contains($"(:{p.Name})", said));
        Assert.All(sections, s => Assert.Contains(s.Filter ?? "", said));
        Assert.All(sections.SelectMany(s => s.Levels),
            l => Assert.All(new[] { l.By, l.OrderBy ?? "", l.Keep ?? "", l.First?.ToString() ?? "" }, part => Assert.Contains(part, said)));
        Assert.All(sections.SelectMany(s => s.Columns), c => Assert.Contains($"“{c.Heading}” ({c.Expression}", said));
        Assert.All(elements.OfType<TextElement>(), t => Assert.Contains(t.Text, said));
        Assert.All(elements.OfType<TotalElement>(), t => Assert.Contains($"({t.Aggregate}", said));
        Assert.All(elements.OfType<CodeElement>(), c => Assert.Contains(c.Text, said));
        Assert.All(elements.OfType<CheckboxElement>(), c => Assert.Contains(c.Checked, said));
        Assert.All(elements.SelectMany(e => e.Style?.Rules ?? []), r => Assert.Contains(r.When, said));
        Assert.All(elements.Where(e => e.When is not null), e => Assert.Contains($"(where {e.When})", said));
        Assert.All(elements.OfType<ChartElement>(), c =>
        {
            Assert.Contains(c.Category.By, said);
            Assert.All(c.Values, v => Assert.Contains(v.Expression, said));
        });
        Assert.All(elements.Where(e => e.Link is not null),
            e => Assert.All(e.Link!.Carries, c => Assert.Contains($" as :{c.Parameter}", said)));
    }

    /// <summary>A report that cannot run can be explained all the same: that is when somebody looks.</summary>
    [Fact]
    public void A_broken_report_is_explained()
    {
        var whole = Workshop.DemoReport("route-performance");
        var broken = whole with { Datasets = [], Parameters = [] };
        Assert.Contains("It groups them by region", Said(broken));
        Assert.Contains("It has no rows", Said(broken));
    }

    private static string Said(ReportDefinition report) =>
        string.Join('\n', ReportExplainer.Explain(report, new DemoCatalog()).SelectMany(t => t.Sentences.Prepend(t.Heading)));
}
