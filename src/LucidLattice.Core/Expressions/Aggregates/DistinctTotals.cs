using LucidLattice.Core.Data;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions.Aggregates;

/// <summary>count(DISTINCT x): each level is counted by itself, with one stamp for each value that there is. Needs no more memory than one
/// number a value.</summary>
internal sealed class DistinctTotals : AggregateTotals
{
    private readonly long[][] _byLevel;

    private DistinctTotals(long[][] byLevel) => _byLevel = byLevel;

    public override long Bytes => _byLevel.Sum(level => level.Length * 8L);

    public override Value Result(int level, int group) => Value.Of(_byLevel[level][group]);

    public override int Overflows() => 0;

    public static DistinctTotals Count(AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, RowKey key,
        CancellationToken cancel)
    {
        var byLevel = levels.Select(level => new long[Math.Max(1, level.Count)]).ToArray();
        for (var level = 0; level < levels.Count; level++)
        {
            var seen = new Seen(key.Count, order.Length);
            for (var group = 0; group < levels[level].Count; group++)
            {
                cancel.ThrowIfCancellationRequested();
                byLevel[level][group] =
                    Count(order.AsSpan(levels[level].Start[group]..levels[level].End(group)), group + 1, spec, frame, key, seen);
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
                if (ranks[i] != empty && spec.Covers(frame, part[i]) && seen.IsNew(ranks[i], stamp)) count++;
            }
        }
        return count;
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
