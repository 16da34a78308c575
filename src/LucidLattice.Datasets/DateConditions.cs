using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets;

/// <summary>Conditions on dates that name a period of the calendar, written as expressions: half open, so that times of the last day
/// count.</summary>
internal static class DateConditions
{
    /// <summary>More than any report looks back.</summary>
    private const int MostBack = 10_000;

    private static readonly string[] Units = ["day", "week", "month", "quarter", "year"];

    public static IReadOnlyList<ConditionOperator> All { get; } =
    [
        ConditionOperator.InYear, ConditionOperator.InQuarter, ConditionOperator.InMonth, ConditionOperator.InWeek,
        ConditionOperator.Current, ConditionOperator.Previous, ConditionOperator.ToDate, ConditionOperator.InLast,
    ];

    /// <param name="name">The field as expressions write it.</param>
    /// <returns>Empty while a value is still to be chosen.</returns>
    /// <exception cref="ExpressionException">A value that suits no such condition.</exception>
    public static string Write(ConditionOperator op, string name, IReadOnlyList<string> values)
    {
        if (values.Count == 0 || values[0].Length == 0) return "";
        if (op == ConditionOperator.InYear)
            return int.TryParse(values[0], out var year) && year is >= 1 and < 9999
                ? $"{name} >= DATE '{year:0000}-01-01' AND {name} < DATE '{year + 1:0000}-01-01'"
                : throw Wrong(values[0], "a year", "Write it as 2025.");
        if (op.UnitOfDay() is { } unit)
            return ValueText.TryParse(values[0], DataType.Date, out var day) ? In(unit, name, $"DATE '{day.Invariant}'")
                : throw Wrong(values[0], "a date", $"Write any day of the {unit}, as 2025-06-01.");
        if (op == ConditionOperator.InLast) return InLast(name, values);
        if (!Units.Contains(values[0])) throw Wrong(values[0], "a part of the calendar", $"Use {string.Join(", ", Units)}.");
        return op switch
        {
            ConditionOperator.Current => In(values[0], name, "CURRENT_DATE"),
            ConditionOperator.Previous => In(values[0], name, $"CURRENT_DATE - {Length(1, values[0])}"),
            _ => $"{name} >= {Start(values[0], "CURRENT_DATE")} AND {name} < CURRENT_DATE + {Length(1, "day")}",
        };
    }

    /// <param name="parameter">As expressions write it: a year, or any day of the period.</param>
    public static string OfParameter(ConditionOperator op, string name, string parameter) => op.UnitOfDay() is { } unit
        ? In(unit, name, parameter) : $"EXTRACT(YEAR FROM {name}) IN {parameter}";

    private static string InLast(string name, IReadOnlyList<string> values)
    {
        if (values.Count < 2) return "";
        if (!int.TryParse(values[0], out var number) || number is < 1 or > MostBack)
            throw Wrong(values[0], "a number of days, weeks or months", $"Use 1 to {MostBack:N0}.");
        if (!Units.Contains(values[1])) throw Wrong(values[1], "a part of the calendar", $"Use {string.Join(", ", Units)}.");
        // The last 7 days are today and the six before.
        return $"{name} >= CURRENT_DATE - {Length(number, values[1])} + {Length(1, "day")} AND {name} < CURRENT_DATE + {Length(1, "day")}";
    }

    private static string In(string unit, string name, string day) =>
        $"{name} >= {Start(unit, day)} AND {name} < {Start(unit, day)} + {Length(1, unit)}";

    private static string Start(string unit, string day) => unit == "day" ? day : $"date_trunc('{unit}', {day})";

    private static string Length(int number, string unit) => unit switch
    {
        "quarter" => $"INTERVAL '{3 * number}' MONTH",
        "week" => $"INTERVAL '{7 * number}' DAY",
        _ => $"INTERVAL '{number}' {unit.ToUpperInvariant()}",
    };

    private static ExpressionException Wrong(string text, string wanted, string fix) =>
        new("type-mismatch", $"“{text}” is not {wanted}.", 0, fix);
}
