using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning;

/// <summary>A report that is ready to run.</summary>
public sealed record ReportPlan(ReportDefinition Report, IReadOnlyList<SheetPlan> Sheets)
{
    /// <summary>Every section, those inside of others after the one that they are in.</summary>
    public IEnumerable<SectionPlan> Sections => Sheets.SelectMany(s => s.Sections).SelectMany(s => s.WithInner);

    /// <summary>True if a filter is broken: then nothing runs.</summary>
    public bool IsBroken => Sections.Any(s => s.FilterIsBroken);
}

/// <summary>A sheet with its page bands and its sections.</summary>
/// <param name="PageTotals">The totals of the rows that start on a page; they are the first section's.</param>
public sealed record SheetPlan(
    Sheet Sheet, IReadOnlyList<PartPlan> PageHeader, IReadOnlyList<PartPlan> PageFooter, IReadOnlyList<SectionPlan> Sections,
    AggregateList PageTotals)
{
    /// <summary>What stands behind everything on its pages; null for nothing.</summary>
    public PartPlan? Watermark { get; init; }

    /// <summary>A picture behind that; null for none.</summary>
    public PartPlan? Background { get; init; }

    /// <summary>What the look prints in the upper margin; null for nothing.</summary>
    public PartPlan? LookHeader { get; init; }

    /// <summary>Of rows across: the first place that is filled, from 1; null for the first.</summary>
    public Compiled? Start { get; init; }

    /// <summary>The section whose rows its page bands see.</summary>
    public SectionPlan First => Sections[0];
}
