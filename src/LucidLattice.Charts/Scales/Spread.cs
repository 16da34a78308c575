namespace LucidLattice.Charts.Scales;

/// <summary>How some numbers are spread, as a box shows it.</summary>
/// <param name="Low">The least number within 1.5 interquartile ranges of the box (Tukey 1977, Exploratory Data Analysis).</param>
/// <param name="High">The largest such number.</param>
/// <param name="Beyond">The numbers outside of both.</param>
public sealed record Spread(double Low, double First, double Median, double Third, double High, IReadOnlyList<double> Beyond)
{
    /// <param name="sorted">In rising order, at least one.</param>
    public static Spread Of(IReadOnlyList<double> sorted)
    {
        var (first, third) = (Quantile(sorted, 0.25), Quantile(sorted, 0.75));
        var reach = 1.5 * (third - first);
        var inside = sorted.Where(n => n >= first - reach && n <= third + reach).ToList();
        return new Spread(inside[0], first, Quantile(sorted, 0.5), third, inside[^1],
            [.. sorted.Where(n => n < first - reach || n > third + reach)]);
    }

    /// <summary>Between two numbers in proportion, as SQL's percentile_cont has it.</summary>
    public static double Quantile(IReadOnlyList<double> sorted, double share)
    {
        var at = share * (sorted.Count - 1);
        var below = (int)Math.Floor(at);
        var above = Math.Min(sorted.Count - 1, below + 1);
        return sorted[below] + (sorted[above] - sorted[below]) * (at - below);
    }
}
