using System.Buffers;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Values;

namespace LucidLattice.Data;

/// <summary>
/// A key to sort or group rows by: small whole numbers whose order is that of the values. Most keys are worked out from
/// the column each time they are asked for, so that a million rows cost nothing but a few numbers.
/// </summary>
/// <param name="count">Ranks are at least 0 and less than this; the last one is that of empties, whether there are any or not.</param>
public abstract class RowKey(int count) : ISized
{
    public int Count { get; } = count;

    public abstract long Bytes { get; }

    /// <summary>The ranks of some rows.</summary>
    public abstract void Ranks(ReadOnlySpan<int> rows, Span<int> ranks);

    /// <summary>The rows in the order of this key; rows of equal rank keep their order. Linear in rows and ranks.</summary>
    public int[] Sort(ReadOnlySpan<int> rows)
    {
        var sorted = new int[rows.Length];
        Sort(rows, sorted);
        return sorted;
    }

    /// <summary>Puts the rows in the order of this key into another place of the same length.</summary>
    public void Sort(ReadOnlySpan<int> rows, Span<int> sorted)
    {
        var rented = ArrayPool<int>.Shared.Rent(Math.Max(1, rows.Length));
        var ranks = rented.AsSpan(0, rows.Length);
        Ranks(rows, ranks);
        // Counting is linear in the ranks, so a few rows among many ranks are compared instead.
        if (Count > 4L * rows.Length + 64) ByComparing(rows, ranks, sorted);
        else ByCounting(rows, ranks, sorted);
        ArrayPool<int>.Shared.Return(rented);
    }

    private void ByCounting(ReadOnlySpan<int> rows, ReadOnlySpan<int> ranks, Span<int> sorted)
    {
        var places = new int[Count + 1];
        foreach (var rank in ranks) places[rank + 1]++;
        for (var i = 1; i < places.Length; i++) places[i] += places[i - 1];
        for (var i = 0; i < rows.Length; i++) sorted[places[ranks[i]]++] = rows[i];
    }

    private static void ByComparing(ReadOnlySpan<int> rows, ReadOnlySpan<int> ranks, Span<int> sorted)
    {
        // The place in the lower half keeps equal ranks in their order.
        var keys = new long[rows.Length];
        for (var i = 0; i < keys.Length; i++) keys[i] = ((long)ranks[i] << 32) | (uint)i;
        rows.CopyTo(sorted);
        keys.AsSpan().Sort(sorted);
    }
}

/// <summary>The key of a text column: ranks of its distinct texts.</summary>
public sealed class CodeKey : RowKey
{
    private readonly TextColumn _column;
    private readonly int[] _rankOfCode;
    private readonly int _empty;

    public CodeKey(TextColumn column, Collation collation, bool descending) : base(column.Texts.Count + 1)
    {
        _column = column;
        var texts = column.Texts;
        var order = Enumerable.Range(0, texts.Count).ToArray();
        Array.Sort(order, (a, b) => collation.Compare(texts[a], texts[b]));
        _rankOfCode = new int[texts.Count];
        for (var i = 0; i < order.Length; i++) _rankOfCode[order[i]] = descending ? order.Length - 1 - i : i;
        _empty = texts.Count;
    }

    public override long Bytes => _rankOfCode.Length * 4L;

    public override void Ranks(ReadOnlySpan<int> rows, Span<int> ranks)
    {
        var (codes, nulls, rankOfCode) = (_column.Codes, _column.Nulls, _rankOfCode);
        for (var i = 0; i < rows.Length; i++) ranks[i] = nulls[rows[i]] ? _empty : rankOfCode[codes[rows[i]]];
    }
}

/// <summary>
/// The key of numbers that lie close together, as dates and small counts do, or on a grid, as times of day and round sums
/// do: how many steps of the grid each is away from the smallest.
/// </summary>
public sealed class RangeKey : RowKey
{
    private readonly long[] _values;
    private readonly BitSet _nulls;
    private readonly long _from, _step;
    private readonly bool _descending;

    private RangeKey(long[] values, BitSet nulls, long from, long step, bool descending, int count) : base(count)
        => (_values, _nulls, _from, _step, _descending) = (values, nulls, from, step, descending);

    public override long Bytes => 0;

    /// <summary>Null if the numbers are too far apart for it.</summary>
    /// <param name="rows">How many of the values are rows.</param>
    public static RangeKey? TryBuild(long[] values, int rows, BitSet nulls, bool descending)
    {
        long least = long.MaxValue, most = long.MinValue;
        for (var row = 0; row < rows; row++)
        {
            if (nulls[row]) continue;
            least = Math.Min(least, values[row]);
            most = Math.Max(most, values[row]);
        }
        if (least > most) return new RangeKey(values, nulls, 0, 1, false, 1);
        var (width, limit) = ((Int128)most - least, Math.Max(1024, 2L * rows));
        if (width > long.MaxValue) return null;
        var step = width <= limit ? 1 : Step(values, rows, nulls, least, (long)(width / limit));
        return step == 0 || width / step > limit
            ? null
            : new RangeKey(values, nulls, descending ? most : least, step, descending, (int)(width / step) + 2);
    }

    public override void Ranks(ReadOnlySpan<int> rows, Span<int> ranks)
    {
        var (values, nulls, from, step) = (_values, _nulls, _from, _step);
        for (var i = 0; i < rows.Length; i++)
            ranks[i] = nulls[rows[i]] ? Count - 1 : (int)((_descending ? from - values[rows[i]] : values[rows[i]] - from) / step);
    }

    /// <summary>The greatest step at whose multiples all numbers lie, counted from the least; 0 as soon as it is too small to
    /// help.</summary>
    private static long Step(long[] values, int rows, BitSet nulls, long least, long enough)
    {
        var step = 0L;
        for (var row = 0; row < rows; row++)
        {
            if (nulls[row]) continue;
            var distance = values[row] - least;
            if (distance == 0 || (step != 0 && distance % step == 0)) continue;
            // Euclid's algorithm; it runs only where the step has to become smaller, which happens a few times.
            while (distance != 0) (step, distance) = (distance, step % distance);
            if (step < enough) return 0;
        }
        return step;
    }
}

/// <summary>The key of any other numbers: the rank of each row's value, kept.</summary>
public sealed class DenseKey : RowKey
{
    private readonly int[] _ranks;

    private DenseKey(int[] ranks, int count) : base(count) => _ranks = ranks;

    public override long Bytes => _ranks.Length * 4L;

    public static DenseKey Of<T>(ReadOnlySpan<T> values, BitSet nulls, bool descending) where T : struct, IComparable<T>, IEquatable<T>
    {
        var rows = new int[values.Length];
        var keys = new T[values.Length];
        var filled = 0;
        for (var row = 0; row < values.Length; row++)
        {
            if (nulls[row]) continue;
            rows[filled] = row;
            keys[filled++] = values[row];
        }
        Array.Sort(keys, rows, 0, filled);
        var ranks = new int[values.Length];
        var rank = -1;
        for (var i = 0; i < filled; i++)
        {
            if (i == 0 || !keys[i].Equals(keys[i - 1])) rank++;
            ranks[rows[i]] = rank;
        }
        for (var row = 0; row < ranks.Length; row++)
        {
            if (nulls[row]) ranks[row] = rank + 1;
            else if (descending) ranks[row] = rank - ranks[row];
        }
        return new DenseKey(ranks, rank + 2);
    }

    public override void Ranks(ReadOnlySpan<int> rows, Span<int> ranks)
    {
        for (var i = 0; i < rows.Length; i++) ranks[i] = _ranks[rows[i]];
    }
}

/// <summary>The key of what is the same in all rows.</summary>
public sealed class ConstantKey() : RowKey(1)
{
    public override long Bytes => 0;

    public override void Ranks(ReadOnlySpan<int> rows, Span<int> ranks) => ranks[..rows.Length].Clear();
}
