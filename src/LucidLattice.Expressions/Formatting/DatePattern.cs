using System.Globalization;
using System.Text;
using LucidLattice.Model.Locales;

namespace LucidLattice.Expressions.Formatting;

/// <summary>A Unicode LDML date pattern (UTS #35, part 4): y, Y, Q, M, w, d, E, a, H, h, m, s, S; quoted literals.
/// Names, digits, and the weeks that w counts and Y belongs to, are those of the language.</summary>
public sealed class DatePattern
{
    private readonly List<(char Letter, int Count, string Literal)> _parts = [];

    /// <exception cref="FormatException">The text is no pattern; the message is meant for people.</exception>
    public static DatePattern Parse(string pattern)
    {
        var result = new DatePattern();
        for (var at = 0; at < pattern.Length;)
        {
            var c = pattern[at];
            if (c == '\'')
            {
                var end = pattern.IndexOf('\'', at + 1);
                if (end < 0) throw new FormatException($"A quote in the pattern “{pattern}” is not closed.");
                result._parts.Add(('\0', 0, end == at + 1 ? "'" : pattern[(at + 1)..end]));
                at = end + 1;
            }
            else if (char.IsAsciiLetter(c))
            {
                var start = at;
                while (at < pattern.Length && pattern[at] == c) at++;
                if (!"yYQqMLwdEeaHhmsS".Contains(c))
                    throw new FormatException(
                        $"“{c}” in the pattern “{pattern}” stands for nothing here. Write it as d MMM yyyy, or put words in single "
                        + $"quotes.");
                result._parts.Add((c, at - start, ""));
            }
            else
            {
                result._parts.Add(('\0', 0, c.ToString()));
                at++;
            }
        }
        return result;
    }

    public string Format(DateTime time, CultureInfo culture)
    {
        var (text, names) = (new StringBuilder(), LocaleNames.Of(culture));
        foreach (var (letter, count, literal) in _parts) text.Append(letter == '\0' ? literal : Field(letter, count, time, names));
        return text.ToString();
    }

    private static string Field(char letter, int count, DateTime time, LocaleNames names)
    {
        var (month, quarter, weekday) = (time.Month - 1, (time.Month - 1) / 3, (int)time.DayOfWeek);
        return letter switch
        {
            'y' when count == 2 => Padded(time.Year % 100, 2),
            'y' => Padded(time.Year, count),
            'Y' when count == 2 => Padded(names.WeekOf(time).Year % 100, 2),
            'Y' => Padded(names.WeekOf(time).Year, count),
            'Q' or 'q' when count is <= 2 or >= 5 => Padded(quarter + 1, count >= 5 ? 1 : count),
            'Q' => (count == 3 ? names.ShortQuarters : names.Quarters)[quarter],
            'q' => (count == 3 ? names.ShortQuartersAlone : names.QuartersAlone)[quarter],
            'M' or 'L' when count <= 2 => Padded(time.Month, count),
            'M' => (count == 3 ? names.ShortMonths : count == 4 ? names.Months : names.NarrowMonths)[month],
            'L' => (count == 3 ? names.ShortMonthsAlone : count == 4 ? names.MonthsAlone : names.NarrowMonthsAlone)[month],
            'w' => Padded(names.WeekOf(time).Week, count),
            'd' => Padded(time.Day, count),
            'e' when count <= 2 => Padded(names.DayOfWeekNumber(time), count),
            'E' or 'e' => (count switch
            {
                <= 3 => names.ShortDays, 4 => names.Days, 5 => names.NarrowDays, _ => names.ShorterDays,
            })[weekday],
            'a' => names.HalfDays[time.Hour < 12 ? 0 : 1],
            'H' => Padded(time.Hour, count),
            'h' => Padded((time.Hour + 11) % 12 + 1, count),
            'm' => Padded(time.Minute, count),
            's' => Padded(time.Second, count),
            _ => names.InDigits(
                (time.Ticks % TimeSpan.TicksPerSecond).ToString("0000000", CultureInfo.InvariantCulture)[..Math.Min(count, 7)]),
        };

        string Padded(int number, int width) =>
            names.InDigits(number.ToString(CultureInfo.InvariantCulture).PadLeft(width, '0'));
    }
}
