using System.Diagnostics;
using System.Globalization;

namespace LucidLattice.Bench;

/// <summary>A figure beside its yardstick, both measured in one run on one machine.</summary>
/// <param name="Ours">With its unit.</param>
/// <param name="Yardstick">With its unit; “–” where the figure is held against a fixed number.</param>
/// <param name="Ratio">What is held against the goal.</param>
internal sealed record Outcome(string What, string Ours, string Yardstick, string Ratio, string Reach, bool Reached);

internal static class Benchmarks
{
    public static readonly IReadOnlyList<(string Name, Func<IEnumerable<Outcome>> Run)> All =
    [
        ("run", LargeRun.Time),
        ("memory", LargeRun.Memory),
        ("month", LargeRun.Month),
        ("totals", TotalsAlone.Run),
        ("crosstab", CrosstabCells.Run),
        ("pages", AnyPage.Run),
        ("pdf", PdfPages.Run),
        ("chart", ChartDrawing.Columns),
        ("charts", ChartDrawing.Types),
        ("growth", LargeRun.Growth),
        ("compose", ComposeEdits.Run),
        ("readers", Readers.Run),
        ("edits", BrowserEdits.Run),
    ];

    /// <summary>Runs one benchmark and prints its outcomes as lines of JSON.</summary>
    public static int RunOne(string name)
    {
        foreach (var outcome in All.First(b => b.Name == name).Run()) Console.WriteLine(System.Text.Json.JsonSerializer.Serialize(outcome));
        return 0;
    }

    public static double Median(IEnumerable<double> values) => values.Order().ToList() is var sorted ? sorted[sorted.Count / 2] : 0;

    public static double Percentile(IEnumerable<double> values, double part) =>
        values.Order().ToList() is var sorted ? sorted[(int)Math.Min(sorted.Count - 1, sorted.Count * part)] : 0;

    /// <summary>Milliseconds.</summary>
    public static double Time(Action work)
    {
        var start = Stopwatch.GetTimestamp();
        work();
        return Stopwatch.GetElapsedTime(start).TotalMilliseconds;
    }

    public static string N(double value, string unit) =>
        value.ToString(value < 10 ? "0.00" : value < 100 ? "0.0" : "#,##0", CultureInfo.InvariantCulture) + " " + unit;
}
