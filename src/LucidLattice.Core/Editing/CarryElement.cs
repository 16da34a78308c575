using LucidLattice.Core.Definitions;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Editing;

/// <summary>Carries an element into a band, to where it is let go: into the part that is there, or into a new one.</summary>
public sealed record CarryElement : Edit
{
    public required string Element { get; init; }
    public required BandKind Band { get; init; }
    public int Level { get; init; }

    /// <summary>From the left margin, in points.</summary>
    public required double X { get; init; }

    /// <summary>From the top edge of the band, in points.</summary>
    public required double Y { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var place = new BandPlace(Band, Level);
        var above = 0.0;
        var part = at.BandAt(place).Parts.FirstOrDefault(p => (above += p.Height) > Y);
        if (part is null) (at, part) = at.TextPart(place, 20);
        var top = at.BandAt(place).Parts.TakeWhile(p => p.Id != part.Id).Sum(p => p.Height);
        var moved = new Move { Id = Element, To = new Spot { In = part.Id } }.Change(at, catalog);
        var placed = new Placement { Id = Element, X = Math.Max(0, X), Y = Math.Max(0, Y - top) };
        return new Arrange { Places = [placed] }.Change(moved, catalog);
    }
}
