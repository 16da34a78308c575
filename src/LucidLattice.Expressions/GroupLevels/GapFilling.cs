using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.GroupLevels;

/// <summary>Puts groups without rows where a series of keys has gaps, so that a month in which nothing sailed is printed too. Every group
/// around gets the same keys: from the first to the last that any of them has, or as the level says.</summary>
public sealed class GapFilling(LevelsPlan plan, Collation collation, Func<GroupTree, Frame> newFrame)
{
    /// <summary>More groups than this are no list that anybody reads.</summary>
    public const int Most = 50_000;

    public GroupTree Fill(GroupTree tree)
    {
        if (tree.Order.Length == 0) return tree;
        for (var i = 0; i < plan.Own.Count; i++)
            if (plan.Own[i].Fill is { } fill) tree = Fill(tree, plan.Base + i + 1, plan.Own[i], fill);
        return tree;
    }

    private GroupTree Fill(GroupTree tree, int level, LevelPlan own, FillPlan fill)
    {
        var frame = newFrame(tree);
        var keys = Enumerable.Range(0, tree.Levels[level].Count).Select(g => GroupNames.Key(plan, tree, level, g, frame)).ToList();
        var known = keys.Where(k => !k.IsNull).Order(Comparer<Value>.Create((a, b) => Value.Compare(a, b, collation))).ToList();
        var (from, to) = (End(fill.From, frame) ?? known.FirstOrDefault(), End(fill.To, frame) ?? known.LastOrDefault());
        var around = Enumerable.Range(0, tree.Levels[level - 1].Count).Count(g => tree.HasRows(level - 1, g));
        var most = Math.Max(1, Most / Math.Max(1, around));
        var series = from.IsNull || to.IsNull ? [] : Between(fill.Series, from, to, own.Key.Type, most + 1);
        // Too many to be read: the groups stay as the rows have them, and a problem says so.
        return series is null || series.Count > most ? tree
            : tree.Filling(level, parent => Merged(tree, level, parent, keys, series, own.Level.Descending));
    }

    /// <summary>Null where the keys cannot be counted through.</summary>
    private static List<Value>? Between(KeySeries series, Value from, Value to, DataType type, int most)
    {
        try
        {
            return [.. series.Between(from, to, type).Take(most)];
        }
        catch (OverflowException)
        {
            return null;
        }
    }

    /// <summary>True where a level asked for more groups than are put in.</summary>
    public static bool AskedTooMany(GroupTree tree, int level) =>
        tree.Order.Length > 0 && (level >= tree.Given.Count || tree.Given[level] is null);

    private static Value? End(Compiled? given, Frame frame) =>
        given is not null && frame.Try(given) is { IsNull: false } value && (value.Type.IsNumber() || value.Type.IsTime()) ? value : null;

    private static List<(int? Group, Value Key)> Merged(GroupTree tree, int level, int parent, List<Value> keys, List<Value> series,
        bool descending)
    {
        var (first, count) = tree.Inside(level - 1, parent, level);
        // A group without rows has none inside of it.
        if (count == 0) return [];
        var there = Enumerable.Range(first, count).ToList();
        var had = there.Where(g => !keys[g].IsNull).Select(g => keys[g]).ToHashSet();
        var merged = there.Select(g => ((int?)g, keys[g])).Concat(series.Where(k => !had.Contains(k)).Select(k => ((int?)null, k)));
        return [.. merged.Order(Comparer<(int? Group, Value Key)>.Create((a, b) => Compare(a.Key, b.Key, descending)))];
    }

    /// <summary>Those without a key come last, whichever way the others go.</summary>
    private static int Compare(Value a, Value b, bool descending)
    {
        if (a.IsNull || b.IsNull) return a.IsNull.CompareTo(b.IsNull);
        var order = a.Type.IsTime() ? a.AsDateTime.CompareTo(b.AsDateTime) : a.AsDouble.CompareTo(b.AsDouble);
        return descending ? -order : order;
    }
}
