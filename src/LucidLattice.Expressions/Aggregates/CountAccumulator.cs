using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>count(*) and count(x).</summary>
internal sealed class CountAccumulator(AggregateSpec spec, int groups) : Accumulator(spec, groups)
{
    private readonly long[] _counts = new long[groups];

    protected override void AddRows(Frame frame, ReadOnlySpan<int> rows, int group)
    {
        if (Spec.Argument is null) _counts[group] += rows.Length;
        else if (Column(frame) is { } column)
        {
            if (!column.Nulls.Any) _counts[group] += rows.Length;
            else foreach (var row in rows)
                if (!column.Nulls[row]) _counts[group]++;
        }
        else
        {
            foreach (var row in rows)
                if (!Argument(frame, row).IsNull) _counts[group]++;
        }
    }

    protected override void MergeGroup(Accumulator finer, int from, int into) => _counts[into] += ((CountAccumulator)finer)._counts[from];

    protected override Value ResultOf(int group) => Value.Of(_counts[group]);

    public override long Bytes => _counts.Length * 8L;
}
