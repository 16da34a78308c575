using LucidLattice.Core.Data;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions.Aggregates;

/// <summary>Gathers one aggregate for a list of groups. Finer groups are merged into coarser ones, so rows are read once.</summary>
public abstract class Accumulator(AggregateSpec spec, int groups)
{
    private readonly HashSet<int> _overflowed = [];

    protected AggregateSpec Spec { get; } = spec;

    /// <summary>The number of groups.</summary>
    protected int Groups { get; } = groups;

    /// <summary>Adds the rows of a group.</summary>
    public void Add(Frame frame, ReadOnlySpan<int> rows, int group)
    {
        try
        {
            AddFiltered(frame, rows, group);
        }
        catch (OverflowException)
        {
            // A total that lacks a row would be a wrong figure, so this group has none at all.
            _overflowed.Add(group);
        }
    }

    /// <summary>Adds what a finer group gathered.</summary>
    public void Merge(Accumulator finer, int from, int into)
    {
        if (finer._overflowed.Contains(from)) _overflowed.Add(into);
        MergeGroup(finer, from, into);
    }

    /// <exception cref="OverflowException">The total, or a value that it is made of, does not fit its type.</exception>
    public Value Result(int group) => _overflowed.Contains(group) ? throw new OverflowException() : ResultOf(group);

    /// <summary>How many of the groups have a total that does not fit its type.</summary>
    public int Overflows()
    {
        var found = 0;
        for (var group = 0; group < Groups; group++)
        {
            try
            {
                Result(group);
            }
            catch (OverflowException)
            {
                found++;
            }
        }
        return found;
    }

    private void AddFiltered(Frame frame, ReadOnlySpan<int> rows, int group)
    {
        if (Spec.Filter is not { } filter)
        {
            AddRows(frame, rows, group);
            return;
        }
        var kept = new List<int>();
        foreach (var row in rows)
        {
            frame.Row = row;
            var keep = filter.Evaluate(frame);
            if (!keep.IsNull && keep.Bool) kept.Add(row);
        }
        AddRows(frame, System.Runtime.InteropServices.CollectionsMarshal.AsSpan(kept), group);
    }

    protected abstract void AddRows(Frame frame, ReadOnlySpan<int> rows, int group);

    protected abstract void MergeGroup(Accumulator finer, int from, int into);

    protected abstract Value ResultOf(int group);

    /// <summary>The memory that the groups take, in bytes.</summary>
    public abstract long Bytes { get; }

    /// <summary>The argument's column, if the argument is a bare field.</summary>
    protected DataColumn? Column(Frame frame) => Spec.Argument?.Field is { } index ? frame.Rows.Columns[index] : null;

    protected Value Argument(Frame frame, int row)
    {
        frame.Row = row;
        return Spec.Argument!.Evaluate(frame);
    }
}

/// <summary>count(*) and count(x).</summary>
public sealed class CountAccumulator(AggregateSpec spec, int groups) : Accumulator(spec, groups)
{
    private readonly long[] _counts = new long[groups];

    protected override void AddRows(Frame frame, ReadOnlySpan<int> rows, int group)
    {
        if (Spec.Function == AggregateFunction.CountRows) _counts[group] += rows.Length;
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

/// <summary>min(x) and max(x).</summary>
public sealed class ExtremeAccumulator(AggregateSpec spec, int groups, Collation collation) : Accumulator(spec, groups)
{
    private readonly Value[] _best = new Value[groups];
    private readonly int _sign = spec.Function == AggregateFunction.Max ? 1 : -1;

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
            if (!column.Nulls[row] && (best < 0 || column.Values[row].CompareTo(column.Values[best]) * _sign > 0)) best = row;
        if (best >= 0) Offer(group, column[best]);
    }

    private void Offer(int group, Value value)
    {
        if (value.IsNull) return;
        if (_best[group].IsNull || Value.Compare(value, _best[group], collation) * _sign > 0) _best[group] = value;
    }
}
