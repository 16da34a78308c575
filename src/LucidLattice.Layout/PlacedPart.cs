using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Layout;

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
            var cut = element.Plan.Cut(element, offset, end);
            if (cut > offset + 1) end = Math.Min(end, cut);
        }
        return end - offset;
    }

    /// <summary>The height of what is said again above what begins at <paramref name="offset"/>.</summary>
    public double Again(double offset) => offset <= 0 ? 0 : Elements.Select(e => e.Plan.Again(e, offset)).DefaultIfEmpty(0).Max();
}
