using LucidLattice.Authoring.Composing;
using LucidLattice.Charts;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Testing;

/// <summary>Short ways to the first section of the first sheet, which is all that most tests' reports have.</summary>
public static class FirstSection
{
    public static Section MainSection(this ReportDefinition report) => report.Sheets[0].Sections[0];

    public static ReportDefinition WithMainSection(this ReportDefinition report, Section section) =>
        report.MapSection(report.MainSection().Id, _ => section);

    public static Dataset? MainDataset(this ReportDefinition report) => report.DatasetOf(report.MainSection());

    /// <summary>With the page bands of the first sheet.</summary>
    public static ReportDefinition WithPageBands(this ReportDefinition report, Band? header = null, Band? footer = null)
        => report.MapSheet(report.Sheets[0].Id, s => s with { PageHeader = header ?? s.PageHeader, PageFooter = footer ?? s.PageFooter });

    public static SectionData First(this ReportRun run) => run.Data![run.Sheets[0].Plan.First];

    public static PageIndex MainIndex(this ReportRun run) => run.Sheets[0].Index;

    public static int? PageOf(this ReportRun run, int level, int group) => run.Sheets[0].PageOf(run.First().Plan, level, group);

    public static IReadOnlyList<Mark> Marks(this SectionData data, ChartPlan chart, Frame frame) => chart.Numbers(data.Charts, frame).Marks;

    public static ComposeView Look(ReportRun run, IReadOnlyList<string?> vantage)
        => ComposeViewer.View(run, new Dictionary<string, IReadOnlyList<string?>> { [run.First().Plan.Section.Id] = vantage },
            Workshop.Measurer);
}
