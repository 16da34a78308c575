using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Caching;

namespace LucidLattice.Crosstabs;

/// <summary>
/// The cells of a crosstab for every group around: of any number of fields down and any across, each cell is a range of rows with its
/// totals. Level 1 of every tree is that of the groups around, in one numbering; the fields follow.
/// </summary>
/// <param name="BaseOf">The number of each group around; -1 where it has no rows.</param>
/// <param name="Down">The groups of the fields down.</param>
/// <param name="ByDown">The cells by how many fields down they keep apart, from none to all.</param>
public sealed record CrosstabTable(int[] BaseOf, GroupTree Down, GroupTree Across, IReadOnlyList<CrosstabCells> ByDown) : ISized
{
    public long Bytes => BaseOf.Length * 4L + Down.Bytes + Across.Bytes + ByDown.Sum(c => c.Bytes);

    /// <summary>The cell of a group down and a group across; null where it has no rows.</summary>
    /// <param name="down">How many fields down.</param>
    /// <param name="downGroup">Of the level of the tree that they make; with none, the number of the group around.</param>
    public CellPlace? Find(int down, int downGroup, int across, int acrossGroup)
    {
        if (downGroup < 0) return null;
        var cells = ByDown[down];
        var own = cells.OfDown[downGroup];
        if (own < 0) return null;
        if (across == 0) return new CellPlace(cells, 1 + down, own);
        var (first, count) = cells.Tree.Inside(1 + down, own, 1 + down + across);
        var at = Array.BinarySearch(cells.Across[across], first, count, acrossGroup);
        return at < 0 ? null : new CellPlace(cells, 1 + down + across, at);
    }

    /// <summary>The first and the last cell that a row has from one group across to another; null if it has none there.</summary>
    public (CellPlace First, CellPlace Last)? Between(int down, int downGroup, int across, int from, int to)
    {
        var cells = ByDown[down];
        if (downGroup < 0 || cells.OfDown[downGroup] is var own && own < 0) return null;
        var (first, count) = cells.Tree.Inside(1 + down, own, 1 + down + across);
        var (start, end) = (LowerBound(from), LowerBound(to + 1) - 1);
        return end < start ? null : (new CellPlace(cells, 1 + down + across, start), new CellPlace(cells, 1 + down + across, end));

        int LowerBound(int group)
        {
            var at = Array.BinarySearch(cells.Across[across], first, count, group);
            return at < 0 ? ~at : at;
        }
    }
}

/// <summary>The cells that keep so many fields down apart.</summary>
/// <param name="Tree">The groups around, those of the fields down, and those of all fields across.</param>
/// <param name="OfDown">The group of this tree of each group down; -1 where that has no rows.</param>
/// <param name="Across">Of each number of fields across, the group across of each of its cells.</param>
public sealed record CrosstabCells(GroupTree Tree, Totals Totals, int[] OfDown, int[][] Across) : ISized
{
    public long Bytes => Tree.Bytes + Totals.ByAggregate.Sum(t => t.Bytes) + OfDown.Length * 4L + Across.Sum(a => a.Length * 4L);
}

/// <summary>One cell: a group of the tree of its cells.</summary>
public readonly record struct CellPlace(CrosstabCells Cells, int Level, int Group)
{
    public int Start => Cells.Tree.Levels[Level].Start[Group];
    public int End => Cells.Tree.Levels[Level].End(Group);

    /// <summary>In the dataset's order.</summary>
    public ReadOnlySpan<int> Rows => Cells.Tree.Rows(Level, Group);
}
