namespace LucidLattice.Core.Charts.Scales;

/// <summary>Parts of a whole as printed: rounded so that they add up to it (largest remainder, as seats are given to parties).</summary>
public static class Shares
{
    /// <param name="parts">Not negative, not all zero.</param>
    /// <param name="decimals">Of per cent.</param>
    /// <returns>Per cent, which add up to exactly 100.</returns>
    public static decimal[] Round(IReadOnlyList<double> parts, int decimals)
    {
        var whole = parts.Sum();
        var units = 100 * (long)Math.Pow(10, decimals);
        var exact = parts.Select(p => p / whole * units).ToArray();
        var floors = exact.Select(e => (long)Math.Floor(e + 1e-9)).ToArray();
        var missing = (int)Math.Max(0, units - floors.Sum());
        foreach (var i in Enumerable.Range(0, parts.Count).OrderByDescending(i => exact[i] - floors[i]).Take(missing)) floors[i]++;
        return [.. floors.Select(f => (decimal)f * 100 / units)];
    }
}
