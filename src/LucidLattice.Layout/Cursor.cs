using LucidLattice.Data.Grouping;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Layout;

/// <summary>What is printed next.</summary>
public enum Stage { ReportHeader, Header, Detail, Footer, ReportFooter, End }

/// <summary>A place in the run of a section's bands.</summary>
/// <param name="Level">Of the tree: that of the group whose band it is; the whole of the section at its report bands, the innermost level
/// at a row.</param>
/// <param name="Group">The group's index within its level.</param>
/// <param name="Row">A detail row's place in the printed order.</param>
/// <param name="Part">The next part of the band.</param>
/// <param name="Offset">How much of that part is already printed, in points.</param>
public readonly record struct Cursor(Stage Stage, int Level = 0, int Group = 0, int Row = 0, int Part = 0, double Offset = 0)
{
    /// <summary>The band after this one.</summary>
    /// <param name="whole">The level of the tree that is the whole of the section.</param>
    /// <param name="details">False if the detail band prints nothing, so that rows are passed over at once.</param>
    public Cursor Next(GroupTree tree, int whole, bool details)
    {
        switch (Stage)
        {
            case Stage.ReportHeader:
                if (tree.Order.Length == 0) return new(Stage.ReportFooter, whole, Group);
                return Inside(tree, whole, whole, Group, details);
            case Stage.Header when tree.IsClosed(Level, Group):
                return new(Stage.Footer, Level, Group);
            case Stage.Header:
                return Inside(tree, whole, Level, Group, details);
            case Stage.Detail:
                return Row + 1 < tree.Levels[Level].End(Group) ? new(Stage.Detail, Level, Group, Row + 1) : AfterRows(whole, Level, Group);
            case Stage.Footer:
                if (tree.HasNextSibling(Level, Group)) return new(Stage.Header, Level, Group + 1);
                return AfterRows(whole, Level - 1, tree.Levels[Level].Parent[Group]);
            case Stage.ReportFooter:
                return new(Stage.End, whole, Group);
            default:
                return this;
        }
    }

    /// <summary>Every detail row of a tree, in printed order.</summary>
    public static IEnumerable<Cursor> Rows(GroupTree tree)
    {
        var innermost = tree.Levels[tree.Innermost];
        for (var group = 0; group < innermost.Count; group++)
            for (var row = innermost.Start[group]; row < innermost.End(group); row++)
                yield return new Cursor(Stage.Detail, tree.Innermost, group, row);
    }

    /// <summary>The band in which it stands.</summary>
    public BandPlace Place(int whole) => Stage switch
    {
        Stage.ReportHeader => new BandPlace(BandKind.ReportHeader),
        Stage.Header => new BandPlace(BandKind.GroupHeader, Level - whole),
        Stage.Detail => new BandPlace(BandKind.Detail),
        Stage.Footer => new BandPlace(BandKind.GroupFooter, Level - whole),
        _ => new BandPlace(BandKind.ReportFooter),
    };

    /// <summary>What comes first inside of a group; of one without rows, its footer.</summary>
    private static Cursor Inside(GroupTree tree, int whole, int level, int group, bool details) =>
        level < tree.Innermost && tree.Inside(level, group, level + 1) is { Count: > 0, First: var first }
            ? new(Stage.Header, level + 1, first)
            : details && level == tree.Innermost && tree.HasRows(level, group)
                ? new(Stage.Detail, level, group, tree.Levels[level].Start[group])
                : AfterRows(whole, level, group);

    private static Cursor AfterRows(int whole, int level, int group) =>
        level > whole ? new(Stage.Footer, level, group) : new(Stage.ReportFooter, level, group);
}
