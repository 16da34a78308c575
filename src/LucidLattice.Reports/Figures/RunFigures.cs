using LucidLattice.Planning;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Figures;

/// <summary>
/// The figures of a run as they are printed: sheets, sections, groups, rows, and the elements of each with typed values and texts. Every
/// output that writes figures walks here, so that none of them decides by itself what is printed where.
/// </summary>
/// <param name="cancel">Ends the walk between two groups or rows.</param>
public sealed class RunFigures(ReportRun run, CancellationToken cancel)
{
    public ReportRun Run => run;

    /// <summary>In their order; none if the report could not run.</summary>
    public IEnumerable<SheetFigures> Sheets => run.Data is null ? [] : run.Sheets.Select(sheet => new SheetFigures(this, sheet));

    /// <summary>The first section of the first sheet, which is the report to most; null if the report could not run.</summary>
    public SectionFigures? First => run.Data is { } data && run.Sheets.Count > 0
        ? new SectionFigures(this, run.Sheets[0], data[run.Sheets[0].Plan.First]) : null;

    internal CancellationToken Cancel => cancel;

    /// <summary>True for the rows of a chart or a crosstab that comes with the group in whose band it stands.</summary>
    internal bool IsInPlace(SectionPlan section) => run.Data!.Plan.Sections.SelectMany(s => s.Bands)
        .Any(b => b.Key.IsSummary && b.Value.SelectMany(p => p.Elements).Any(e =>
            e is OwnChartPlan { Chart.Id: var chart } && chart == section.Section.Id
            || e is OwnCrosstabPlan { Crosstab.Id: var crosstab } && crosstab == section.Section.Id));
}

/// <summary>A sheet with the figures of its sections.</summary>
public sealed class SheetFigures(RunFigures figures, SheetPages sheet)
{
    public SheetPages Sheet => sheet;

    /// <summary>Those inside of others after the one that they are in; not the rows of charts that come with their group.</summary>
    public IEnumerable<SectionFigures> Sections => sheet.Plan.Sections.SelectMany(s => s.WithInner).Where(s => !figures.IsInPlace(s))
        .Select(section => new SectionFigures(figures, sheet, figures.Run.Data![section]));
}
