using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.GroupLevels;

/// <summary>
/// Puts groups in the order of their totals, and leaves out those that a condition or a number of groups does not keep. Levels come one
/// after the other, the outermost first, each over the rows that are left; the totals of all that is printed are those of these rows.
/// </summary>
/// <param name="build">Makes a tree of some rows, with the keys of the levels.</param>
/// <param name="totals">Works the totals out by which groups are arranged.</param>
/// <param name="newFrame">Makes a frame over a tree with such totals.</param>
public sealed class GroupArranging(LevelsPlan plan, Collation collation, Func<int[], IReadOnlyList<RowKey>, GroupTree> build,
    Func<GroupTree, Totals> totals, Func<GroupTree, Totals, Frame> newFrame)
{
    public GroupTree Arrange(GroupTree tree, IReadOnlyList<RowKey> keys)
    {
        var arranged = keys.ToList();
        var gathered = new Dictionary<int, (RankKey Key, HashSet<int> Others)>();
        for (var i = 0; i < plan.Own.Count; i++)
        {
            if (!plan.Own[i].IsArranged) continue;
            var level = plan.Base + i + 1;
            var order = Ordered(tree, level, plan.Own[i]);
            var (key, others) = KeyOf(tree, level, order, plan.Own[i].Level is { Others: not null, First: { } first } ? first : null);
            arranged[level - 1] = key;
            if (others.Count > 0) gathered[level] = (key, others);
            tree = build([.. order.SelectMany(group => tree.Rows(level, group).ToArray()).Order()], arranged);
        }
        return gathered.Count == 0 ? tree : tree.Gathering((level, row) => gathered[level].Others.Contains(gathered[level].Key[row]),
            gathered.Keys.ToHashSet());
    }

    /// <summary>The groups of a level that are kept, each group's around it one after the other, in their order.</summary>
    private List<int> Ordered(GroupTree tree, int level, LevelPlan how)
    {
        var groups = Enumerable.Range(0, tree.Order.Length == 0 ? 0 : tree.Levels[level].Count);
        var frame = newFrame(tree, totals(tree));
        Value Of(Compiled measure, int group)
        {
            frame.StandAt(level, group);
            return frame.Try(measure);
        }
        if (how.Keep is { } keep) groups = groups.Where(g => Of(keep, g) is { IsNull: false, Bool: true });
        var kept = groups.ToList();
        if (how.Order is { } order)
        {
            var measures = kept.ToDictionary(g => g, g => Of(order, g));
            kept = [.. kept.OrderBy(g => tree.Levels[level].Parent[g]).ThenBy(g => measures[g].IsNull)
                .ThenBy(g => measures[g], Comparer<Value>.Create((a, b) => Compare(a, b, how.Level.Descending)))];
        }
        return how.Level.First is not { } first || how.Level.Others is not null ? kept
            : [.. kept.GroupBy(g => tree.Levels[level].Parent[g]).SelectMany(siblings => siblings.Take(first))];
    }

    private int Compare(Value a, Value b, bool descending) =>
        a.IsNull || b.IsNull ? 0 : Value.Compare(a, b, collation) * (descending ? -1 : 1);

    /// <summary>A key by which the groups come in this order.</summary>
    /// <returns>With the ranks of groups that stand for all others.</returns>
    /// <param name="first">So many of each group around stand alone, all others as one after them; null leaves each alone.</param>
    private static (RankKey Key, HashSet<int> Others) KeyOf(GroupTree tree, int level, List<int> order, int? first)
    {
        var ranks = new int[tree.Order.Length == 0 ? 0 : tree.Order.Max() + 1];
        var (others, rank, around, place) = (new HashSet<int>(), -1, -1, 0);
        foreach (var group in order)
        {
            if (tree.Levels[level].Parent[group] is var parent && parent != around) (around, place) = (parent, 0);
            if (first is not { } most || place <= most) rank++;
            if (place++ >= first) others.Add(rank);
            foreach (var row in tree.Rows(level, group)) ranks[row] = rank;
        }
        return (new RankKey(ranks, rank + 2), others);
    }
}
