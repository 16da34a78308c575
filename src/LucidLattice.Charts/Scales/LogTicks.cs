namespace LucidLattice.Charts.Scales;

/// <summary>Numbers to divide a logarithmic axis at: powers of ten, with 2 and 5 between them where there is room.</summary>
public static class LogTicks
{
    /// <param name="low">Above zero.</param>
    /// <param name="count">About how many have room.</param>
    /// <returns>In rising order, from at most <paramref name="low"/> to at least <paramref name="high"/>.</returns>
    public static double[] Around(double low, double high, int count)
    {
        var (first, last) = ((int)Math.Floor(Math.Log10(low) + 1e-9), (int)Math.Ceiling(Math.Log10(high) - 1e-9));
        if (last == first) last++;
        var factors = (last - first + 1) * 3 <= Math.Max(4, count) + 2 ? new[] { 1, 2, 5 } : [1];
        var every = factors.Length > 1 ? 1 : Math.Max(1, (int)Math.Ceiling((last - first) / (double)Math.Max(1, count)));
        var ticks = new List<double>();
        for (var power = first; power <= last; power += every)
            foreach (var factor in factors)
            {
                var tick = factor * Math.Pow(10, power);
                ticks.Add(tick);
                if (power == last || tick >= high) break;
            }
        // The steps may pass over the last power, and the first ones may all be too small.
        if (ticks[^1] < high) ticks.Add(Math.Pow(10, first + every * Math.Ceiling((last - first) / (double)every)));
        var skip = ticks.FindLastIndex(t => t <= low * (1 + 1e-9));
        return [.. ticks.Skip(Math.Max(0, skip))];
    }
}
