using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>An element that cannot be printed; the problems say why, and a red frame stands in its place.</summary>
public sealed record BrokenPlan(Element Element, double X, double Width, ResolvedStyle Style) : ElementPlan(Element, X, Width, Style)
{
    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        on.Items.Add(new RectItem(on.Left + X, on.At(placed.Y), Width, Math.Max(10, placed.Height), null, Palette.Problem, 0.75));
        on.Line("see problems", Style with { Color = Palette.Problem, Align = Alignment.Left }, on.Left + X + 3, Width - 6,
            on.At(placed.Y));
    }
}
