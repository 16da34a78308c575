using LucidLattice.Core.Data;
using LucidLattice.Core.Expressions;

namespace LucidLattice.Core.Grouping;

/// <summary>Every aggregate for every group of every level. Rows are read once, at the innermost level; the rest is merged upwards.</summary>
public sealed class Totals
{
    private readonly Accumulator[][] _byLevel;

    private Totals(Accumulator[][] byLevel) => _byLevel = byLevel;

    /// <exception cref="OverflowException">The total does not fit its type.</exception>
    public Value this[int aggregate, int level, int group] => _byLevel[level][aggregate].Result(group);

    /// <summary>How many totals do not fit their type.</summary>
    public int Overflows() => _byLevel.Sum(level => level.Sum(accumulator => accumulator.Overflows()));

    public static Totals Of(AggregateList list, GroupTree tree, Frame frame, CancellationToken cancel)
    {
        // A level without groups still answers what an empty group's totals are, which Compose shows.
        var byLevel = tree.Levels.Select(level => list.Specs.Select(s => s.Accumulator(Math.Max(1, level.Count), frame.Collation)).ToArray()).ToArray();
        for (var group = 0; group < tree.Levels[tree.Innermost].Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            foreach (var accumulator in byLevel[tree.Innermost]) accumulator.Add(frame, tree.Rows(tree.Innermost, group), group);
        }
        for (var level = tree.Innermost; level > 0; level--)
            for (var group = 0; group < tree.Levels[level].Count; group++)
                for (var i = 0; i < list.Specs.Count; i++)
                    byLevel[level - 1][i].Merge(byLevel[level][i], group, tree.Levels[level].Parent[group]);
        return new Totals(byLevel);
    }

    /// <summary>The aggregates of marks: <paramref name="rowsByMark"/> holds the rows of each mark one after another, from the places in <paramref name="start"/>.</summary>
    public static Totals OfMarks(AggregateList list, int[] rowsByMark, int[] start, Frame frame)
    {
        var marks = start.Length - 1;
        var accumulators = list.Specs.Select(s => s.Accumulator(marks, frame.Collation)).ToArray();
        for (var mark = 0; mark < marks; mark++)
            foreach (var accumulator in accumulators) accumulator.Add(frame, rowsByMark.AsSpan(start[mark]..start[mark + 1]), mark);
        return new Totals([accumulators]);
    }
}
