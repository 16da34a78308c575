using System.Collections.Concurrent;
using System.Globalization;

namespace LucidLattice.Model.Locales;

/// <summary>
/// The names and signs of a language as CLDR has them, in the words of its data as ICU gives it: months and days of the Gregorian
/// calendar, in which all dates here are, and the digits and separators of the language's own number system.
/// </summary>
public sealed record LocaleNames
{
    private static readonly ConcurrentDictionary<string, LocaleNames> Known = [];

    /// <summary>In dates, from January: full, short, of one letter.</summary>
    public required IReadOnlyList<string> Months { get; init; }
    public required IReadOnlyList<string> ShortMonths { get; init; }
    public required IReadOnlyList<string> NarrowMonths { get; init; }

    /// <summary>The same, standing alone.</summary>
    public required IReadOnlyList<string> MonthsAlone { get; init; }
    public required IReadOnlyList<string> ShortMonthsAlone { get; init; }
    public required IReadOnlyList<string> NarrowMonthsAlone { get; init; }

    /// <summary>From Sunday.</summary>
    public required IReadOnlyList<string> Days { get; init; }
    public required IReadOnlyList<string> ShortDays { get; init; }
    public required IReadOnlyList<string> ShorterDays { get; init; }
    public required IReadOnlyList<string> NarrowDays { get; init; }
    public required IReadOnlyList<string> Quarters { get; init; }
    public required IReadOnlyList<string> ShortQuarters { get; init; }
    public required IReadOnlyList<string> QuartersAlone { get; init; }
    public required IReadOnlyList<string> ShortQuartersAlone { get; init; }

    /// <summary>Before and after noon.</summary>
    public required IReadOnlyList<string> HalfDays { get; init; }

    /// <summary>From 0.</summary>
    public required IReadOnlyList<string> Digits { get; init; }
    public required string DecimalSign { get; init; }
    public required string GroupSign { get; init; }
    public required string Minus { get; init; }
    public required string Percent { get; init; }
    public required string PerMille { get; init; }

    /// <summary>The day on which weeks begin, and how many of its days the first week of a year has at least.</summary>
    public required DayOfWeek FirstDay { get; init; }
    public required int DaysInFirstWeek { get; init; }

    public static LocaleNames Of(CultureInfo culture) => Known.GetOrAdd(culture.Name, IcuNames.Load);

    /// <summary>A text with the language's own digits.</summary>
    public string InDigits(string text)
    {
        if (Digits[0] == "0" || !text.AsSpan().ContainsAnyInRange('0', '9')) return text;
        return string.Concat(text.Select(c => char.IsAsciiDigit(c) ? Digits[c - '0'] : c.ToString()));
    }

    /// <summary>The week of a day, and the year that week belongs to.</summary>
    public (int Year, int Week) WeekOf(DateTime day)
    {
        var start = StartOfYear(day.Year);
        if (day.Date < start) return (day.Year - 1, Since(StartOfYear(day.Year - 1)));
        return day.Year < 9999 && day.Date >= StartOfYear(day.Year + 1) ? (day.Year + 1, 1) : (day.Year, Since(start));

        int Since(DateTime first) => (int)(day.Date - first).TotalDays / 7 + 1;
    }

    /// <summary>From 1 for the day on which weeks begin.</summary>
    public int DayOfWeekNumber(DateTime day) => ((int)day.DayOfWeek - (int)FirstDay + 7) % 7 + 1;

    /// <summary>The first day of the first week of a year.</summary>
    private DateTime StartOfYear(int year)
    {
        var first = new DateTime(Math.Max(1, year), 1, 1);
        var before = DayOfWeekNumber(first) - 1;
        var start = first.Ticks < TimeSpan.TicksPerDay * before ? first : first.AddDays(-before);
        return 7 - before >= DaysInFirstWeek ? start : start.AddDays(7);
    }
}
