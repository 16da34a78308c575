using LucidLattice.Core.Data;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

/// <summary>One category of a chart and its number.</summary>
/// <param name="Category">The key; NULL for rows without one.</param>
/// <param name="Label">As printed along the axis.</param>
/// <param name="Value">NULL if the rows give none.</param>
/// <param name="Rows">How many rows it covers.</param>
/// <param name="Color">#RRGGBB of its code; null for the chart's own.</param>
public sealed record Mark(Value Category, string Label, Value Value, int Rows, string? Color = null);

/// <summary>All marks of a chart.</summary>
public sealed record MarkList(IReadOnlyList<Mark> Marks) : Caching.ISized
{
    public long Bytes => 64 + Marks.Sum(m => 160L + 2 * m.Label.Length);
}

/// <summary>The numbers that a chart draws.</summary>
public static class ChartNumbers
{
    /// <summary>What rows without a category are called.</summary>
    public const string EmptyLabel = "(empty)";

    /// <summary>One mark for each category among <paramref name="rows"/>.</summary>
    /// <param name="categories">The categories of all rows.</param>
    /// <param name="key">Their ranks.</param>
    /// <param name="keyOf">The key of an expression over all rows, for counts of distinct values.</param>
    /// <param name="frame">Stands in the group that the chart is drawn for.</param>
    public static IReadOnlyList<Mark> Of(ChartQuery query, ValueFormat categoryFormat, DataColumn categories, RowKey key, ReadOnlySpan<int> rows, Func<Compiled, RowKey> keyOf, Frame frame)
    {
        var sorted = key.Sort(rows);
        var (levels, ranges) = Ranges(sorted, key);
        var row = frame.Row;
        frame.MarkTotals = new Totals([.. query.MarkTotals.Specs.Select(spec => AggregateTotals.Of(spec, levels, sorted, frame, keyOf, default))]);
        var marks = new Mark[ranges.Count];
        for (var i = 0; i < marks.Length; i++)
        {
            frame.Mark = i;
            var category = categories[sorted[ranges.Start[i]]];
            var label = category.IsNull ? EmptyLabel : categoryFormat.Format(category);
            marks[i] = new Mark(category, label, frame.Try(query.Value), ranges.End(i) - ranges.Start[i], query.Category.Codes?.Color(category));
        }
        frame.Row = row;
        frame.MarkTotals = null;
        return query.Order switch
        {
            Definitions.ChartOrder.LargestFirst => [.. marks.OrderByDescending(m => m.Value.IsNull ? double.NegativeInfinity : m.Value.AsDouble)],
            Definitions.ChartOrder.SmallestFirst => [.. marks.OrderBy(m => m.Value.IsNull ? double.PositiveInfinity : m.Value.AsDouble)],
            _ => marks,
        };
    }

    /// <summary>The rows of each mark: one level of groups, without one around them.</summary>
    private static (IReadOnlyList<GroupLevel> Levels, GroupLevel Ranges) Ranges(int[] sorted, RowKey key)
    {
        const int Chunk = 1024;
        Span<int> ranks = stackalloc int[Chunk];
        var start = new List<int>();
        var previous = -1;
        for (var at = 0; at < sorted.Length; at += Chunk)
        {
            var part = sorted.AsSpan(at, Math.Min(Chunk, sorted.Length - at));
            key.Ranks(part, ranks);
            for (var i = 0; i < part.Length; i++)
            {
                if (ranks[i] == previous) continue;
                previous = ranks[i];
                start.Add(at + i);
            }
        }
        start.Add(sorted.Length);
        var ranges = new GroupLevel([.. start], new int[start.Count - 1]);
        return ([ranges], ranges);
    }
}
