using LucidLattice.Core.Data;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Charts;

/// <summary>One category of a chart and its number.</summary>
/// <param name="Category">The key; NULL for rows without one.</param>
/// <param name="Label">As printed along the axis.</param>
/// <param name="Value">NULL if the rows give none.</param>
/// <param name="Rows">How many rows it covers.</param>
public sealed record Mark(Value Category, string Label, Value Value, int Rows);

/// <summary>The numbers that a chart draws.</summary>
public static class ChartNumbers
{
    /// <summary>What rows without a category are called.</summary>
    public const string EmptyLabel = "(empty)";

    /// <summary>One mark for each category among <paramref name="rows"/>.</summary>
    /// <param name="categories">The categories of all rows.</param>
    /// <param name="key">Their ranks.</param>
    /// <param name="frame">Stands in the group that the chart is drawn for.</param>
    public static IReadOnlyList<Mark> Of(ChartPlan plan, DataColumn categories, RowKey key, ReadOnlySpan<int> rows, Frame frame)
    {
        var sorted = Sorted(rows, key);
        var start = new List<int>();
        for (var i = 0; i < sorted.Length; i++)
            if (i == 0 || key.Ranks[sorted[i]] != key.Ranks[sorted[i - 1]]) start.Add(i);
        start.Add(sorted.Length);

        var row = frame.Row;
        frame.MarkTotals = Totals.OfMarks(plan.MarkTotals, sorted, [.. start], frame);
        var marks = new Mark[start.Count - 1];
        for (var i = 0; i < marks.Length; i++)
        {
            frame.Mark = i;
            var category = categories[sorted[start[i]]];
            var label = category.IsNull ? EmptyLabel : plan.CategoryFormat.Format(category);
            marks[i] = new Mark(category, label, frame.Try(plan.Value), start[i + 1] - start[i]);
        }
        frame.Row = row;
        frame.MarkTotals = null;
        return plan.Definition.Order switch
        {
            Definitions.ChartOrder.LargestFirst => [.. marks.OrderByDescending(m => m.Value.IsNull ? double.NegativeInfinity : m.Value.AsDouble)],
            Definitions.ChartOrder.SmallestFirst => [.. marks.OrderBy(m => m.Value.IsNull ? double.PositiveInfinity : m.Value.AsDouble)],
            _ => marks,
        };
    }

    /// <summary>Rows ordered by category: by counting where the rows are many, by comparing where the categories are.</summary>
    private static int[] Sorted(ReadOnlySpan<int> rows, RowKey key)
    {
        var copy = rows.ToArray();
        if (key.Count <= 4L * rows.Length) return key.Sort(copy);
        var ranks = new int[copy.Length];
        for (var i = 0; i < copy.Length; i++) ranks[i] = key.Ranks[copy[i]];
        Array.Sort(ranks, copy);
        return copy;
    }
}
