using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

/// <summary>One category of a chart and its number.</summary>
/// <param name="Category">The key; NULL for rows without one.</param>
/// <param name="Label">As printed along the axis.</param>
/// <param name="Value">NULL if the rows give none.</param>
/// <param name="Rows">How many rows it covers.</param>
/// <param name="Color">#RRGGBB of its code; null for the chart's own.</param>
public sealed record Mark(Value Category, string Label, Value Value, int Rows, string? Color = null)
{
    /// <summary>What rows without a category are called.</summary>
    public const string EmptyLabel = "(empty)";
}
