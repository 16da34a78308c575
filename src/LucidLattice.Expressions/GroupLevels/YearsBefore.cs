using System.Collections.Concurrent;
using System.Globalization;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.GroupLevels;

/// <summary>Finds the groups of the same period a year before: those whose dates, among their keys and those of the groups around them, are
/// a year earlier, and whose other keys are equal. A group that stands for several keys has none. Can be shared by threads.</summary>
public sealed class YearsBefore(LevelsPlan plan, GroupTree tree, Func<Frame> newFrame)
{
    private readonly ConcurrentDictionary<int, (string?[] Before, Dictionary<string, int> Groups)> _levels = new();

    /// <param name="level">Of the tree.</param>
    public int? Of(int level, int group)
    {
        var (before, groups) = _levels.GetOrAdd(level, Read);
        return before[group] is { } path && groups.TryGetValue(path, out var found) ? found : null;
    }

    /// <summary>Of each group of a level, the keys on the way to it, and the same a year before; null where no key is a date.</summary>
    private (string?[] Before, Dictionary<string, int> Groups) Read(int level)
    {
        var (frame, groups) = (newFrame(), new Dictionary<string, int>());
        var before = new string?[tree.Levels[level].Count];
        for (var group = 0; group < before.Length; group++)
        {
            frame.StandAt(level, group);
            var (now, then, dated, gathered) = ("", "", false, false);
            for (var at = 1; at <= level; at++)
            {
                var key = tree.GivenKey(at, frame.Groups[at])
                    ?? frame.Try(at <= plan.Base ? plan.Around[at - 1] : plan.Own[at - plan.Base - 1].Key);
                gathered |= tree.IsOthers(at, frame.Groups[at]);
                now += $"{key.Invariant}\u001F";
                then += $"{Earlier(key, ref dated)}\u001F";
            }
            if (gathered) continue;
            groups[now] = group;
            before[group] = dated ? then : null;
        }
        return (before, groups);
    }

    /// <summary>29 February has no day of its own a year before; the last of that month is taken, as with intervals.</summary>
    private static string Earlier(Value key, ref bool dated)
    {
        if (key.IsNull || !key.Type.IsTime()) return key.Invariant;
        dated = true;
        var time = key.Type == DataType.Date ? key.Date.ToDateTime(TimeOnly.MinValue) : key.DateTime;
        if (time.Year <= 1) return "";
        return key.Type == DataType.Date ? Value.Of(DateOnly.FromDateTime(time.AddYears(-1))).Invariant : Value.Of(time
            .AddYears(-1)).Invariant;
    }
}
