using LucidLattice.Core.Elements;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Layout;

/// <summary>A band part with everything in it at its final place.</summary>
public sealed record PlacedPart(PartPlan Plan, double Height, IReadOnlyList<PlacedElement> Elements)
{
    /// <summary>How much of the part, from <paramref name="offset"/> on, fits into <paramref name="room"/> without cutting a line. Always
    /// more than nothing.</summary>
    public double Cut(double offset, double room)
    {
        var end = offset + room;
        foreach (var element in Elements)
        {
            var cut = element.Plan.Cut(element, end);
            if (cut > offset + 1) end = Math.Min(end, cut);
        }
        return end - offset;
    }
}
