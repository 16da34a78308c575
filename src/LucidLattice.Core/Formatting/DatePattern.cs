using System.Globalization;
using System.Text;

namespace LucidLattice.Core.Formatting;

/// <summary>A Unicode LDML date pattern (UTS #35, part 4): y, Q, M, w, d, E, a, H, h, m, s, S; quoted literals.</summary>
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
        var text = new StringBuilder();
        foreach (var (letter, count, literal) in _parts) text.Append(letter == '\0' ? literal : Field(letter, count, time, culture));
        return text.ToString();
    }

    private static string Field(char letter, int count, DateTime time, CultureInfo culture)
    {
        var names = culture.DateTimeFormat;
        return letter switch
        {
            'y' when count == 2 => Padded(time.Year % 100, 2),
            'y' => Padded(time.Year, count),
            'Y' => Padded(ISOWeek.GetYear(time), count),
            'Q' or 'q' => count <= 2 ? Padded((time.Month + 2) / 3, count) : "Q" + (time.Month + 2) / 3,
            'M' or 'L' when count <= 2 => Padded(time.Month, count),
            'M' when count == 3 => names.AbbreviatedMonthGenitiveNames[time.Month - 1],
            'M' when count == 4 => names.MonthGenitiveNames[time.Month - 1],
            'L' when count == 3 => names.AbbreviatedMonthNames[time.Month - 1],
            'L' when count == 4 => names.MonthNames[time.Month - 1],
            'M' or 'L' => names.MonthNames[time.Month - 1][..1],
            'w' => Padded(ISOWeek.GetWeekOfYear(time), count),
            'd' => Padded(time.Day, count),
            'E' or 'e' =>
            count <= 3
                ? names.AbbreviatedDayNames[(int)time.DayOfWeek]
                : count == 4
                ? names.DayNames[(int)time.DayOfWeek]
                : names.DayNames[(int)time.DayOfWeek][..1],
            'a' => time.Hour < 12 ? names.AMDesignator : names.PMDesignator,
            'H' => Padded(time.Hour, count),
            'h' => Padded((time.Hour + 11) % 12 + 1, count),
            'm' => Padded(time.Minute, count),
            's' => Padded(time.Second, count),
            _ => (time.Ticks % TimeSpan.TicksPerSecond).ToString("0000000", CultureInfo.InvariantCulture)[..Math.Min(count, 7)],
        };
    }

    private static string Padded(int number, int width) => number.ToString(CultureInfo.InvariantCulture).PadLeft(width, '0');
}
