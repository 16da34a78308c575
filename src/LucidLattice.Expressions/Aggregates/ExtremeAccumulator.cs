using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>min(x) and max(x).</summary>
/// <param name="sign">1 keeps the largest, -1 the smallest.</param>
internal sealed class ExtremeAccumulator(AggregateSpec spec, int groups, Collation collation, int sign) : Accumulator(spec, groups)
{
    private readonly Value[] _best = new Value[groups];

    protected override void AddRows(Frame frame, ReadOnlySpan<int> rows, int group)
    {
        if (Column(frame) is LongColumn column) OfferBest(column, rows, group);
        else foreach (var row in rows) Offer(group, Argument(frame, row));
    }

    protected override void MergeGroup(Accumulator finer, int from, int into) => Offer(into, ((ExtremeAccumulator)finer)._best[from]);

    protected override Value ResultOf(int group) => _best[group];

    public override long Bytes => _best.Length * 40L;

    private void OfferBest(LongColumn column, ReadOnlySpan<int> rows, int group)
    {
        var best = -1;
        foreach (var row in rows)
            if (!column.Nulls[row] && (best < 0 || column.Values[row].CompareTo(column.Values[best]) * sign > 0)) best = row;
        if (best >= 0) Offer(group, column[best]);
    }

    private void Offer(int group, Value value)
    {
        if (value.IsNull) return;
        if (_best[group].IsNull || Value.Compare(value, _best[group], collation) * sign > 0) _best[group] = value;
    }
}
