using LucidLattice.Core.Caching;
using LucidLattice.Core.Data;

namespace LucidLattice.Core.Grouping;

/// <summary>
/// Rows in printed order and the groups they form. Level 0 is the whole section, which is one group even without rows.
/// Groups are ranges of the row order, so a tree over a million rows costs four bytes a row and a few a group.
/// </summary>
public sealed class GroupTree : ISized
{
    private GroupTree(int[] order, IReadOnlyList<GroupLevel> levels) => (Order, Levels) = (order, levels);

    /// <summary>Rows (indices in the dataset's order) in printed order.</summary>
    public int[] Order { get; }

    /// <summary>Level 0 and one for each grouping level.</summary>
    public IReadOnlyList<GroupLevel> Levels { get; }

    /// <summary>Of levels that gather what is beyond their first groups: whether a group is that of all others; null elsewhere.</summary>
    public IReadOnlyList<bool[]?> Gathered { get; private init; } = [];

    /// <summary>True if the group stands for all groups beyond the first ones.</summary>
    public bool IsOthers(int level, int group) => level < Gathered.Count && Gathered[level] is { } flags && flags[group];

    /// <summary>The same tree, knowing of each level which of its groups are those of all others.</summary>
    /// <param name="isOthers">Of a level and a row.</param>
    public GroupTree Gathering(Func<int, int, bool> isOthers, IReadOnlySet<int> levels) => new(Order, Levels)
    {
        Gathered = [.. Levels.Select((level, i) => !levels.Contains(i) || Order.Length == 0 ? null
            : Enumerable.Range(0, level.Count).Select(g => isOthers(i, Order[level.Start[g]])).ToArray())],
    };

    /// <summary>The level of the innermost groups.</summary>
    public int Innermost => Levels.Count - 1;

    public long Bytes => 4L * (Order.Length + Levels.Sum(l => l.Start.Length + l.Parent.Length));

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
        Path(level, group, path);
        return path;
    }

    /// <summary>The same, into a place with room for all levels.</summary>
    public void Path(int level, int group, Span<int> path)
    {
        path[0] = 0;
        for (var k = level; k > 0; k--)
        {
            path[k] = group;
            group = Levels[k].Parent[group];
        }
        for (var k = level; k < Innermost; k++) path[k + 1] = Levels[0].End(0) == 0 ? 0 : FirstChild(k, path[k]);
    }

    /// <summary>Sorts rows by the levels' keys and then by the sort keys, and cuts them into groups.</summary>
    /// <param name="rows">The rows that passed the filter, in the dataset's order, which breaks ties.</param>
    /// <param name="levels">The keys of the levels, outermost first.</param>
    /// <param name="sort">The keys of the order inside the innermost groups.</param>
    public static GroupTree Build(ReadOnlySpan<int> rows, IReadOnlyList<RowKey> levels, IReadOnlyList<RowKey> sort,
        CancellationToken cancel = default)
        => BuildFrom([.. rows], levels, sort, cancel);

    /// <summary>As <see cref="Build"/>, for all rows from 0 up to a count.</summary>
    public static GroupTree BuildAll(int count, IReadOnlyList<RowKey> levels, IReadOnlyList<RowKey> sort,
        CancellationToken cancel = default)
    {
        var rows = new int[count];
        for (var row = 0; row < count; row++) rows[row] = row;
        return BuildFrom(rows, levels, sort, cancel);
    }

    private static GroupTree BuildFrom(int[] from, IReadOnlyList<RowKey> levels, IReadOnlyList<RowKey> sort, CancellationToken cancel)
    {
        // Stable counting sorts from the least significant key to the most significant one, to and fro between two arrays.
        var to = new int[from.Length];
        foreach (var key in levels.Concat(sort).Reverse())
        {
            cancel.ThrowIfCancellationRequested();
            key.Sort(from, to);
            (from, to) = (to, from);
        }
        return Cut(from, levels, cancel);
    }

    private static GroupTree Cut(int[] rows, IReadOnlyList<RowKey> levels, CancellationToken cancel)
    {
        var result = new List<GroupLevel> { new([0, rows.Length], [0]) };
        foreach (var key in levels)
        {
            cancel.ThrowIfCancellationRequested();
            result.Add(Cut(rows, result[^1], key));
        }
        return new GroupTree(rows, result);
    }

    private static GroupLevel Cut(int[] order, GroupLevel parent, RowKey key)
    {
        const int Chunk = 4096;
        var start = new List<int>();
        var parents = new List<int>();
        Span<int> ranks = new int[Chunk];
        for (var group = 0; group < parent.Count; group++)
        {
            var previous = -1;
            for (var place = parent.Start[group]; place < parent.End(group); place += Chunk)
            {
                var rows = order.AsSpan(place, Math.Min(Chunk, parent.End(group) - place));
                key.Ranks(rows, ranks);
                for (var i = 0; i < rows.Length; i++)
                {
                    if (ranks[i] == previous) continue;
                    previous = ranks[i];
                    start.Add(place + i);
                    parents.Add(group);
                }
            }
        }
        start.Add(order.Length);
        return new GroupLevel([.. start], [.. parents]);
    }
}
