using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Tracing;

/// <summary>Finds where an element is printed from words: its id, and the groups by their keys or by what they are called.</summary>
public static class NamedPlace
{
    /// <param name="groups">Outermost first; fewer than there are take the first ones.</param>
    /// <param name="row">Of a value, which row of its group, from 1.</param>
    /// <param name="page">Of what stands in page bands, the page of its sheet, from 1.</param>
    /// <exception cref="TraceException">There is no such element, or no such group; the message says what there is.</exception>
    public static PrintedPlace Find(ReportRun run, string element, IReadOnlyList<string> groups, int row = 1, int page = 1)
    {
        if (run.Data is null) throw new TraceException("The report cannot run, so nothing is printed.");
        foreach (var sheet in run.Sheets)
            if (sheet.Plan.PageHeader.Concat(sheet.Plan.PageFooter).Any(p => p.Elements.Any(e => e.Id == element)))
                return new PrintedPlace(sheet.Plan.First.Section.Id, element, [.. run.Data[sheet.Plan.First].NewFrame().Groups], 0, -1)
                    { Page = page };
        foreach (var data in run.Data.Sections)
            foreach (var (place, parts) in data.Plan.Bands)
                if (parts.Any(p => p.Elements.Any(e => e.Id == element))) return In(data, place, element, groups, row);
        var known = run.Report.AllElements().Select(e => e.Id).Take(60);
        throw new TraceException($"There is no element “{element}”. There are: {string.Join(", ", known)}.");
    }

    private static PrintedPlace In(SectionData data, BandPlace place, string element, IReadOnlyList<string> groups, int row)
    {
        var (tree, plan, frame) = (data.Tree, data.Plan, data.NewFrame());
        if (tree.Order.Length == 0) throw new TraceException("The report has no rows, so there is nothing to trace.");
        var deepest = place.Kind == BandKind.Detail ? tree.Innermost : plan.Base + place.Level;
        if (groups.Count > deepest - plan.Base)
            throw new TraceException($"“{element}” stands in {deepest - plan.Base} groups, so it takes no more keys than that.");
        var (group, level) = (0, plan.Base);
        foreach (var wanted in groups.Cast<string?>().Concat(Enumerable.Repeat((string?)null, deepest - plan.Base - groups.Count)))
        {
            var (first, count) = tree.Inside(level, group, ++level);
            var inside = Enumerable.Range(first, count).ToList();
            var found = wanted is null ? inside : inside.Where(g => Is(g, wanted)).ToList();
            if (found.Count == 0)
                throw new TraceException($"There is no {plan.Levels[level - plan.Base - 1].Level.Name} “{wanted}” there. There are: "
                    + $"{string.Join(", ", inside.Take(40).Select(g => data.LabelOf(level, g, frame)))}.");
            group = found[0];
        }
        var range = tree.Levels[deepest];
        if (place.Kind == BandKind.Detail && (row < 1 || row > range.End(group) - range.Start[group]))
            throw new TraceException($"That group has {range.End(group) - range.Start[group]} rows; there is no row {row}.");
        new FramePositions(tree, frame).MoveTo(place.Kind switch
        {
            BandKind.Detail => new Cursor(Stage.Detail, deepest, group, range.Start[group] + row - 1),
            BandKind.GroupFooter => new Cursor(Stage.Footer, deepest, group),
            BandKind.ReportFooter => new Cursor(Stage.ReportFooter, deepest, group),
            BandKind.ReportHeader => new Cursor(Stage.ReportHeader, deepest, group),
            _ => new Cursor(Stage.Header, deepest, group),
        });
        return PrintedPlace.Of(plan, element, frame);

        bool Is(int at, string wanted) => data.KeyOf(level, at, frame).Invariant == wanted
            || string.Equals(data.LabelOf(level, at, frame), wanted, StringComparison.CurrentCultureIgnoreCase);
    }
}
