using System.Globalization;

namespace LucidLattice.Core.Expressions;

/// <summary>Parts of dates, and dates cut down to the start of a part. Weeks are those of ISO 8601.</summary>
public static class DateParts
{
    public static Func<DateTime, int>? Part(string name) => name.ToUpperInvariant() switch
    {
        "YEAR" => d => d.Year,
        "QUARTER" => d => (d.Month + 2) / 3,
        "MONTH" => d => d.Month,
        "WEEK" => ISOWeek.GetWeekOfYear,
        "DAY" => d => d.Day,
        "DOY" => d => d.DayOfYear,
        "DOW" => d => (int)d.DayOfWeek,
        "ISODOW" => d => d.DayOfWeek == DayOfWeek.Sunday ? 7 : (int)d.DayOfWeek,
        "HOUR" => d => d.Hour,
        "MINUTE" => d => d.Minute,
        "SECOND" => d => d.Second,
        _ => null,
    };

    public static Func<DateTime, DateTime>? Start(string name) => name.ToUpperInvariant() switch
    {
        "YEAR" => d => new DateTime(d.Year, 1, 1),
        "QUARTER" => d => new DateTime(d.Year, (d.Month - 1) / 3 * 3 + 1, 1),
        "MONTH" => d => new DateTime(d.Year, d.Month, 1),
        "WEEK" => d => d.Date.AddDays(-(((int)d.DayOfWeek + 6) % 7)),
        "DAY" => d => d.Date,
        "HOUR" => d => d.Date.AddHours(d.Hour),
        _ => null,
    };
}
