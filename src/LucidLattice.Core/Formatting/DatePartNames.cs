using System.Globalization;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Formatting;

/// <summary>Names of parts of dates that have a number: the third month is March, the first day of an ISO week is Monday.</summary>
public static class DatePartNames
{
    /// <summary>A day of each part with the number, in a year that begins with a Monday.</summary>
    private static readonly Dictionary<string, (int First, int Last, Func<int, DateTime> Day)> Parts = new()
    {
        ["MONTH"] = (1, 12, n => new DateTime(2024, n, 1)),
        ["QUARTER"] = (1, 4, n => new DateTime(2024, 3 * n - 2, 1)),
        ["ISODOW"] = (1, 7, n => new DateTime(2024, 1, n)),
        // Sunday is 0, as PostgreSQL counts.
        ["DOW"] = (0, 6, n => new DateTime(2024, 1, n == 0 ? 7 : n)),
    };

    /// <param name="part">As EXTRACT names it.</param>
    public static bool Has(string part) => Parts.ContainsKey(part.ToUpperInvariant());

    /// <summary>True if a pattern asks for names: one of numbers has places for digits.</summary>
    public static bool IsPattern(string pattern) => !pattern.Contains('0') && !pattern.Contains('#') && pattern.Any(char.IsAsciiLetter);

    /// <param name="pattern">A date pattern, as <c>LLLL</c> for January, <c>QQQ</c> for Q1, <c>cccc</c> or <c>EEEE</c> for Monday.</param>
    /// <exception cref="FormatException">The text is no pattern; the message is meant for people.</exception>
    public static Func<Value, string> Format(string part, string pattern, CultureInfo culture)
    {
        var (parsed, (first, last, day)) = (DatePattern.Parse(pattern), Parts[part.ToUpperInvariant()]);
        return value => value.Type == DataType.Whole && value.Whole >= first && value.Whole <= last
            ? parsed.Format(day((int)value.Whole), culture)
            : value.Invariant;
    }
}
