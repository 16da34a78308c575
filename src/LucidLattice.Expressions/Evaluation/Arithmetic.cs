using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>
/// Sums and products. Whole and decimal numbers are exact: whole/whole is a decimal (7/2 is 3.5);
/// a decimal with a double gives a double, with a warning; dividing by zero gives NULL and is counted.
/// </summary>
internal static class Arithmetic
{
    public static Compiled Negate(Compiled operand, int position)
    {
        if (!operand.Type.IsNumber() && operand.Type is not (DataType.Interval or DataType.Null))
            throw Mismatch("-", operand.Type, null, position);
        return Compiled.Combined(operand.Type, [operand], frame =>
        {
            var value = operand.Evaluate(frame);
            return value.Type switch
            {
                DataType.Whole => Value.Of(checked(-value.Whole)),
                DataType.Decimal => Value.Of(-value.Decimal),
                DataType.Double => Value.Of(-value.Double),
                DataType.Interval => Value.Of(new Interval(-value.Interval.Months, -value.Interval.Time)),
                _ => value,
            };
        }) with
        { Scale = operand.Scale, Kind = operand.Kind, Currency = operand.Currency, HasTimeOfDay = operand.HasTimeOfDay };
    }

    public static Compiled Binary(string op, Compiled left, Compiled right, int position, Action<string, string, int> warn)
    {
        if (left.Type.IsTime() || right.Type.IsTime() || left.Type == DataType.Interval || right.Type == DataType.Interval)
            return DateArithmetic.Binary(op, left, right, position) ?? throw Mismatch(op, left.Type, right.Type, position);
        if ((!left.Type.IsNumber() && left.Type != DataType.Null) || (!right.Type.IsNumber() && right.Type != DataType.Null))
            throw Mismatch(op, left.Type, right.Type, position);
        var type = left.Type == DataType.Double || right.Type == DataType.Double ? DataType.Double
            : left.Type == DataType.Decimal || right.Type == DataType.Decimal || op == "/" ? DataType.Decimal
            : DataType.Whole;
        if (type == DataType.Double && (left.Type == DataType.Decimal || right.Type == DataType.Decimal))
            warn("inexact", "An exact decimal number is combined with a number that is not exact; the result is not exact either.",
                position);
        var scale = type != DataType.Decimal ? null : op switch
        {
            "*" => Scales.OfProduct(left, right),
            "/" => Scales.OfQuotient(left),
            _ => Scales.OfAny([left, right]),
        };
        Func<Frame, Value, Value, Value> apply = (type, op) switch
        {
            (DataType.Whole, "+") => (_, a, b) => Value.Of(checked(a.Whole + b.Whole)),
            (DataType.Whole, "-") => (_, a, b) => Value.Of(checked(a.Whole - b.Whole)),
            (DataType.Whole, "*") => (_, a, b) => Value.Of(checked(a.Whole * b.Whole)),
            (DataType.Whole, "%") => (f, a, b) => b.Whole == 0 ? Zero(f) : b.Whole == -1 ? Value.Of(0L) : Value.Of(a.Whole % b.Whole),
            (DataType.Decimal, "+") => (_, a, b) => Value.Of(a.Decimal + b.Decimal),
            (DataType.Decimal, "-") => (_, a, b) => Value.Of(a.Decimal - b.Decimal),
            (DataType.Decimal, "*") => (_, a, b) => Value.Of(a.Decimal * b.Decimal),
            (DataType.Decimal, "/") => (f, a, b) => b.Decimal == 0 ? Zero(f) : Value.Of(a.Decimal / b.Decimal),
            (DataType.Decimal, "%") => (f, a, b) => b.Decimal == 0 ? Zero(f) : Value.Of(a.Decimal % b.Decimal),
            (_, "+") => (_, a, b) => Value.Of(a.AsDouble + b.AsDouble),
            (_, "-") => (_, a, b) => Value.Of(a.AsDouble - b.AsDouble),
            (_, "*") => (_, a, b) => Value.Of(a.AsDouble * b.AsDouble),
            (_, "/") => (f, a, b) => b.AsDouble == 0 ? Zero(f) : Value.Of(a.AsDouble / b.AsDouble),
            _ => (f, a, b) => b.AsDouble == 0 ? Zero(f) : Value.Of(a.AsDouble % b.AsDouble),
        };
        var result = Lifted(type, left, right, apply) with { Scale = scale };
        return op is "+" or "-" ? result.MeaningOf(left, right) : op is "*" or "/" ? result.MeaningOfMultiple(op, left, right) : result;
    }

    internal static Compiled Lifted(DataType type, Compiled left, Compiled right, Func<Frame, Value, Value, Value> apply)
        => Compiled.Combined(type, [left, right], frame =>
        {
            var a = left.Evaluate(frame);
            if (a.IsNull) return a;
            var b = right.Evaluate(frame);
            return b.IsNull ? b : apply(frame, a, b);
        });

    internal static Value Zero(Frame frame)
    {
        frame.DivisionsByZero++;
        return Value.Null;
    }

    private static ExpressionException Mismatch(string op, DataType left, DataType? right, int position)
        => new("type-mismatch",
            right is null ? $"{op} does not go with {left.Words()}." : $"{left.Words()} {op} {right.Value.Words()} makes no sense.",
            position,
            op == "+" && (left == DataType.Text || right == DataType.Text) ? "Join texts with ||." : null);
}
