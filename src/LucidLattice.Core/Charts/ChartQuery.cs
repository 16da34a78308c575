using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Expressions.Aggregates;

namespace LucidLattice.Core.Charts;

/// <summary>What a chart asks of the rows: by what they are divided into marks, and what each mark's number is.</summary>
/// <param name="Category">A row-phase expression.</param>
/// <param name="Value">A group-phase expression over the rows of a mark.</param>
/// <param name="MarkTotals">The totals that the value is made of.</param>
public sealed record ChartQuery(Compiled Category, Compiled Value, AggregateList MarkTotals, ChartOrder Order);
