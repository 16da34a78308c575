using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>One aggregate that is worked out for every group.</summary>
/// <param name="Argument">A row-phase expression; null for count(*).</param>
/// <param name="Filter">Rows for which it is not true are left out.</param>
/// <param name="Type">The type of the result.</param>
public sealed record AggregateSpec(Aggregate Kind, Compiled? Argument, Compiled? Filter, DataType Type)
{
    /// <summary>True counts each value once.</summary>
    public bool Distinct { get; init; }

    /// <summary>Of a percentile: 0 to 1.</summary>
    public decimal Fraction { get; init; }

    /// <summary>True if it is taken of lengths of time, which show the digits that they have.</summary>
    internal bool IsLength => Argument is { Kind: FieldKind.Duration, Scale: null, Type: DataType.Decimal };

    /// <summary>What its argument and its condition read.</summary>
    public Reads Reads => (Argument?.Reads ?? Reads.Nothing).With(Filter?.Reads ?? Reads.Nothing);

    /// <summary>True for the rows that it covers.</summary>
    public bool Covers(Frame frame, int row)
    {
        if (Filter is null) return true;
        frame.Row = row;
        return frame.Try(Filter) is { IsNull: false, Bool: true };
    }
}
