using System.Globalization;
using LucidLattice.Core.Values;

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
        "YEAR" => new TimeStep(TimeUnit.Year, 1).Floor,
        "QUARTER" => new TimeStep(TimeUnit.Quarter, 1).Floor,
        "MONTH" => new TimeStep(TimeUnit.Month, 1).Floor,
        "WEEK" => new TimeStep(TimeUnit.Week, 1).Floor,
        "DAY" => new TimeStep(TimeUnit.Day, 1).Floor,
        "HOUR" => new TimeStep(TimeUnit.Hour, 1).Floor,
        _ => null,
    };
}
