using LucidLattice.Crosstabs;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Proving;

/// <summary>Everything of a crosstab that one of its links can be clicked on: cells, totals or headings.</summary>
internal static class CrosstabMarks
{
    /// <summary>Of more, the first ones are tried.</summary>
    private const int Most = 20_000;

    /// <param name="on">The id of what the link stands on.</param>
    public static IEnumerable<ClickedMark> Of(ReportRun run, SectionData data, CrosstabPlan plan, string on, LinkPlan link)
    {
        plan = on == plan.Id ? plan with { Link = link }
            : plan with { PartLinks = new Dictionary<string, LinkPlan>(plan.PartLinks) { [on] = link } };
        return All(run, data, plan, on).Take(Most);
    }

    private static IEnumerable<ClickedMark> All(ReportRun run, SectionData data, CrosstabPlan plan, string on)
    {
        var (figures, frame, tree) = (run.Data!.Crosstabs[plan.Id], data.NewFrame(), data.Tree);
        if (tree.Order.Length == 0) yield break;
        for (var group = 0; group < tree.Levels[plan.Level].Count; group++)
        {
            frame.StandAt(plan.Level, group);
            var grid = plan.GridAt(figures, frame);
            var texts = new CrosstabTexts(figures, grid, plan.Definition.Shape, plan.Look);
            foreach (var mark in plan.Definition.Fields.Any(f => f.Id == on) ? Headings(run, plan, on, figures, grid, texts, frame)
                : Cells(run, data, plan, on, figures, grid, texts, frame)) yield return mark;
        }
    }

    private static IEnumerable<ClickedMark> Cells(ReportRun run, SectionData data, CrosstabPlan plan, string on, CrosstabFigures figures,
        CrosstabGrid grid, CrosstabTexts texts, Frame frame)
    {
        foreach (var line in grid.Lines.Where(l => l.HasNumbers))
            foreach (var column in grid.Columns)
            {
                // Several values of a cell carry the same keys.
                if (figures.ValueOf(line, column) != 0 || figures.Cell(line, column) is not { } cell) continue;
                if (plan.CellLink(figures, line, column, frame, run.Proof) is not { } linked || linked.On != on) continue;
                var number = plan.Query.Values[0];
                yield return new ClickedMark(texts.Spoken(line, column), texts.Figure(line, column, frame),
                    figures.Number(line, column, frame), cell.Rows.Length, linked.Action, Aggregates.Of(data, number.Number));
            }
    }

    /// <summary>A heading stands for all of its row or column.</summary>
    private static IEnumerable<ClickedMark> Headings(ReportRun run, CrosstabPlan plan, string on, CrosstabFigures figures,
        CrosstabGrid grid, CrosstabTexts texts, Frame frame)
    {
        var isDown = plan.Query.Down.Fields.Any(f => f.Id == on);
        var fields = (isDown ? plan.Query.Down : plan.Query.Across).Fields.ToList().FindIndex(f => f.Id == on) + 1;
        var whole = new CrosstabEntry(0, figures.Table.BaseOf[frame.Groups[plan.Level]], EntryKind.Total);
        var groups = (isDown ? grid.Lines : grid.Columns).Where(e => e.Fields >= fields)
            .Select(e => figures.Around(isDown, e.Fields, e.Group, fields)).Distinct();
        foreach (var group in groups)
        {
            var entry = new CrosstabEntry(fields, group, EntryKind.Heading);
            var (line, column) = isDown ? (entry, whole) : (whole, entry);
            if (figures.Cell(line, column) is not { } cell
                || plan.HeadingAction(figures, isDown, fields, group, frame, run.Proof) is not { } action) continue;
            yield return new ClickedMark(string.Join(", ", texts.Names(isDown, entry)), "", figures.Number(line, column, frame),
                cell.Rows.Length, action, null);
        }
    }
}
