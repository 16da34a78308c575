using LucidLattice.Data.Grouping;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>A running total that an expression asks for.</summary>
/// <param name="Level">The level (of the tree) in whose groups it starts anew.</param>
public sealed record RunningSpec(AggregateSpec Spec, int Level);

/// <summary>
/// Totals from the start of a group up to any row in printed order. What was gathered is kept once in so many rows; the few
/// rows since then are added when somebody asks, so a million rows cost a few thousand numbers.
/// </summary>
public sealed class RunningTotals : ISized
{
    private const int Step = 256;
    private readonly RunningSpec _spec;
    private readonly GroupTree _tree;
    private readonly Accumulator _marks;

    /// <summary>The first mark of each group.</summary>
    private readonly int[] _first;

    private RunningTotals(RunningSpec spec, GroupTree tree, Accumulator marks, int[] first) =>
        (_spec, _tree, _marks, _first) = (spec, tree, marks, first);

    public long Bytes => _marks.Bytes + 4L * _first.Length;

    /// <param name="frame">Is moved from row to row.</param>
    public static RunningTotals Compute(RunningSpec spec, GroupTree tree, Frame frame, CancellationToken cancel)
    {
        var groups = tree.Levels[spec.Level];
        var first = new int[groups.Count + 1];
        for (var group = 0; group < groups.Count; group++)
            first[group + 1] = first[group] + (groups.End(group) - groups.Start[group]) / Step + 1;
        var marks = spec.Spec.Kind.Start(spec.Spec, Math.Max(1, first[^1]), frame.Collation);
        for (var group = 0; group < groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            for (var mark = first[group] + 1; mark < first[group + 1]; mark++)
            {
                marks.Merge(marks, mark - 1, mark);
                marks.Add(frame, tree.Order.AsSpan(groups.Start[group] + (mark - first[group] - 1) * Step, Step), mark);
            }
        }
        return new RunningTotals(spec, tree, marks, first);
    }

    /// <summary>The total of a group's rows before a place in printed order.</summary>
    /// <param name="frame">Stands where it did afterwards.</param>
    /// <exception cref="OverflowException">The total does not fit its type.</exception>
    public Value Before(int place, int group, Frame frame)
    {
        var groups = _tree.Levels[_spec.Level];
        // A group without rows has nothing before anything.
        var start = group < groups.Count ? groups.Start[group] : place;
        var total = _spec.Spec.Kind.Start(_spec.Spec, 1, frame.Collation);
        if (place > start)
        {
            var mark = (place - start) / Step;
            total.Merge(_marks, _first[group] + mark, 0);
            var row = frame.Row;
            total.Add(frame, _tree.Order.AsSpan((start + mark * Step)..place), 0);
            frame.Row = row;
        }
        return total.Result(0);
    }
}
