using LucidLattice.Model.Caching;
using LucidLattice.Model.Values;

namespace LucidLattice.Data.Grouping;

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

    /// <summary>Of levels that print nothing around rows without a key: whether a group has none; null elsewhere.</summary>
    public IReadOnlyList<bool[]?> Omitted { get; private init; } = [];

    /// <summary>True if the group prints no bands of its own, and is not listed.</summary>
    public bool IsOmitted(int level, int group) => level < Omitted.Count && Omitted[level] is { } flags && flags[group];

    /// <summary>Of levels whose groups can be closed: whether a group is; null elsewhere.</summary>
    public IReadOnlyList<bool[]?> Closed { get; private init; } = [];

    /// <summary>True if what is inside of the group is not printed.</summary>
    public bool IsClosed(int level, int group) => level < Closed.Count && Closed[level] is { } flags && flags[group];

    /// <summary>The same tree with some groups closed.</summary>
    /// <param name="closed">Of each level, which of its groups; null for none.</param>
    public GroupTree Closing(IReadOnlyList<bool[]?> closed) =>
        new(Order, Levels) { Gathered = Gathered, Omitted = Omitted, Given = Given, Closed = closed };

    /// <summary>Of levels that have groups without rows: the keys of these; null elsewhere.</summary>
    public IReadOnlyList<IReadOnlyDictionary<int, Value>?> Given { get; private init; } = [];

    /// <summary>The key of a group that has no rows; null of one with rows, whose key is in them.</summary>
    public Value? GivenKey(int level, int group) =>
        level < Given.Count && Given[level] is { } keys && keys.TryGetValue(group, out var key) ? key : null;

    public bool HasRows(int level, int group) => Levels[level].Start[group] < Levels[level].End(group);

    /// <summary>The same tree, knowing of each level which of its groups are those of all others.</summary>
    /// <param name="isOthers">Of a level and a row.</param>
    public GroupTree Gathering(Func<int, int, bool> isOthers, IReadOnlySet<int> levels) =>
        new(Order, Levels) { Gathered = Flags(isOthers, levels) };

    /// <summary>The same tree, knowing of each level which of its groups print no bands of their own.</summary>
    /// <param name="isOmitted">Of a level and a row.</param>
    public GroupTree Omitting(Func<int, int, bool> isOmitted, IReadOnlySet<int> levels) =>
        new(Order, Levels) { Gathered = Gathered, Omitted = Flags(isOmitted, levels) };

    private bool[]?[] Flags(Func<int, int, bool> of, IReadOnlySet<int> levels) =>
        [.. Levels.Select((level, i) => !levels.Contains(i) || Order.Length == 0 ? null
            : Enumerable.Range(0, level.Count).Select(g => level.Start[g] < level.End(g) && of(i, Order[level.Start[g]])).ToArray())];

    /// <summary>The same tree with groups without rows put between those of a level that has none yet.</summary>
    /// <param name="merged">Of a group of the level above: the groups that it shall have, each one that is there, or the key of a new
    /// one.</param>
    public GroupTree Filling(int level, Func<int, IReadOnlyList<(int? Group, Value Key)>> merged)
    {
        var (old, above) = (Levels[level], Levels[level - 1]);
        var (start, parent, now, keys) = (new List<int>(), new List<int>(), new int[old.Count], new Dictionary<int, Value>());
        for (var around = 0; around < above.Count; around++)
        {
            var at = above.Start[around];
            foreach (var (group, key) in merged(around))
            {
                if (group is { } there) (now[there], at) = (start.Count, old.Start[there]);
                else keys[start.Count] = key;
                start.Add(at);
                parent.Add(around);
                if (group is { } kept) at = old.End(kept);
            }
        }
        start.Add(Order.Length);
        var levels = Levels.ToArray();
        levels[level] = new GroupLevel([.. start], [.. parent]);
        if (level < Innermost) levels[level + 1] = levels[level + 1] with { Parent = [.. levels[level + 1].Parent.Select(p => now[p])] };
        return new GroupTree(Order, levels)
        {
            Gathered = Gathered,
            Omitted = Omitted,
            Given = [.. Enumerable.Range(0, levels.Length).Select(i => i == level ? keys : i < Given.Count ? Given[i] : null)],
        };
    }

    /// <summary>The level of the innermost groups.</summary>
    public int Innermost => Levels.Count - 1;

    public long Bytes => 4L * (Order.Length + Levels.Sum(l => l.Start.Length + l.Parent.Length));

    public ReadOnlySpan<int> Rows(int level, int group) => Order.AsSpan(Levels[level].Start[group]..Levels[level].End(group));

    /// <summary>The groups of a level that belong to a group around them; none where that has no rows.</summary>
    public (int First, int Count) Inside(int level, int group, int inner)
    {
        var (first, count) = (group, 1);
        for (var at = level + 1; at <= inner && count > 0; at++)
        {
            var parents = Levels[at].Parent;
            var (from, to) = (LowerBound(parents, first), LowerBound(parents, first + count));
            (first, count) = (from, to - from);
        }
        return (first, count);
    }

    /// <summary>The group of an outer level that holds a group.</summary>
    public int Around(int level, int group, int outer)
    {
        for (var at = level; at > outer; at--) group = Levels[at].Parent[group];
        return group;
    }

    /// <summary>The groups of the next level that lists of groups name: all but those without a key that print nothing of their own and
    /// have nothing to be named inside.</summary>
    public IReadOnlyList<int> Listed(int level, int group)
    {
        var (first, count) = Inside(level, group, level + 1);
        var all = Enumerable.Range(first, count);
        return level + 1 >= Omitted.Count || Omitted[level + 1] is null ? [.. all] : [.. all.Where(g => IsListed(level + 1, g))];
    }

    private bool IsListed(int level, int group) =>
        !IsOmitted(level, group) || (level < Innermost && Listed(level, group).Count > 0);

    /// <summary>The first place whose number is not below one, among rising ones.</summary>
    private static int LowerBound(int[] rising, int least)
    {
        var (from, to) = (0, rising.Length);
        while (from < to)
        {
            var middle = (from + to) / 2;
            if (rising[middle] < least) from = middle + 1;
            else to = middle;
        }
        return from;
    }

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

    /// <summary>The same, into a place with room for all levels. Where there are no groups at all, it leads to the first ones.</summary>
    public void Path(int level, int group, Span<int> path)
    {
        path[0] = 0;
        if (Levels[level].Count == 0)
        {
            path.Clear();
            return;
        }
        for (var k = level; k > 0; k--)
        {
            path[k] = group;
            group = Levels[k].Parent[group];
        }
        // A group without rows has none inside of it; whatever is asked there stands at the next one, and is empty.
        for (var k = level; k < Innermost; k++)
            path[k + 1] = Math.Max(0, Math.Min(Inside(k, path[k], k + 1).First, Levels[k + 1].Count - 1));
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

    /// <summary>A tree of rows that are in order already, with the groups of all levels.</summary>
    public static GroupTree Of(int[] order, IReadOnlyList<GroupLevel> levels) => new(order, levels);

    /// <summary>As <see cref="Build"/>, for levels whose keys are ranks of groups in printed order, so that the innermost ones of each
    /// hierarchy decide the order.</summary>
    /// <param name="order">The keys that decide it, the most significant first.</param>
    public static GroupTree BuildNested(ReadOnlySpan<int> rows, IReadOnlyList<RowKey> levels, IReadOnlyList<RowKey> order,
        CancellationToken cancel = default)
    {
        var sorted = BuildFrom([.. rows], [], order, cancel).Order;
        return Cut(sorted, levels, cancel);
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
