using LucidLattice.Expressions.Calls;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.GroupLevels;

/// <summary>Keys that follow one another at known distances: periods of dates, parts of dates, ranges and whole numbers.</summary>
/// <param name="Time">The distance of dates; null for numbers.</param>
/// <param name="Number">The distance of numbers.</param>
/// <param name="Least">Where the series always begins, as with the months of any year; null where its values say.</param>
/// <param name="Most">Where it always ends.</param>
public sealed record KeySeries(TimeStep? Time, decimal Number, long? Least = null, long? Most = null)
{
    /// <summary>The series that a key belongs to: by the period that it cuts dates to, by the part of a date that it takes, by the steps
    /// of <c>floor(x / 10) * 10</c>; dates go by days, and whole numbers by one. Null where nothing says what comes next.</summary>
    public static KeySeries? Of(string by, DataType type) => Parser.Parse(by) switch
    {
        CallSyntax { Name: "DATE_TRUNC", Arguments: [LiteralSyntax { Value: { Type: DataType.Text, Text: var unit } }, _] } =>
            DateParts.Step(unit) is { } step ? new KeySeries(step, 0) : null,
        ExtractSyntax { Part: var part } => OfPart(part.ToUpperInvariant()),
        BinarySyntax { Operator: "*", Left: CallSyntax { Name: "FLOOR" }, Right: LiteralSyntax { Value: var width } }
            when width.Type.IsNumber() && width.AsDouble > 0 => new KeySeries(null, width.Type == DataType.Double
                ? (decimal)width.Double : width.Decimal),
        _ when type == DataType.Date => new KeySeries(new TimeStep(TimeUnit.Day, 1), 0),
        _ when type == DataType.Whole => new KeySeries(null, 1),
        _ => null,
    };

    /// <exception cref="OverflowException">A number beyond 28 digits, which no series is counted through.</exception>
    private static decimal Exact(Value number) => number.Type == DataType.Double ? (decimal)number.Double : number.Decimal;

    private static KeySeries? OfPart(string part) => part switch
    {
        "MONTH" => new KeySeries(null, 1, 1, 12),
        "QUARTER" => new KeySeries(null, 1, 1, 4),
        "ISODOW" => new KeySeries(null, 1, 1, 7),
        "DOW" => new KeySeries(null, 1, 0, 6),
        "HOUR" => new KeySeries(null, 1, 0, 23),
        "YEAR" or "ISOYEAR" or "DECADE" or "CENTURY" or "WEEK" or "DAY" or "DOY" or "MINUTE" => new KeySeries(null, 1),
        _ => null,
    };

    /// <summary>All keys from one to another, both included, in rising order.</summary>
    /// <exception cref="OverflowException">Numbers so large, or steps so small, that they cannot be counted through.</exception>
    /// <param name="type">Of the keys.</param>
    public IEnumerable<Value> Between(Value from, Value to, DataType type)
    {
        if (Time is { } step)
        {
            var end = to.AsDateTime;
            for (var at = step.Floor(from.AsDateTime); at <= end; at = step.Next(at))
            {
                yield return type == DataType.Date ? Value.Of(DateOnly.FromDateTime(at)) : Value.Of(at);
                if (at == DateTime.MaxValue) yield break;
            }
            yield break;
        }
        var (first, last) = (Least is { } least ? Math.Min(least, Exact(from)) : Exact(from),
            Most is { } most ? Math.Max(most, Exact(to)) : Exact(to));
        for (var at = Math.Floor(first / Number) * Number; at <= last; at += Number)
            yield return type switch
            {
                DataType.Whole => Value.Of((long)at),
                DataType.Double => Value.Of((double)at),
                _ => Value.Of(at),
            };
    }
}
