using LucidLattice.Core.Elements;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Layout;

/// <summary>Turns placed parts into drawing items.</summary>
public sealed class PartPainter(PartLayout layout, Painting on)
{
    /// <summary>What it paints on, with a frame that stands nowhere.</summary>
    public Painting On => on;

    /// <summary>Draws the slice of a part from <paramref name="from"/> to <paramref name="to"/>, its upper edge at (left, top), and returns
    /// how the part was placed.</summary>
    public PlacedPart Paint(PartPlan plan, Frame frame, double left, double top, double from, double to)
    {
        var part = layout.Place(plan, frame);
        var slice = on with { Frame = frame, Left = left, Top = top, From = from, To = to };
        foreach (var element in part.Elements) element.Plan.Paint(element, slice);
        return part;
    }
}
