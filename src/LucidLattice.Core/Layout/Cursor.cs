using LucidLattice.Core.Grouping;

namespace LucidLattice.Core.Layout;

/// <summary>What is printed next.</summary>
public enum Stage { ReportHeader, Header, Detail, Footer, ReportFooter, End }

/// <summary>A place in the run of bands, small enough to keep one for each page.</summary>
/// <param name="Level">From 1; 0 for report bands. At a detail row, the innermost level.</param>
/// <param name="Group">The group's index within its level.</param>
/// <param name="Row">A detail row's place in the printed order.</param>
/// <param name="Part">The next part of the band.</param>
/// <param name="Offset">How much of that part is already printed, in points.</param>
public readonly record struct Cursor(Stage Stage, int Level = 0, int Group = 0, int Row = 0, int Part = 0, double Offset = 0)
{
    /// <summary>The band after this one.</summary>
    /// <param name="details">False if the detail band prints nothing, so that rows are passed over at once.</param>
    public Cursor Next(GroupTree tree, bool details)
    {
        switch (Stage)
        {
            case Stage.ReportHeader:
                if (tree.Order.Length == 0) return new(Stage.ReportFooter);
                return tree.Innermost > 0 ? new(Stage.Header, 1, 0) : Details(tree, 0, 0, details);
            case Stage.Header:
                return Level < tree.Innermost ? new(Stage.Header, Level + 1, tree.FirstChild(Level, Group)) : Details(tree, Level, Group, details);
            case Stage.Detail:
                return Row + 1 < tree.Levels[Level].End(Group) ? new(Stage.Detail, Level, Group, Row + 1) : AfterRows(Level, Group);
            case Stage.Footer:
                if (tree.HasNextSibling(Level, Group)) return new(Stage.Header, Level, Group + 1);
                return AfterRows(Level - 1, tree.Levels[Level].Parent[Group]);
            case Stage.ReportFooter:
                return new(Stage.End);
            default:
                return this;
        }
    }

    private static Cursor Details(GroupTree tree, int level, int group, bool details)
        => details ? new(Stage.Detail, level, group, tree.Levels[level].Start[group]) : AfterRows(level, group);

    private static Cursor AfterRows(int level, int group) => level > 0 ? new(Stage.Footer, level, group) : new(Stage.ReportFooter);
}
