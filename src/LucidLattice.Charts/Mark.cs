using LucidLattice.Charts.Scales;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts;

/// <summary>One number of a chart: a category's, in a series.</summary>
/// <param name="CategoryIndex">Its place along the axis, from 0.</param>
/// <param name="SeriesIndex">Of its series among those drawn, from 0.</param>
/// <param name="Category">The key; NULL for rows without one.</param>
/// <param name="Label">As printed along the axis.</param>
/// <param name="Split">The key of the series; NULL for rows without one, and where the chart has no split.</param>
/// <param name="Value">NULL if the rows give none.</param>
/// <param name="Rows">How many rows it covers.</param>
public sealed record Mark(int CategoryIndex, int SeriesIndex, Value Category, string Label, Value Split, Value Value, int Rows)
{
    /// <summary>What rows without a category, or without a series, are called.</summary>
    public const string EmptyLabel = "(empty)";

    /// <summary>Its single numbers, sorted, where the type draws them.</summary>
    public ReadOnlyMemory<double> Singles { get; init; }

    /// <summary>What its rows have in common, as <see cref="ChartQuery.Common"/> asks for it.</summary>
    public ReadOnlyMemory<Value> Common { get; init; }

    /// <summary>#RRGGBB where an expression gives it; null for the usual one.</summary>
    public string? Color { get; init; }

    /// <summary>True if its category is that of its key, which may be NULL; false for others put together, and for sums.</summary>
    public bool HasKey { get; init; }

    /// <summary>The keys of its category where it stands for several; null for one.</summary>
    public IReadOnlyList<Value>? Keys { get; init; }

    /// <summary>True for a sum of others, which has no share of its own in the whole.</summary>
    public bool IsSum { get; init; }

    /// <summary>NaN where there is none.</summary>
    public double Number => Value.IsNull ? double.NaN : Value.AsDouble;
}

/// <summary>A place along the axis of a chart.</summary>
/// <param name="Color">#RRGGBB of its code; null for that of the series.</param>
public sealed record CategoryEntry(Value Key, string Label, string? Color)
{
    /// <summary>What the category that it lies in is called, where they nest.</summary>
    public string? Outer { get; init; }

    /// <summary>The key of the category that it lies in; NULL where they do not nest, and for rows without one.</summary>
    public Value OuterKey { get; init; }

    /// <summary>True if it stands for all categories that are not drawn by themselves.</summary>
    public bool IsOthers { get; init; }

    /// <summary>True if it is that of its key, which may be NULL.</summary>
    public bool HasKey { get; init; }

    /// <summary>The keys that it stands for, where they are several, up to <see cref="ChartTable.MostKeys"/>; null for one.</summary>
    public IReadOnlyList<Value>? Keys { get; init; }
}

/// <summary>A series of a chart: one value of it, for one part of the rows or for all.</summary>
/// <param name="Name">As the legend says it.</param>
/// <param name="ValueIndex">Which of the chart's values it draws.</param>
public sealed record SeriesEntry(string Name, string Color, int ValueIndex)
{
    /// <summary>What its part of the rows is called; empty where the chart has no split.</summary>
    public string Part { get; init; } = "";

    /// <summary>The key of its part, as definitions write it; empty where there is none.</summary>
    public string Key { get; init; } = "";

    /// <summary>How it is drawn, where its author says it.</summary>
    public SeriesLook Look { get; init; } = new();
}

/// <summary>The numbers of one drawing of a chart, in the order of categories and, in each, of series.</summary>
public sealed record ChartNumbers(
    IReadOnlyList<CategoryEntry> Categories, IReadOnlyList<SeriesEntry> Series, IReadOnlyList<Mark> Marks)
{
    public static readonly ChartNumbers None = new([], [], []);

    /// <summary>The ranges of numbers that categories stand for; null where they are names or dates.</summary>
    public NumberRanges? Ranges { get; init; }

    /// <summary>How many values each category has.</summary>
    public int ValueCount => Series.Count == 0 ? 0 : Series.Max(s => s.ValueIndex) + 1;

    /// <summary>The same with the categories in another order.</summary>
    /// <param name="order">The places that they have now.</param>
    public ChartNumbers Reordered(IReadOnlyList<int> order)
    {
        var place = new int[order.Count];
        for (var i = 0; i < order.Count; i++) place[order[i]] = i;
        return this with
        {
            Categories = [.. order.Select(i => Categories[i])],
            Marks = [.. Marks.Select(m => m with { CategoryIndex = place[m.CategoryIndex] }).OrderBy(m => m.CategoryIndex)],
        };
    }

    /// <summary>The marks of each category and part of the rows, one for each value, in that order; null where there is none.</summary>
    public IEnumerable<Cell> Cells()
    {
        Cell? cell = null;
        var (count, category, first) = (ValueCount, -1, -1);
        for (var i = 0; i < Marks.Count; i++)
        {
            var mark = Marks[i];
            var value = Series[mark.SeriesIndex].ValueIndex;
            if (cell is null || mark.CategoryIndex != category || mark.SeriesIndex - value != first)
            {
                if (cell is not null) yield return cell;
                (cell, category, first) = (new Cell(new Mark?[count], new int[count]), mark.CategoryIndex, mark.SeriesIndex - value);
            }
            (cell.Marks[value], cell.Indexes[value]) = (mark, i);
        }
        if (cell is not null) yield return cell;
    }
}

/// <summary>The values of one category in one part of the rows.</summary>
/// <param name="Indexes">The place of each among all marks.</param>
public sealed record Cell(Mark?[] Marks, int[] Indexes)
{
    public Mark? this[int value] => value < Marks.Length ? Marks[value] : null;
}
