using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

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
}

/// <summary>A place along the axis of a chart.</summary>
/// <param name="Color">#RRGGBB of its code; null for that of the series.</param>
public sealed record CategoryEntry(Value Key, string Label, string? Color);

/// <summary>A series of a chart: one value of it, for one part of the rows or for all.</summary>
/// <param name="Name">As the legend says it.</param>
/// <param name="ValueIndex">Which of the chart's values it draws.</param>
public sealed record SeriesEntry(string Name, string Color, int ValueIndex);

/// <summary>The numbers of one drawing of a chart, in the order of categories and, in each, of series.</summary>
public sealed record ChartNumbers(
    IReadOnlyList<CategoryEntry> Categories, IReadOnlyList<SeriesEntry> Series, IReadOnlyList<Mark> Marks)
{
    public static readonly ChartNumbers None = new([], [], []);
}
