using System.Runtime.InteropServices;

namespace LucidLattice.Data;

/// <summary>The different values of a column: what follows from it alone need only be worked out once for each of them.</summary>
/// <param name="First">A row of each.</param>
/// <param name="Which">Of each row, which of them it has.</param>
public sealed record DistinctRows(IReadOnlyList<int> First, int[] Which)
{
    /// <summary>Null if there are more than so many, or where the column has no values that are told apart quickly.</summary>
    public static DistinctRows? Of(DataColumn column, int rows, int most) => column switch
    {
        LongColumn numbers => Of(numbers, rows, most),
        TextColumn texts when texts.Texts.Count <= most => Of(texts, rows),
        _ => null,
    };

    private static DistinctRows? Of(LongColumn column, int rows, int most)
    {
        var (values, nulls, which) = (column.Values, column.Nulls, new int[rows]);
        var (first, known) = (new List<int>(), new Dictionary<long, int>());
        var (empty, last, lastValue) = (-1, -1, 0L);
        for (var row = 0; row < rows; row++)
        {
            if (nulls[row])
            {
                if (empty < 0) (empty, _) = (first.Count, Add(row));
                which[row] = empty;
                continue;
            }
            // Rows that were read one after the other often have the same value.
            if (last < 0 || values[row] != lastValue)
            {
                ref var at = ref CollectionsMarshal.GetValueRefOrAddDefault(known, values[row], out var isKnown);
                if (!isKnown) (at, _) = (first.Count, Add(row));
                if (first.Count > most) return null;
                (last, lastValue) = (at, values[row]);
            }
            which[row] = last;
        }
        return new DistinctRows(first, which);

        bool Add(int row)
        {
            first.Add(row);
            return true;
        }
    }

    private static DistinctRows Of(TextColumn column, int rows)
    {
        var (which, first, known) = (new int[rows], new List<int>(), new int[column.Texts.Count + 1]);
        Array.Fill(known, -1);
        for (var row = 0; row < rows; row++)
        {
            ref var at = ref known[column.Nulls[row] ? column.Texts.Count : column.Codes[row]];
            if (at < 0)
            {
                at = first.Count;
                first.Add(row);
            }
            which[row] = at;
        }
        return new DistinctRows(first, which);
    }
}
