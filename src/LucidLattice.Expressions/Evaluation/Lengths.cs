using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>Lengths of time as numbers. Outside of expressions, and where a number is asked for, a length is its days with their
/// fraction.</summary>
internal static class Lengths
{
    /// <summary>The expression itself, or the days of a length of time.</summary>
    public static Compiled InDays(Compiled operand) => operand.Type != DataType.Interval ? operand
        : Compiled.Combined(DataType.Decimal, [operand], frame =>
        {
            var value = operand.Evaluate(frame);
            return value.IsNull ? value : Value.Of(value.Interval.Days);
        }) with
        { Kind = FieldKind.Duration, Source = CompiledSource.From("days", operand) };
}
