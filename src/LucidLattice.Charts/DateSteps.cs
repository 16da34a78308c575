using System.Text.RegularExpressions;
using LucidLattice.Expressions.Calls;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts;

/// <summary>Dates along an axis at their true distances: periods without rows are there too.</summary>
public static partial class DateSteps
{
    /// <summary>More would be thinner than anyone can see.</summary>
    public const int Most = 5_000;

    private static readonly TimeUnit[] FinerThanDays = [TimeUnit.Hour, TimeUnit.Minute, TimeUnit.Second];

    /// <summary>The periods that an expression cuts dates to, as in <c>date_trunc('month', departure)</c>; null where it cuts
    /// none.</summary>
    public static TimeStep? StepOf(string expression) =>
        Truncated().Match(expression.Trim()) is { Success: true } match ? DateParts.Step(match.Groups["unit"].Value) : null;

    /// <summary>The numbers with a place for each period from the first to the last, and the step between them; the numbers as they are
    /// where they are no dates, or too far apart.</summary>
    /// <param name="known">From one period to the next; null finds it in the keys.</param>
    public static (ChartNumbers Numbers, TimeStep? Step) Fill(ChartNumbers numbers, TimeStep? known, Func<Value, string> label)
    {
        var dated = numbers.Categories.Where(c => !c.Key.IsNull).ToList();
        if (dated.Count < 2 || dated.Any(c => !c.Key.Type.IsTime()) || numbers.Categories.Any(c => c.IsOthers)) return (numbers, null);
        var step = known ?? new TimeStep(Finest(dated), 1);
        var (places, placeOf) = (new List<CategoryEntry>(), new int[numbers.Categories.Count]);
        for (var i = 0; i < numbers.Categories.Count; i++)
        {
            var entry = numbers.Categories[i];
            if (!entry.Key.IsNull && places.Count > 0)
                for (var at = step.Next(places[^1].Key.AsDateTime); at < entry.Key.AsDateTime; at = step.Next(at))
                {
                    if (places.Count > Most) return (numbers, null);
                    var key = entry.Key.Type == DataType.Date ? Value.Of(DateOnly.FromDateTime(at)) : Value.Of(at);
                    places.Add(new CategoryEntry(key, label(key), null));
                }
            placeOf[i] = places.Count;
            places.Add(entry);
        }
        if (places.Count == numbers.Categories.Count) return (numbers, step);
        return (numbers with
        {
            Categories = places, Marks = [.. numbers.Marks.Select(m => m with { CategoryIndex = placeOf[m.CategoryIndex] })],
        }, step);
    }

    /// <summary>Days, or what is needed to tell the times of the day apart.</summary>
    private static TimeUnit Finest(List<CategoryEntry> dated) =>
        dated.All(d => d.Key.AsDateTime.TimeOfDay == TimeSpan.Zero) ? TimeUnit.Day
        : FinerThanDays.FirstOrDefault(u => dated.All(d => new TimeStep(u, 1).Floor(d.Key.AsDateTime) == d.Key.AsDateTime),
        TimeUnit.Second);

    [GeneratedRegex(@"^date_trunc\s*\(\s*'(?<unit>\w+)'\s*,", RegexOptions.IgnoreCase)]
    private static partial Regex Truncated();
}
