using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>Functions of dates and of lengths of time.</summary>
internal static class TimeFunctions
{
    public static IReadOnlyList<Function> All { get; } =
    [
        new(new("current_date", "CURRENT_DATE", "today"), 0, 0,
            (_, _) => new(DataType.Date, Phase.Constant, f => Value.Of(DateOnly.FromDateTime(f.Now)))
            { Reads = Reads.TheClock(ClockUse.Day) }),
        new(new("current_timestamp", "CURRENT_TIMESTAMP", "now"), 0, 0,
            (_, _) => new(DataType.DateTime, Phase.Constant, f => Value.Of(f.Now)) { Reads = Reads.TheClock(ClockUse.Instant) }),
        new(new("date_trunc", "date_trunc('month', a)", "the start of the month (or year, quarter, week, day, hour, decade, …)"), 2, 2,
            Truncate),
        new(new("days", "days(b - a)", "a length of time in days, with their fraction"), 1, 1, (c, a) => In(c, a[0], TimeSpan.TicksPerDay)),
        new(new("hours", "hours(b - a)", "the same in hours"), 1, 1, (c, a) => In(c, a[0], TimeSpan.TicksPerHour)),
        new(new("minutes", "minutes(b - a)", "the same in minutes"), 1, 1, (c, a) => In(c, a[0], TimeSpan.TicksPerMinute)),
        new(new("seconds", "seconds(b - a)", "the same in seconds"), 1, 1, (c, a) => In(c, a[0], TimeSpan.TicksPerSecond)),
    ];

    private static Compiled Truncate(CallSyntax call, Compiled[] arguments)
    {
        if (call.Arguments[0] is not LiteralSyntax { Value: { Type: DataType.Text } part } || DateParts.Start(part.Text) is not { } start)
            throw new ExpressionException("unknown-part", "date_trunc needs a part of a date in quotes first.", call.Arguments[0].Position,
                $"Use {string.Join(", ", DateParts.Units.Select(u => $"'{u.ToLowerInvariant()}'"))}.");
        if (!arguments[1].Type.IsTime() && arguments[1].Type != DataType.Null)
            throw Arguments.Wrong(call, 1, "a date", arguments[1].Type);
        return Arguments.Strict(arguments[1].Type, [arguments[1]],
            v => v[0].Type == DataType.Date ? Value.Of(DateOnly.FromDateTime(start(v[0].AsDateTime))) : Value.Of(start(v[0].DateTime)));
    }

    /// <summary>A difference of dates is a number of days already.</summary>
    private static Compiled In(CallSyntax call, Compiled argument, long unit)
    {
        var isLength = argument.Type == DataType.Interval;
        if (!isLength) Arguments.AsNumber(call, 0, argument);
        return Arguments.Strict(DataType.Decimal, [argument], v => Value.Of(isLength
            ? v[0].Interval.In(unit)
            : v[0].Decimal * TimeSpan.TicksPerDay / unit)) with
        { Kind = FieldKind.Duration };
    }
}
