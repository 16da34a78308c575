using System.Globalization;
using LucidLattice.Expressions.Calls;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Formatting;

/// <summary>Names of parts of dates that have a number: the third month is March, the first day of an ISO week is Monday.</summary>
public static class DatePartNames
{
    /// <summary>True if a pattern asks for names: one of numbers has places for digits.</summary>
    public static bool IsPattern(string pattern) => !pattern.Contains('0') && !pattern.Contains('#') && pattern.Any(char.IsAsciiLetter);

    /// <param name="pattern">A date pattern, as <c>LLLL</c> for January, <c>QQQ</c> for Q1, <c>cccc</c> or <c>EEEE</c> for Monday.</param>
    /// <exception cref="FormatException">The text is no pattern; the message is meant for people.</exception>
    public static Func<Value, string> Format(string part, string pattern, CultureInfo culture)
    {
        var (parsed, (first, last, day)) = (DatePattern.Parse(pattern), DateParts.Named[part.ToUpperInvariant()]);
        return value => value.Type == DataType.Whole && value.Whole >= first && value.Whole <= last
            ? parsed.Format(day((int)value.Whole), culture)
            : value.Invariant;
    }
}
