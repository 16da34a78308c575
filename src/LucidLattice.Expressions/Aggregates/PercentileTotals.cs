using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>
/// Percentiles by linear interpolation between the two nearest values: at (n − 1) · p of the n values in order. Each level is
/// worked out by itself from the values' ranks, so it needs no more memory than one number a row of the largest group.
/// </summary>
internal sealed class PercentileTotals : AggregateTotals
{
    private readonly Value[][] _byLevel;

    private PercentileTotals(Value[][] byLevel) => _byLevel = byLevel;

    public override long Bytes => _byLevel.Sum(level => level.Length * 48L);

    public static DataType TypeOf(Compiled argument) => argument.Type == DataType.Double ? DataType.Double : DataType.Decimal;

    public static int? ScaleOf(AggregateSpec spec) => 
        spec.Type == DataType.Decimal && !spec.IsLength ? Scales.OfMean(spec.Argument, 1) : null;

    public override Value Result(int level, int group) => _byLevel[level][group];

    public override int Overflows() => 0;

    public static PercentileTotals Compute(
        AggregateSpec spec, decimal fraction, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, RowKey key,
        CancellationToken cancel)
    {
        var byLevel = levels.Select(level => new Value[Math.Max(1, level.Count)]).ToArray();
        for (var level = 0; level < levels.Count; level++)
            for (var group = 0; group < levels[level].Count; group++)
            {
                cancel.ThrowIfCancellationRequested();
                var rows = order.AsSpan(levels[level].Start[group]..levels[level].End(group));
                byLevel[level][group] = Percentile(spec, fraction, rows, frame, key);
            }
        return new PercentileTotals(byLevel);
    }

    private static Value Percentile(AggregateSpec spec, decimal fraction, ReadOnlySpan<int> all, Frame frame, RowKey key)
    {
        var (rows, ranks) = (new int[all.Length], new int[all.Length]);
        key.Ranks(all, ranks);
        var (count, empty) = (0, key.Count - 1);
        for (var i = 0; i < all.Length; i++)
        {
            if (ranks[i] == empty || !spec.Covers(frame, all[i])) continue;
            (rows[count], ranks[count]) = (all[i], ranks[i]);
            count++;
        }
        if (count == 0) return Value.Null;
        Array.Sort(ranks, rows, 0, count);
        var at = (count - 1) * fraction;
        var below = (int)decimal.Floor(at);
        var lower = ValueAt(spec, frame, rows[below]);
        var rest = at - below;
        if (rest == 0) return spec.Type == DataType.Decimal ? Value.Of(lower.Decimal) : lower;
        var upper = ValueAt(spec, frame, rows[below + 1]);
        return spec.Type == DataType.Decimal
            ? Value.Of(lower.Decimal + (upper.Decimal - lower.Decimal) * rest)
            : Value.Of(lower.AsDouble + (upper.AsDouble - lower.AsDouble) * (double)rest);
    }

    private static Value ValueAt(AggregateSpec spec, Frame frame, int row)
    {
        frame.Row = row;
        return frame.Try(spec.Argument!);
    }
}
