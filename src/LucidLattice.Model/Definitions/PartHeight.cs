namespace LucidLattice.Model.Definitions;

/// <summary>The height of band parts that follow from what stands in them.</summary>
public static class PartHeight
{
    /// <summary>No more room than this is left below the lowest element, in points.</summary>
    public const double MostBelow = 6;

    /// <summary>As high as what stands in it, with as much room below the lowest element as above the highest, in points.</summary>
    public static double Fitting(IEnumerable<(double Top, double Bottom)> elements)
    {
        var (top, bottom) = (MostBelow, 0.0);
        foreach (var element in elements) (top, bottom) = (Math.Min(top, element.Top), Math.Max(bottom, element.Bottom));
        return bottom > 0 ? bottom + Math.Max(0, top) : 0;
    }

    /// <summary>The least height of a part before its texts are measured, in points.</summary>
    public static double LeastHeight(this BandPart part) =>
        part.Height ?? Fitting(part.Elements.Select(e => (e.Y, e.Y + e.Height)));
}
