using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Scales;

/// <summary>Moments to divide an axis of dates at: starts of calendar steps. The choice of step follows the published source of the
/// package d3-time (ticks.js), so that both agree on any span, but that weeks begin on Monday.</summary>
public static class TimeTicks
{
    private static readonly (TimeStep Step, double Seconds)[] Steps =
    [
        (new(TimeUnit.Second, 1), 1), (new(TimeUnit.Second, 5), 5), (new(TimeUnit.Second, 15), 15), (new(TimeUnit.Second, 30), 30),
        (new(TimeUnit.Minute, 1), 60), (new(TimeUnit.Minute, 5), 300), (new(TimeUnit.Minute, 15), 900), (new(TimeUnit.Minute, 30), 1800),
        (new(TimeUnit.Hour, 1), 3600), (new(TimeUnit.Hour, 3), 10800), (new(TimeUnit.Hour, 6), 21600), (new(TimeUnit.Hour, 12), 43200),
        (new(TimeUnit.Day, 1), 86400), (new(TimeUnit.Day, 2), 172800), (new(TimeUnit.Week, 1), 604800),
        (new(TimeUnit.Month, 1), 2592000), (new(TimeUnit.Month, 3), 7776000), (new(TimeUnit.Year, 1), 31536000),
    ];

    /// <summary>The step that divides a span into about so many.</summary>
    public static TimeStep Step(DateTime start, DateTime stop, double count)
    {
        var target = Math.Abs((stop - start).TotalSeconds) / count;
        var at = Array.FindIndex(Steps, s => s.Seconds > target);
        if (at < 0)
            return new TimeStep(TimeUnit.Year, Math.Max(1, (int)Ticks.Step(start.Ticks / Year, stop.Ticks / Year, count)));
        return at == 0 || target / Steps[at - 1].Seconds >= Steps[at].Seconds / target ? Steps[at].Step : Steps[at - 1].Step;
    }

    /// <summary>The starts of steps from one moment to another, both with them.</summary>
    public static IEnumerable<DateTime> Between(DateTime start, DateTime stop, TimeStep step)
    {
        var at = step.Floor(start);
        if (at < start) at = step.Next(at);
        for (; at <= stop && at < DateTime.MaxValue; at = step.Next(at)) yield return at;
    }

    private const double Year = 365.0 * TimeSpan.TicksPerDay;
}
