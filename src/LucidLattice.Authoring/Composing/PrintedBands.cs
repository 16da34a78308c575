using LucidLattice.Data.Grouping;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using LucidLattice.Reports.Running;

namespace LucidLattice.Authoring.Composing;

/// <summary>How often the bands of a section are printed in the whole report.</summary>
internal static class PrintedBands
{
    /// <summary>Up to this number of rows or groups, conditions are evaluated; beyond it, each row or group counts.</summary>
    public const int MostTried = 20_000;

    /// <summary>How often a band is printed if every group is open and prints all that its conditions allow.</summary>
    public static long Count(SectionData data, BandPlace place)
    {
        if (place.Kind == BandKind.Detail && data.Plan.Section.Summary) return 0;
        var (parts, all) = (data.Plan.Bands[place], All(data, place));
        if (parts.Count == 0 || all > MostTried || parts.Any(p => p.Condition is null)) return all;
        var (tree, whole) = (data.Tree, data.Plan.Base);
        var frame = data.NewFrame();
        var positions = new FramePositions(tree, frame);
        return Places(tree, whole, place, (int)all).Count(at =>
        {
            positions.MoveTo(at);
            return parts.Any(p => p.IsShown(frame));
        });
    }

    private static long All(SectionData data, BandPlace place)
    {
        var tree = data.Tree;
        if (place.Kind == BandKind.Detail) return tree.Order.Length;
        if (place.Level > 0) return tree.Order.Length == 0 ? 0 : tree.Levels[data.Plan.Base + place.Level].Count;
        return data.Plan.Base == 0 ? 1 : tree.Levels[data.Plan.Base].Count;
    }

    private static IEnumerable<Cursor> Places(GroupTree tree, int whole, BandPlace place, int all)
    {
        if (place.Kind == BandKind.Detail) return Cursor.Rows(tree);
        var stage = place.Kind switch
        {
            BandKind.ReportHeader => Stage.ReportHeader,
            BandKind.ReportFooter => Stage.ReportFooter,
            BandKind.GroupHeader => Stage.Header,
            _ => Stage.Footer,
        };
        return Enumerable.Range(0, all).Select(group => new Cursor(stage, whole + place.Level, group));
    }
}
