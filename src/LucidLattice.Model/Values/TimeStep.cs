namespace LucidLattice.Model.Values;

/// <summary>A step of the calendar: so many of a unit.</summary>
public readonly record struct TimeStep(TimeUnit Unit, int Count)
{
    /// <summary>True where one day cannot stand for all of it.</summary>
    public bool IsLongerThanADay => Unit > TimeUnit.Day || (Unit == TimeUnit.Day && Count > 1);

    /// <summary>The last start of a step that is not after a moment. Days count from the first of their month, weeks from Monday
    /// (ISO 8601), other units from the start of what they divide.</summary>
    public DateTime Floor(DateTime at) => Unit switch
    {
        TimeUnit.Second => new DateTime(at.Ticks - at.Ticks % (TimeSpan.TicksPerSecond * Count)),
        TimeUnit.Minute => new DateTime(at.Ticks - at.Ticks % (TimeSpan.TicksPerMinute * Count)),
        TimeUnit.Hour => new DateTime(at.Ticks - at.Ticks % (TimeSpan.TicksPerHour * Count)),
        TimeUnit.Day => at.Date.AddDays(-((at.Day - 1) % Count)),
        TimeUnit.Week => at.Date.AddDays(-(((int)at.DayOfWeek + 6) % 7)),
        TimeUnit.Month => new DateTime(at.Year, at.Month - (at.Month - 1) % Count, 1),
        TimeUnit.Quarter => new DateTime(at.Year, at.Month - (at.Month - 1) % 3, 1),
        _ => new DateTime(Math.Max(1, at.Year - at.Year % Count), 1, 1),
    };

    /// <summary>The start of the step after the one that begins there; the end of time where there is none.</summary>
    public DateTime Next(DateTime start)
    {
        try
        {
            return Unit switch
            {
                TimeUnit.Second => start.AddSeconds(Count),
                TimeUnit.Minute => start.AddMinutes(Count),
                TimeUnit.Hour => start.AddHours(Count),
                // A step of two days begins again at each month.
                TimeUnit.Day => start.AddDays(Count) is var next && Count > 1 && next.Month != start.Month
                    ? new DateTime(next.Year, next.Month, 1) : next,
                TimeUnit.Week => start.AddDays(7 * Count),
                TimeUnit.Month => start.AddMonths(Count),
                TimeUnit.Quarter => start.AddMonths(3),
                _ => start.AddYears(Count),
            };
        }
        catch (ArgumentOutOfRangeException)
        {
            return DateTime.MaxValue;
        }
    }
}

public enum TimeUnit { Second, Minute, Hour, Day, Week, Month, Quarter, Year }
