using LucidLattice.Data;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

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
        try
        {
            MergeGroup(finer, from, into);
        }
        catch (OverflowException)
        {
            _overflowed.Add(into);
        }
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
