using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>Squares of distances from the mean, gathered in one pass (Welford, Technometrics 4, 1962) and merged (Chan, Golub and
/// LeVeque, 1979), so that large numbers close to one another lose nothing.</summary>
internal sealed class DeviationAccumulator(AggregateSpec spec, int groups, bool isSample, bool isRoot) : Accumulator(spec, groups)
{
    private readonly long[] _counts = new long[groups];
    private readonly double[] _means = new double[groups], _squares = new double[groups];

    public override long Bytes => Groups * 24L;

    protected override void AddRows(Frame frame, ReadOnlySpan<int> rows, int group)
    {
        var (count, mean, squares) = (_counts[group], _means[group], _squares[group]);
        foreach (var row in rows)
        {
            if (Argument(frame, row) is not { IsNull: false } value) continue;
            var distance = value.AsDouble - mean;
            mean += distance / ++count;
            squares += distance * (value.AsDouble - mean);
        }
        (_counts[group], _means[group], _squares[group]) = (count, mean, squares);
    }

    protected override void MergeGroup(Accumulator finer, int from, int into)
    {
        var other = (DeviationAccumulator)finer;
        var (a, b) = (_counts[into], other._counts[from]);
        if (b == 0) return;
        var distance = other._means[from] - _means[into];
        _counts[into] = a + b;
        _means[into] += distance * b / (a + b);
        _squares[into] += other._squares[from] + distance * distance * a / (a + b) * b;
    }

    protected override Value ResultOf(int group)
    {
        var by = _counts[group] - (isSample ? 1 : 0);
        if (by <= 0) return Value.Null;
        var variance = _squares[group] / by;
        return Value.Of(isRoot ? Math.Sqrt(variance) : variance);
    }
}
