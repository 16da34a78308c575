using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>Every aggregate of a section (or of a chart's marks) for every group of every level.</summary>
/// <param name="ByAggregate">In the order of the <see cref="AggregateList"/>.</param>
public sealed record Totals(IReadOnlyList<AggregateTotals> ByAggregate)
{
    /// <exception cref="OverflowException">The total does not fit its type.</exception>
    public Value this[int aggregate, int level, int group] => ByAggregate[aggregate].Result(level, group);

    /// <summary>How many totals do not fit their type.</summary>
    public int Overflows() => ByAggregate.Sum(a => a.Overflows());
}
