using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>Rectangles behind other elements.</summary>
public sealed class BoxKind : ElementKind<BoxElement>
{
    protected override IEnumerable<Problem> Checked(BoxElement element, ReportDefinition report)
    {
        foreach (var color in new[] { element.Fill, element.Edge }.OfType<string>().Where(c => !HexColors.IsColor(c)))
            yield return new("bad-color", Severity.Error, $"“{color}” is no colour.", element.Id, "fill", Mends: ["Write it as #0B5D5B."]);
        if (!(element.Thickness is >= 0 and <= 100) || !(element.Corner is >= 0 and <= 1000))
            yield return new("bad-size", Severity.Error,
                "The edge of a box is at most 100 points thick, its corners at most 1000 points round.",
                element.Id, "thickness", Mends: ["Lengths are in points, 0 or more."]);
    }

    protected override ElementPlan Planned(BoxElement element, ElementPlace place)
    {
        var (x, width) = place.Span(element);
        return new BoxPlan(element, x, width, place.StyleOf(element, Alignment.Left)) { Link = place.Link(element) };
    }
}

public sealed record BoxPlan(BoxElement Definition, double X, double Width, ResolvedStyle Style)
    : ElementPlan(Definition, X, Width, Style)
{
    public override bool Surrounds => true;

    public override void Paint(PlacedElement placed, Painting on)
    {
        var (from, to) = (Math.Max(placed.Y, on.From), Math.Min(placed.Y + placed.Height, on.To));
        if (to <= from) return;
        var corner = Math.Min(Definition.Corner, Math.Min(Width, to - from) / 2);
        var edge = Definition is { Edge: not null, Thickness: > 0 } ? new Pen(Definition.Edge, Definition.Thickness) : null;
        if (corner > 0) on.Items.Add(new PathItem(DrawPath.Rounded(on.Left + X, on.At(from), Width, to - from, corner),
            Definition.Fill, edge));
        else on.Items.Add(new RectItem(on.Left + X, on.At(from), Width, to - from, Definition.Fill, edge?.Color, edge?.Width ?? 0));
        on.Region(this, "", on.At(from), to - from);
    }
}
