using System.Text.Json;
using LucidLattice.Data.Grouping;
using LucidLattice.Planning;

namespace LucidLattice.Reports.Running;

/// <summary>The groups of levels that begin closed which a reader has opened.</summary>
public sealed class OpenedGroups
{
    /// <summary>Stands for all of them.</summary>
    public const string All = "*";

    /// <summary>More are not kept apart.</summary>
    public const int Most = 500;

    public static readonly OpenedGroups None = new([]);
    private readonly HashSet<string> _names;

    private OpenedGroups(IEnumerable<string> names) => _names = [.. names.Take(Most)];

    /// <param name="names">As <see cref="NameOf"/> writes them, or <see cref="All"/>.</param>
    public static OpenedGroups Of(IReadOnlyList<string>? names) => names is not { Count: > 0 } ? None : new(names);

    /// <summary>What tells a group from all others of a report: the id of its level, and the keys on the way to it.</summary>
    public static string NameOf(string level, IEnumerable<string?> keys) => JsonSerializer.Serialize(keys.Prepend(level));

    /// <summary>The tree of a section with the groups closed that are not opened.</summary>
    internal GroupTree In(GroupTree tree, SectionPlan plan, Func<int, int, string?> keyOf)
    {
        if (_names.Contains(All) || plan.Levels.All(l => !l.Level.Closed)) return tree;
        var closed = new bool[]?[tree.Levels.Count];
        for (var i = 0; i < plan.Levels.Count; i++)
        {
            if (!plan.Levels[i].Level.Closed) continue;
            var level = plan.Base + i + 1;
            var flags = closed[level] = new bool[tree.Levels[level].Count];
            for (var group = 0; group < flags.Length; group++)
                flags[group] = _names.Count == 0
                    || !_names.Contains(NameOf(plan.Levels[i].Level.Id, Keys(tree, plan.Base, level, group, keyOf)));
        }
        return tree.Closing(closed);
    }

    internal static IEnumerable<string?> Keys(GroupTree tree, int whole, int level, int group, Func<int, int, string?> keyOf)
    {
        for (var at = whole + 1; at <= level; at++) yield return keyOf(at, tree.Around(level, group, at));
    }
}
