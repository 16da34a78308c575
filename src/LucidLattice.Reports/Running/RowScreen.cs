using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Reports.Running;

/// <summary>
/// Leaves out rows for which a condition plainly cannot hold, by looking at numbers and codes instead of evaluating an expression
/// for each row. What is left is evaluated as ever, so nothing depends on how much a screen leaves out; a reader who clicks through
/// a million rows for one route and one month waits for the few that matter.
/// </summary>
internal static class RowScreen
{
    /// <summary>Of more different texts than these, none is compared beforehand.</summary>
    private const int MostTexts = 20_000;

    /// <summary>The rows that may be kept, in their order; null where all may.</summary>
    public static int[]? Candidates(RowSet rows, IReadOnlyList<Field> fields, IReadOnlyList<Narrowing> wanted,
        Collation collation)
    {
        int[]? left = null;
        foreach (var narrowing in wanted)
        {
            var index = fields.ToList().FindIndex(f => f.Name == narrowing.Field.Name);
            if (index >= 0 && Test(rows.Columns[index], narrowing, collation) is { } holds) left = Screened(left, rows.Count, holds);
        }
        return left;
    }

    private static int[] Screened(int[]? rows, int count, Func<int, bool> holds)
    {
        var (kept, n) = (new int[rows?.Length ?? count], 0);
        if (rows is null)
        {
            for (var row = 0; row < count; row++)
                if (holds(row)) kept[n++] = row;
        }
        else
        {
            foreach (var row in rows)
                if (holds(row)) kept[n++] = row;
        }
        return kept[..n];
    }

    /// <summary>Null where nothing plain can be said about the column.</summary>
    private static Func<int, bool>? Test(DataColumn column, Narrowing narrowing, Collation collation) => column switch
    {
        TextColumn texts when narrowing.Kind == NarrowingKind.OneOf && texts.Texts.Count <= MostTexts
            && narrowing.Values.All(v => v.Type == DataType.Text) => OneOf(texts, narrowing.Values, collation),
        LongColumn { Type: DataType.Whole or DataType.Date or DataType.DateTime } numbers => Range(numbers, narrowing),
        _ => null,
    };

    private static Func<int, bool> OneOf(TextColumn column, IReadOnlyList<Value> values, Collation collation)
    {
        var (codes, nulls) = (column.Codes, column.Nulls);
        var allowed = column.Texts.Select(t => values.Any(v => Value.Compare(Value.Of(t), v, collation) == 0)).ToArray();
        return row => allowed.Length > 0 && allowed[codes[row]] && !nulls[row];
    }

    private static Func<int, bool>? Range(LongColumn column, Narrowing narrowing)
    {
        var (numbers, nulls) = (column.Values, column.Nulls);
        var bounds = narrowing.Values.Select(v => Payload(v, column.Type)).ToList();
        if (bounds.Any(b => b is null)) return null;
        switch (narrowing.Kind)
        {
            case NarrowingKind.NotEmpty:
                return row => !nulls[row];
            case NarrowingKind.AtLeast:
                var least = bounds[0]!.Value;
                return row => numbers[row] >= least && !nulls[row];
            case NarrowingKind.AtMost:
                var most = bounds[0]!.Value;
                return row => numbers[row] <= most && !nulls[row];
            default:
                // What is no whole number, or a moment among days, may equal nothing; leave that to the evaluation.
                if (narrowing.Values.Any(v => v.Type != column.Type && !(v.Type == DataType.Date && column.Type == DataType.DateTime)))
                    return null;
                var among = bounds.Select(b => b!.Value).ToHashSet();
                return row => among.Contains(numbers[row]) && !nulls[row];
        }
    }

    /// <summary>A bound as the column holds its values; the nearest one that leaves out no row too many.</summary>
    private static long? Payload(Value value, DataType type) => (value.Type, type) switch
    {
        (DataType.Whole, DataType.Whole) => value.Whole,
        (DataType.Date, DataType.Date) => value.Date.DayNumber,
        (DataType.DateTime, DataType.DateTime) => value.DateTime.Ticks,
        (DataType.Date, DataType.DateTime) => value.AsDateTime.Ticks,
        (DataType.DateTime, DataType.Date) => DateOnly.FromDateTime(value.DateTime).DayNumber,
        _ => null,
    };
}
