using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Formatting;

/// <summary>What a format can write: every sign and name that may come up.</summary>
public static class FormatSamples
{
    /// <summary>Numbers with both signs and all digits; a day of each month, and of each day of the week, before and after noon.</summary>
    public static IEnumerable<string> Of(DataType type, ValueFormat format) => Values(type).Select(v => format.Format(v));

    private static IEnumerable<Value> Values(DataType type) => type switch
    {
        DataType.Whole => [Value.Of(-9876543210L)],
        DataType.Decimal => [Value.Of(-9876543210.25m), Value.Of(1234567890m)],
        DataType.Double => [Value.Of(-9876543210.25), Value.Of(1e30)],
        DataType.Bool => [Value.Of(true), Value.Of(false)],
        DataType.Date => Times().Select(t => Value.Of(DateOnly.FromDateTime(t))),
        DataType.DateTime => Times().Select(Value.Of),
        _ => [],
    };

    private static IEnumerable<DateTime> Times() =>
        Enumerable.Range(1, 12).Select(month => new DateTime(2025, month, month, 3 * month % 24, 0, 0));
}
