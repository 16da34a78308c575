using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>Composes the flow of sections as they stand: rows of sections side by side, one under the other.</summary>
public static class SheetFlow
{
    /// <param name="contents">Gives the rows of each section.</param>
    public static IFlow Compose(IReadOnlyList<SectionPlan> sections, PartLayout layout, Func<SectionPlan, SectionContent> contents)
    {
        var rows = SectionPlaces.Rows(sections, s => s.Section).Select(row => Row(row, layout, contents)).ToList();
        return rows.Count == 1 ? rows[0] : new SequenceFlow(rows);
    }

    /// <summary>The flow of a whole sheet, in the columns of its pages.</summary>
    /// <param name="start">Of rows across, the first place that is filled, from 1.</param>
    public static IFlow Compose(SheetPlan sheet, double bodyWidth, PartLayout layout, Func<SectionPlan, SectionContent> contents,
        int start = 1)
    {
        var body = Compose(sheet.Sections, layout, contents);
        if (sheet.Sheet.Columns is { Across: true, Count: > 0 } across)
            return new AcrossFlow(body, across.Count, bodyWidth + across.Gap, Math.Max(0, start - 1));
        return sheet.Sheet.Columns is { Count: > 1 } columns ? new ColumnsFlow(body, columns.Count, bodyWidth + columns.Gap) : body;
    }

    private static IFlow Row(IReadOnlyList<SectionPlan> row, PartLayout layout, Func<SectionPlan, SectionContent> contents)
    {
        var lanes = row.Select(IFlow (s) => new SectionFlow(contents(s), layout, contents)).ToList();
        return lanes.Count == 1 ? lanes[0] : new BesideFlow(lanes);
    }
}
