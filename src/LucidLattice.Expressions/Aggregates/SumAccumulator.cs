using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>
/// sum(x) and avg(x). Whole and decimal numbers are added as 128-bit whole numbers in units of the column's last place,
/// so money is exact to the cent; doubles by Neumaier's compensated sum (Z. Angew. Math. Mech. 54, 1974).
/// </summary>
internal sealed class SumAccumulator(AggregateSpec spec, int groups, bool average) : Accumulator(spec, groups)
{
    // Most sums need only the first of these, so the others are there once somebody asks.
    private readonly Int128[] _exact = new Int128[groups];
    private decimal[]? _decimal;
    private double[]? _sum, _lost;
    private readonly long[] _counts = new long[groups];
    private decimal _unit = 1;

    protected override void AddRows(Frame frame, ReadOnlySpan<int> rows, int group)
    {
        switch (Column(frame))
        {
            case LongColumn { Type: DataType.Whole or DataType.Decimal } column:
                if (column.Type == DataType.Decimal) _unit = column.Unit;
                AddLongs(column, rows, group);
                break;
            case DoubleColumn column:
                foreach (var row in rows)
                {
                    if (column.Nulls[row]) continue;
                    Compensate(group, column.Values[row]);
                    _counts[group]++;
                }
                break;
            default:
                foreach (var row in rows) AddValue(group, Argument(frame, row));
                break;
        }
    }

    protected override void MergeGroup(Accumulator finer, int from, int into)
    {
        var other = (SumAccumulator)finer;
        _unit = other._unit;
        _exact[into] += other._exact[from];
        _counts[into] += other._counts[from];
        if (other._decimal is { } decimals) (_decimal ??= new decimal[Groups])[into] += decimals[from];
        if (other is not { _sum: { } sums, _lost: { } lost }) return;
        Compensate(into, sums[from]);
        Compensate(into, lost[from]);
    }

    protected override Value ResultOf(int group)
    {
        if (_counts[group] == 0) return Value.Null;
        if (Spec.Argument!.Type == DataType.Double)
        {
            var total = _sum![group] + _lost![group];
            return Value.Of(average ? total / _counts[group] : total);
        }
        if (!average && Spec.Argument.Type == DataType.Whole) return Value.Of(checked((long)_exact[group]));
        var sum = Scale(_exact[group], _unit) + (_decimal?[group] ?? 0);
        return Value.Of(average ? sum / _counts[group] : sum);
    }

    public override long Bytes => Groups * (24L + (_decimal is null ? 0 : 16) + (_sum is null ? 0 : 16));

    private static decimal Scale(Int128 units, decimal unit) => (decimal)units * unit;

    private void AddLongs(LongColumn column, ReadOnlySpan<int> rows, int group)
    {
        var values = column.Values;
        var nulls = column.Nulls;
        var anyNull = nulls.Any;
        Int128 sum = 0;
        long part = 0, count = 0;
        foreach (var row in rows)
        {
            if (anyNull && nulls[row]) continue;
            count++;
            var value = values[row];
            var next = part + value;
            if (((part ^ next) & (value ^ next)) < 0)
            {
                sum += part;
                next = value;
            }
            part = next;
        }
        _exact[group] += sum + part;
        _counts[group] += count;
    }

    private void AddValue(int group, Value value)
    {
        switch (value.Type)
        {
            case DataType.Null: return;
            case DataType.Double: Compensate(group, value.Double); break;
            case DataType.Decimal: (_decimal ??= new decimal[Groups])[group] += value.Decimal; break;
            default: _exact[group] += value.Whole; break;
        }
        _counts[group]++;
    }

    private void Compensate(int group, double value)
    {
        _sum ??= new double[Groups];
        _lost ??= new double[Groups];
        var next = _sum[group] + value;
        _lost[group] += Math.Abs(_sum[group]) >= Math.Abs(value) ? _sum[group] - next + value : value - next + _sum[group];
        _sum[group] = next;
    }
}
