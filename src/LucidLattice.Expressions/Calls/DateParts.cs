using System.Globalization;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>Parts of dates, and dates cut down to the start of a part, as PostgreSQL 16 documents them (9.9.1 and 9.9.2). Weeks and their
/// years are those of ISO 8601; a century begins with its first year: 2001.</summary>
public static class DateParts
{
    private const decimal TicksPerSecond = TimeSpan.TicksPerSecond;

    private static readonly Dictionary<string, Func<DateTime, decimal>> Parts = new()
    {
        ["MILLENNIUM"] = d => (d.Year + 999) / 1000,
        ["CENTURY"] = d => (d.Year + 99) / 100,
        ["DECADE"] = d => d.Year / 10,
        ["YEAR"] = d => d.Year,
        ["ISOYEAR"] = d => ISOWeek.GetYear(d),
        ["QUARTER"] = d => (d.Month + 2) / 3,
        ["MONTH"] = d => d.Month,
        ["WEEK"] = d => ISOWeek.GetWeekOfYear(d),
        ["DAY"] = d => d.Day,
        ["DOY"] = d => d.DayOfYear,
        ["DOW"] = d => (int)d.DayOfWeek,
        ["ISODOW"] = d => d.DayOfWeek == DayOfWeek.Sunday ? 7 : (int)d.DayOfWeek,
        ["HOUR"] = d => d.Hour,
        ["MINUTE"] = d => d.Minute,
        ["SECOND"] = d => d.Ticks % TimeSpan.TicksPerMinute / TicksPerSecond,
        ["MILLISECONDS"] = d => d.Ticks % TimeSpan.TicksPerMinute / 10_000m,
        ["MICROSECONDS"] = d => d.Ticks % TimeSpan.TicksPerMinute / 10,
        ["EPOCH"] = d => (d.Ticks - DateTime.UnixEpoch.Ticks) / TicksPerSecond,
    };

    private static readonly Dictionary<string, Func<Interval, decimal>> LengthParts = new()
    {
        ["YEAR"] = i => i.Months / 12,
        ["MONTH"] = i => i.Months % 12,
        ["DAY"] = i => i.Time.Days,
        ["HOUR"] = i => i.Time.Hours,
        ["MINUTE"] = i => i.Time.Minutes,
        ["SECOND"] = i => i.Time.Ticks % TimeSpan.TicksPerMinute / TicksPerSecond,
        ["EPOCH"] = i => i.Days * 86_400,
    };

    private static readonly Dictionary<string, Func<DateTime, DateTime>> Starts = new()
    {
        ["MILLENNIUM"] = d => new DateTime((d.Year - 1) / 1000 * 1000 + 1, 1, 1),
        ["CENTURY"] = d => new DateTime((d.Year - 1) / 100 * 100 + 1, 1, 1),
        ["DECADE"] = new TimeStep(TimeUnit.Year, 10).Floor,
        ["YEAR"] = new TimeStep(TimeUnit.Year, 1).Floor,
        ["QUARTER"] = new TimeStep(TimeUnit.Quarter, 1).Floor,
        ["MONTH"] = new TimeStep(TimeUnit.Month, 1).Floor,
        ["WEEK"] = new TimeStep(TimeUnit.Week, 1).Floor,
        ["DAY"] = new TimeStep(TimeUnit.Day, 1).Floor,
        ["HOUR"] = new TimeStep(TimeUnit.Hour, 1).Floor,
        ["MINUTE"] = new TimeStep(TimeUnit.Minute, 1).Floor,
        ["SECOND"] = new TimeStep(TimeUnit.Second, 1).Floor,
        ["MILLISECONDS"] = d => new DateTime(d.Ticks - d.Ticks % TimeSpan.TicksPerMillisecond),
        ["MICROSECONDS"] = d => new DateTime(d.Ticks - d.Ticks % TimeSpan.TicksPerMicrosecond),
    };

    /// <summary>Parts that have names as well as numbers: the first and the last number, and a day of each, in a year that begins with a
    /// Monday.</summary>
    public static IReadOnlyDictionary<string, (int First, int Last, Func<int, DateTime> Day)> Named { get; } =
        new Dictionary<string, (int, int, Func<int, DateTime>)>
        {
            ["MONTH"] = (1, 12, n => new DateTime(2024, n, 1)),
            ["QUARTER"] = (1, 4, n => new DateTime(2024, 3 * n - 2, 1)),
            ["ISODOW"] = (1, 7, n => new DateTime(2024, 1, n)),
            // Sunday is 0, as PostgreSQL counts.
            ["DOW"] = (0, 6, n => new DateTime(2024, 1, n == 0 ? 7 : n)),
        };

    /// <summary>What EXTRACT takes from a date, and from a length of time; what <c>date_trunc</c> cuts to.</summary>
    public static IReadOnlyCollection<string> OfDates => Parts.Keys;
    public static IReadOnlyCollection<string> OfLengths => LengthParts.Keys;
    public static IReadOnlyCollection<string> Units => Starts.Keys;

    /// <summary>Of a date; null if there is no such part.</summary>
    public static Func<DateTime, decimal>? Part(string name) => Parts.GetValueOrDefault(name.ToUpperInvariant());

    /// <summary>Of a length of time; null if there is no such part.</summary>
    public static Func<Interval, decimal>? LengthPart(string name) => LengthParts.GetValueOrDefault(name.ToUpperInvariant());

    public static Func<DateTime, DateTime>? Start(string name) => Starts.GetValueOrDefault(name.ToUpperInvariant());

    /// <summary>True for parts that may have a fraction, where dates have a time of the day.</summary>
    public static bool HasFraction(string name) => name.ToUpperInvariant() is "SECOND" or "MILLISECONDS" or "EPOCH";

    /// <summary>The step between two starts; null for what is finer than a second, or no unit.</summary>
    public static TimeStep? Step(string unit) => unit.ToUpperInvariant() switch
    {
        "MILLENNIUM" => new TimeStep(TimeUnit.Year, 1000),
        "CENTURY" => new TimeStep(TimeUnit.Year, 100),
        "DECADE" => new TimeStep(TimeUnit.Year, 10),
        var name when Starts.ContainsKey(name) && Enum.TryParse<TimeUnit>(name, true, out var known) => new TimeStep(known, 1),
        _ => null,
    };
}
