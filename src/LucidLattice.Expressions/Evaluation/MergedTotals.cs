using LucidLattice.Data.Grouping;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>Rows are read once, at the innermost level; the rest is merged upwards.</summary>
internal sealed class MergedTotals : AggregateTotals
{
    private readonly Accumulator[] _byLevel;

    private MergedTotals(Accumulator[] byLevel) => _byLevel = byLevel;

    public override long Bytes => _byLevel.Sum(a => a.Bytes);

    public override Value Result(int level, int group) => _byLevel[level].Result(group);

    public override int Overflows() => _byLevel.Sum(a => a.Overflows());

    public static MergedTotals Merge(AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame,
        CancellationToken cancel)
    {
        // A level without groups still answers what an empty group's totals are, which Compose shows.
        var byLevel = levels.Select(level => spec.Kind.Start(spec, Math.Max(1, level.Count), frame.Collation)).ToArray();
        var innermost = levels[^1];
        for (var group = 0; group < innermost.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            byLevel[^1].Add(frame, order.AsSpan(innermost.Start[group]..innermost.End(group)), group);
        }
        for (var level = levels.Count - 1; level > 0; level--)
            for (var group = 0; group < levels[level].Count; group++)
                byLevel[level - 1].Merge(byLevel[level], group, levels[level].Parent[group]);
        return new MergedTotals(byLevel);
    }
}
