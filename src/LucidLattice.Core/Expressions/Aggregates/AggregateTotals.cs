using LucidLattice.Core.Caching;
using LucidLattice.Core.Data;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions.Aggregates;

/// <summary>One aggregate for every group of every level.</summary>
public abstract class AggregateTotals : ISized
{
    public abstract long Bytes { get; }

    /// <exception cref="OverflowException">The total does not fit its type.</exception>
    public abstract Value Result(int level, int group);

    /// <summary>How many totals do not fit their type.</summary>
    public abstract int Overflows();

    /// <param name="levels">The groups of each level, outermost first, as ranges of <paramref name="order"/>.</param>
    /// <param name="frame">Is moved from row to row.</param>
    /// <param name="key">The key of an expression over all rows.</param>
    public static AggregateTotals Of(AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, Func<Compiled, RowKey> key, CancellationToken cancel)
        => spec.Function == AggregateFunction.CountDistinct
            ? DistinctTotals.Of(spec, levels, order, frame, key(spec.Argument!), cancel)
            : MergedTotals.Of(spec, levels, order, frame, cancel);
}

/// <summary>Rows are read once, at the innermost level; the rest is merged upwards.</summary>
internal sealed class MergedTotals : AggregateTotals
{
    private readonly Accumulator[] _byLevel;

    private MergedTotals(Accumulator[] byLevel) => _byLevel = byLevel;

    public override long Bytes => _byLevel.Sum(a => a.Bytes);

    public override Value Result(int level, int group) => _byLevel[level].Result(group);

    public override int Overflows() => _byLevel.Sum(a => a.Overflows());

    public static MergedTotals Of(AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, CancellationToken cancel)
    {
        // A level without groups still answers what an empty group's totals are, which Compose shows.
        var byLevel = levels.Select(level => spec.Accumulator(Math.Max(1, level.Count), frame.Collation)).ToArray();
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

/// <summary>count(DISTINCT x): each level is counted by itself, with one stamp for each value that there is. Needs no more memory than one number a value.</summary>
internal sealed class DistinctTotals : AggregateTotals
{
    private readonly long[][] _byLevel;

    private DistinctTotals(long[][] byLevel) => _byLevel = byLevel;

    public override long Bytes => _byLevel.Sum(level => level.Length * 8L);

    public override Value Result(int level, int group) => Value.Of(_byLevel[level][group]);

    public override int Overflows() => 0;

    public static DistinctTotals Of(AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, RowKey key, CancellationToken cancel)
    {
        var byLevel = levels.Select(level => new long[Math.Max(1, level.Count)]).ToArray();
        for (var level = 0; level < levels.Count; level++)
        {
            var seen = new Seen(key.Count, order.Length);
            for (var group = 0; group < levels[level].Count; group++)
            {
                cancel.ThrowIfCancellationRequested();
                byLevel[level][group] = Count(order.AsSpan(levels[level].Start[group]..levels[level].End(group)), group + 1, spec, frame, key, seen);
            }
        }
        return new DistinctTotals(byLevel);
    }

    private static long Count(ReadOnlySpan<int> rows, int stamp, AggregateSpec spec, Frame frame, RowKey key, Seen seen)
    {
        const int Chunk = 1024;
        Span<int> ranks = stackalloc int[Chunk];
        var (count, empty) = (0L, key.Count - 1);
        for (; rows.Length > 0; rows = rows[Math.Min(Chunk, rows.Length)..])
        {
            var part = rows[..Math.Min(Chunk, rows.Length)];
            key.Ranks(part, ranks);
            for (var i = 0; i < part.Length; i++)
            {
                if (ranks[i] != empty && Passes(spec.Filter, frame, part[i]) && seen.IsNew(ranks[i], stamp)) count++;
            }
        }
        return count;
    }

    private static bool Passes(Compiled? filter, Frame frame, int row)
    {
        if (filter is null) return true;
        frame.Row = row;
        var keep = frame.Try(filter);
        return !keep.IsNull && keep.Bool;
    }

    /// <summary>Which ranks a group has already: a stamp for each rank, or a set where there are far more ranks than rows.</summary>
    private sealed class Seen(int ranks, int rows)
    {
        private readonly int[]? _stamps = ranks > 4L * rows + 64 ? null : new int[ranks];
        private readonly HashSet<(int, int)> _few = [];

        public bool IsNew(int rank, int stamp)
        {
            if (_stamps is null) return _few.Add((rank, stamp));
            if (_stamps[rank] == stamp) return false;
            _stamps[rank] = stamp;
            return true;
        }
    }
}
