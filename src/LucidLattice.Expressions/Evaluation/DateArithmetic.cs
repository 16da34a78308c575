using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>
/// Dates and lengths of time, as ISO SQL joins them. Two days are a whole number of days apart; two times are a length of time apart, which
/// is its days with their fraction wherever a number is wanted. A day moved by hours, minutes or seconds is a day and a time.
/// </summary>
internal static class DateArithmetic
{
    /// <summary>Null where it makes no sense.</summary>
    public static Compiled? Binary(string op, Compiled left, Compiled right, int position) => (left.Type, op, right.Type) switch
    {
        var (a, _, b) when a.IsTime() && b == DataType.Interval && op is "+" or "-" => Shift(left, right, op == "-" ? -1 : 1),
        (DataType.Interval, "+", var b) when b.IsTime() => Shift(right, left, 1),
        (DataType.Date, "-", DataType.Date) => Arithmetic.Lifted(DataType.Whole, left, right, (_, a, b) => Value.Of(a.Bits - b.Bits)),
        var (a, _, b) when a.IsTime() && b.IsTime() && op == "-" => Arithmetic.Lifted(DataType.Interval, left, right,
            (_, a, b) => Value.Of(new Interval(0, a.AsDateTime - b.AsDateTime))) with { HasTimeOfDay = true },
        (DataType.Interval, "+" or "-", DataType.Interval) => Arithmetic.Lifted(DataType.Interval, left, right,
            (_, a, b) => Value.Of(a.Interval.Plus(b.Interval, op == "-" ? -1 : 1)))
            with { HasTimeOfDay = left.HasTimeOfDay || right.HasTimeOfDay },
        (DataType.Interval, "*", var b) when b.IsNumber() => Times(left, right),
        (var a, "*", DataType.Interval) when a.IsNumber() => Times(right, left),
        (DataType.Interval, "/", var b) when b.IsNumber() => Arithmetic.Lifted(DataType.Interval, left, right, (frame, a, b) =>
            b.AsDouble == 0 ? Arithmetic.Zero(frame) : Value.Of(a.Interval.Times(1 / b.Decimal))) with { HasTimeOfDay = true },
        var (a, _, b) when !a.IsTime() && !b.IsTime() && a != DataType.Text && b != DataType.Text =>
            Arithmetic.Binary(op, Lengths.InDays(left), Lengths.InDays(right), position, (_, _, _) => { }),
        _ => null,
    };

    private static Compiled Times(Compiled length, Compiled number)
        => Arithmetic.Lifted(DataType.Interval, length, number, (_, a, b) => Value.Of(a.Interval.Times(b.Decimal)))
            with { HasTimeOfDay = length.HasTimeOfDay || number.Type != DataType.Whole };

    private static Compiled Shift(Compiled time, Compiled length, int sign)
    {
        var type = length.HasTimeOfDay ? DataType.DateTime : time.Type;
        return Arithmetic.Lifted(type, time, length, (_, a, b) =>
        {
            try
            {
                // AddMonths stops at the month's last day, as SQL's interval arithmetic is commonly read.
                var moved = a.AsDateTime.AddMonths(sign * b.Interval.Months) + sign * b.Interval.Time;
                return type == DataType.Date ? Value.Of(DateOnly.FromDateTime(moved)) : Value.Of(moved);
            }
            catch (ArgumentOutOfRangeException)
            {
                throw new OverflowException();
            }
        });
    }
}
