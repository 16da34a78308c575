namespace LucidLattice.Core.Data;

/// <summary>Turns values into dense ranks, so that sorting and grouping work on small whole numbers.</summary>
public static class Ranking
{
    /// <summary>Fills <paramref name="ranks"/> with the rank of each value, empties last, and returns the number of ranks.</summary>
    public static int Dense<T>(ReadOnlySpan<T> values, BitSet nulls, Span<int> ranks) where T : struct, IComparable<T>, IEquatable<T>
    {
        var rows = new int[values.Length];
        var keys = new T[values.Length];
        var count = 0;
        for (var row = 0; row < values.Length; row++)
        {
            if (nulls[row]) continue;
            rows[count] = row;
            keys[count++] = values[row];
        }
        Array.Sort(keys, rows, 0, count);
        var rank = -1;
        for (var i = 0; i < count; i++)
        {
            if (i == 0 || !keys[i].Equals(keys[i - 1])) rank++;
            ranks[rows[i]] = rank;
        }
        if (count == values.Length) return rank + 1;
        rank++;
        for (var row = 0; row < values.Length; row++)
            if (nulls[row]) ranks[row] = rank;
        return rank + 1;
    }
}
