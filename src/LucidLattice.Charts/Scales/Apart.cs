namespace LucidLattice.Charts.Scales;

/// <summary>Moves texts along a line until none lies on another.</summary>
public static class Apart
{
    /// <summary>From the top down, each is pushed below the one before; what then hangs over the foot pushes back up.</summary>
    /// <param name="wanted">Where each would like its upper edge, in rising order.</param>
    /// <returns>Null where they have no room.</returns>
    public static double[]? Place(IReadOnlyList<double> wanted, double height, double top, double bottom)
    {
        if (wanted.Count * height > bottom - top) return null;
        var tops = wanted.ToArray();
        if (tops.Length == 0) return tops;
        tops[0] = Math.Max(top, tops[0]);
        for (var i = 1; i < tops.Length; i++) tops[i] = Math.Max(tops[i], tops[i - 1] + height);
        tops[^1] = Math.Min(tops[^1], bottom - height);
        for (var i = tops.Length - 2; i >= 0; i--) tops[i] = Math.Min(tops[i], tops[i + 1] - height);
        return tops;
    }
}
