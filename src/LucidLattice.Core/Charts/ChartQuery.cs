using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Expressions.Aggregates;

namespace LucidLattice.Core.Charts;

/// <summary>What a chart asks of the rows: by what they are divided into marks, and what each mark's numbers are.</summary>
/// <param name="Category">A row-phase expression.</param>
/// <param name="Split">A row-phase expression that divides each category into series; null for no series.</param>
/// <param name="Values">Group-phase expressions over the rows of a mark, at least one.</param>
/// <param name="MarkTotals">The totals that the values are made of.</param>
public sealed record ChartQuery(
    Compiled Category, Compiled? Split, IReadOnlyList<Compiled> Values, AggregateList MarkTotals, ChartOrder Order);
