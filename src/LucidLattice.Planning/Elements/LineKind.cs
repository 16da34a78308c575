using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>Horizontal rules.</summary>
public sealed class LineKind : ElementKind<LineElement>
{
    protected override ElementPlan Planned(LineElement element, ElementPlace place)
    {
        var (x, width) = place.Span(element);
        return new LinePlan(element, x, width, place.StyleOf(element, Alignment.Left));
    }
}

public sealed record LinePlan(LineElement Definition, double X, double Width, ResolvedStyle Style)
    : ElementPlan(Definition, X, Width, Style)
{
    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        var y = on.At(placed.Y);
        on.Items.Add(new LineItem(on.Left + X, y, on.Left + X + Width, y, Definition.Thickness, Style.Color));
    }
}
