using LucidLattice.Core.Data;

namespace LucidLattice.Core.Grouping;

/// <summary>The groups of one level, in printed order. Each is a range of places in the tree's row order.</summary>
/// <param name="Start">The first place of each group, with the number of rows as one more entry at the end.</param>
/// <param name="Parent">The group of the level above that each belongs to.</param>
public sealed record GroupLevel(int[] Start, int[] Parent)
{
    /// <summary>The number of groups.</summary>
    public int Count => Parent.Length;

    public int End(int group) => Start[group + 1];

    /// <summary>The group that holds a place, by bisection.</summary>
    public int GroupAt(int place)
    {
        var index = Array.BinarySearch(Start, 0, Count, place);
        return index >= 0 ? index : ~index - 1;
    }
}

/// <summary>
/// Rows in printed order and the groups they form. Level 0 is the whole section, which is one group even without rows.
/// Groups are ranges of the row order, so a tree over a million rows costs four bytes a row and a few a group.
/// </summary>
public sealed class GroupTree
{
    private GroupTree(int[] order, IReadOnlyList<GroupLevel> levels) => (Order, Levels) = (order, levels);

    /// <summary>Rows (indices in the dataset's order) in printed order.</summary>
    public int[] Order { get; }

    /// <summary>Level 0 and one for each grouping level.</summary>
    public IReadOnlyList<GroupLevel> Levels { get; }

    /// <summary>The level of the innermost groups.</summary>
    public int Innermost => Levels.Count - 1;

    public ReadOnlySpan<int> Rows(int level, int group) => Order.AsSpan(Levels[level].Start[group]..Levels[level].End(group));

    /// <summary>The first group of the next level that belongs to a group.</summary>
    public int FirstChild(int level, int group) => Levels[level + 1].GroupAt(Levels[level].Start[group]);

    /// <summary>True if the next group of the level has the same parent.</summary>
    public bool HasNextSibling(int level, int group)
        => group + 1 < Levels[level].Count && Levels[level].Parent[group + 1] == Levels[level].Parent[group];

    /// <summary>The group at each level, from the whole section to <paramref name="level"/>, that holds a group.</summary>
    public int[] Path(int level, int group)
    {
        var path = new int[Levels.Count];
        for (var k = level; k > 0; k--)
        {
            path[k] = group;
            group = Levels[k].Parent[group];
        }
        for (var k = level; k < Innermost; k++) path[k + 1] = Levels[0].End(0) == 0 ? 0 : FirstChild(k, path[k]);
        return path;
    }

    /// <summary>Sorts rows by the levels' keys and then by the sort keys, and cuts them into groups.</summary>
    /// <param name="rows">The rows that passed the filter, in the dataset's order, which breaks ties.</param>
    /// <param name="levels">The keys of the levels, outermost first.</param>
    /// <param name="sort">The keys of the order inside the innermost groups.</param>
    public static GroupTree Build(int[] rows, IReadOnlyList<RowKey> levels, IReadOnlyList<RowKey> sort)
    {
        var order = rows;
        // Stable counting sorts from the least significant key to the most significant one.
        foreach (var key in levels.Concat(sort).Reverse()) order = key.Sort(order);
        var result = new List<GroupLevel> { new([0, order.Length], [0]) };
        foreach (var key in levels) result.Add(Cut(order, result[^1], key.Ranks));
        return new GroupTree(order, result);
    }

    private static GroupLevel Cut(int[] order, GroupLevel parent, int[] ranks)
    {
        var start = new List<int>();
        var parents = new List<int>();
        for (var group = 0; group < parent.Count; group++)
        {
            var end = parent.End(group);
            for (var place = parent.Start[group]; place < end; place++)
            {
                if (place != parent.Start[group] && ranks[order[place]] == ranks[order[place - 1]]) continue;
                start.Add(place);
                parents.Add(group);
            }
        }
        start.Add(order.Length);
        return new GroupLevel([.. start], [.. parents]);
    }
}

/// <summary>A key to sort or group by: the dense rank of each row's value, empties last either way.</summary>
/// <param name="Ranks">By row, from 0.</param>
/// <param name="Count">The number of ranks.</param>
public sealed record RowKey(int[] Ranks, int Count)
{
    /// <summary>The key of a column, for its rows.</summary>
    public static RowKey Of(DataColumn column, int rows, Collation collation, bool descending)
    {
        var ranks = new int[rows];
        var count = column.Rank(collation, ranks);
        if (!descending) return new RowKey(ranks, count);
        var nullRank = -1;
        for (var row = 0; row < rows && nullRank < 0; row++)
            if (column.Nulls[row]) nullRank = ranks[row];
        var top = nullRank < 0 ? count - 1 : count - 2;
        for (var row = 0; row < rows; row++)
            if (ranks[row] != nullRank) ranks[row] = top - ranks[row];
        return new RowKey(ranks, count);
    }

    /// <summary>The rows in the order of this key; rows of equal rank keep their order. Linear in rows and ranks.</summary>
    public int[] Sort(int[] rows)
    {
        var places = new int[Count + 1];
        foreach (var row in rows) places[Ranks[row] + 1]++;
        for (var i = 1; i < places.Length; i++) places[i] += places[i - 1];
        var sorted = new int[rows.Length];
        foreach (var row in rows) sorted[places[Ranks[row]]++] = row;
        return sorted;
    }
}
