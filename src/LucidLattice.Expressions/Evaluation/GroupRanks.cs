using LucidLattice.Data.Grouping;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>A rank that an expression asks for.</summary>
/// <param name="By">A group-phase expression.</param>
/// <param name="Level">The level (of the tree) whose groups are ranked.</param>
/// <param name="Within">The level in each of whose groups ranks start from 1.</param>
/// <param name="Dense">True leaves no gap after equal ones.</param>
public sealed record RankSpec(Compiled By, bool Descending, int Level, int Within, bool Dense);

/// <summary>The ranks of the groups of one level; equal ones share a rank, and groups without a value come last.</summary>
public sealed class GroupRanks : ISized
{
    private readonly int[] _ranks;

    private GroupRanks(int[] ranks) => _ranks = ranks;

    public long Bytes => 4L * _ranks.Length;

    /// <summary>From 1; 0 for a group that is not there.</summary>
    public int this[int group] => group < _ranks.Length ? _ranks[group] : 0;

    /// <param name="frame">Has the totals; is moved from group to group.</param>
    public static GroupRanks Rank(RankSpec spec, GroupTree tree, Frame frame, CancellationToken cancel)
    {
        var groups = tree.Levels[spec.Level];
        var ranks = new int[groups.Count];
        if (tree.Order.Length == 0) return new GroupRanks(ranks);
        var values = new Value[groups.Count];
        for (var group = 0; group < values.Length; group++)
        {
            cancel.ThrowIfCancellationRequested();
            frame.StandAt(spec.Level, group);
            values[group] = frame.Try(spec.By);
        }
        var within = tree.Levels[spec.Within];
        for (var outer = 0; outer < within.Count; outer++)
        {
            var (first, count) = tree.Inside(spec.Within, outer, spec.Level);
            Rank(spec, values, Enumerable.Range(first, count).ToArray(), ranks, frame.Collation);
        }
        return new GroupRanks(ranks);
    }

    private static void Rank(RankSpec spec, Value[] values, int[] groups, int[] ranks, Collation collation)
    {
        Array.Sort(groups, (a, b) => Compare(spec, values[a], values[b], collation));
        var rank = 0;
        for (var i = 0; i < groups.Length; i++)
        {
            if (i == 0 || Compare(spec, values[groups[i - 1]], values[groups[i]], collation) != 0) rank = spec.Dense ? rank + 1 : i + 1;
            ranks[groups[i]] = rank;
        }
    }

    private static int Compare(RankSpec spec, in Value a, in Value b, Collation collation)
    {
        if (a.IsNull || b.IsNull) return a.IsNull.CompareTo(b.IsNull);
        var order = Value.Compare(a, b, collation);
        return spec.Descending ? -order : order;
    }
}
