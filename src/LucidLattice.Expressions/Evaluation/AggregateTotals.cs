using LucidLattice.Model.Caching;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>One aggregate for every group of every level.</summary>
public abstract class AggregateTotals : ISized
{
    public abstract long Bytes { get; }

    /// <exception cref="OverflowException">The total does not fit its type.</exception>
    public abstract Value Result(int level, int group);

    /// <summary>How many totals do not fit their type.</summary>
    public abstract int Overflows();
}
