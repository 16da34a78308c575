using LucidLattice.Core.Charts;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Running;

namespace LucidLattice.Server.Runs;

/// <summary>Reads the outline of a run: all of it where it is short, otherwise the groups inside of one.</summary>
internal sealed class OutlineReader
{
    /// <summary>An outline of up to this many groups comes as a whole.</summary>
    public const int MostAtOnce = 400;
    private readonly ReportRun _run;
    private readonly RunData _data;
    private readonly Frame _frame;

    private OutlineReader(ReportRun run) => (_run, _data, _frame) = (run, run.Data!, run.Data!.NewFrame());

    /// <param name="level">Of the group around; 0 for the whole report.</param>
    /// <param name="from">How many entries to pass over.</param>
    public static OutlineInfo Read(ReportRun run, int level, int group, int from)
    {
        var tree = run.Data?.Tree;
        if (tree is null || tree.Order.Length == 0 || level < 0 || level >= tree.Innermost || group < 0 || group >= tree.Levels[level].Count) return new OutlineInfo(0, true, []);
        var reader = new OutlineReader(run);
        var (first, count) = reader.Children(level, group);
        var deep = level == 0 && tree.Levels.Skip(1).Sum(l => (long)l.Count) <= MostAtOnce;
        var entries = new List<OutlineEntry>();
        for (var child = first + from; child < Math.Min(first + count, first + from + MostAtOnce); child++) reader.Add(level + 1, child, deep, entries);
        return new OutlineInfo(count, deep, entries);
    }

    private void Add(int level, int group, bool deep, List<OutlineEntry> entries)
    {
        var key = _data.KeyOf(level, group, _frame);
        var range = _data.Tree.Levels[level];
        var (first, count) = level < _data.Tree.Innermost ? Children(level, group) : (0, 0);
        entries.Add(new OutlineEntry(level, group, key.IsNull ? ChartNumbers.EmptyLabel : _data.Plan.Levels[level - 1].Format.Format(key), _run.PageOf(level, group), range.End(group) - range.Start[group], count));
        for (var child = first; deep && child < first + count; child++) Add(level + 1, child, deep, entries);
    }

    private (int First, int Count) Children(int level, int group)
    {
        var first = _data.Tree.FirstChild(level, group);
        return (first, _data.Tree.Levels[level + 1].GroupAt(_data.Tree.Levels[level].End(group) - 1) - first + 1);
    }
}
