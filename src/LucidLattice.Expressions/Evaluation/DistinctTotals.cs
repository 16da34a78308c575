using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>With DISTINCT: each level is gone through by itself, with one stamp for each value that there is, so that no more memory is
/// needed than one number a value.</summary>
internal sealed class DistinctTotals : AggregateTotals
{
    private readonly Accumulator[] _byLevel;

    private DistinctTotals(Accumulator[] byLevel) => _byLevel = byLevel;

    public override long Bytes => _byLevel.Sum(level => level.Bytes);

    public override Value Result(int level, int group) => _byLevel[level].Result(group);

    public override int Overflows() => _byLevel.Sum(level => level.Overflows());

    public static DistinctTotals Of(AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, RowKey key,
        CancellationToken cancel)
    {
        var all = spec with { Filter = null };
        var byLevel = levels.Select(level => spec.Kind.Start(all, Math.Max(1, level.Count), frame.Collation)).ToArray();
        for (var level = 0; level < levels.Count; level++)
        {
            var seen = new Seen(key.Count, order.Length);
            for (var group = 0; group < levels[level].Count; group++)
            {
                cancel.ThrowIfCancellationRequested();
                var rows = order.AsSpan(levels[level].Start[group]..levels[level].End(group));
                Add(byLevel[level], rows, group, spec, frame, key, seen);
            }
        }
        return new DistinctTotals(byLevel);
    }

    /// <summary>Adds the first row of each value.</summary>
    private static void Add(Accumulator into, ReadOnlySpan<int> rows, int group, AggregateSpec spec, Frame frame, RowKey key, Seen seen)
    {
        const int Chunk = 1024;
        Span<int> ranks = stackalloc int[Chunk];
        Span<int> first = stackalloc int[Chunk];
        var empty = key.Count - 1;
        for (; rows.Length > 0; rows = rows[Math.Min(Chunk, rows.Length)..])
        {
            var part = rows[..Math.Min(Chunk, rows.Length)];
            key.Ranks(part, ranks);
            var count = 0;
            for (var i = 0; i < part.Length; i++)
            {
                if (ranks[i] != empty && spec.Covers(frame, part[i]) && seen.IsNew(ranks[i], group + 1)) first[count++] = part[i];
            }
            into.Add(frame, first[..count], group);
        }
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
