using LucidLattice.Drawing;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>Boxes that are ticked by a condition.</summary>
public sealed class CheckboxKind : ElementKind<CheckboxElement>
{
    protected override CheckboxElement Mapped(CheckboxElement element, Func<ExpressionPlace, string, string> change) =>
        element with { Checked = change(new("checkbox", element.Id), element.Checked) };

    protected override ElementPlan Planned(CheckboxElement element, ElementPlace place)
    {
        var (style, (x, width)) = (place.StyleOf(element, Alignment.Left), place.Span(element));
        var scope = place.Section.At(place.Place);
        var value = place.Section.Check(element.Id, "checked", () => Compiler.Condition(element.Checked, scope), scope);
        return value is null ? new BrokenPlan(element, x, width, style)
            : new CheckboxPlan(element, x, width, style, value) { Link = place.Link(element) };
    }
}

public sealed record CheckboxPlan(CheckboxElement Definition, double X, double Width, ResolvedStyle Style, Compiled Checked)
    : ElementPlan(Definition, X, Width, Style)
{
    private const double Inset = 0.22;

    public override IEnumerable<Compiled> Written => [Checked];

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        var size = Math.Min(Width, placed.Height);
        var shift = Style.Align switch { Alignment.Right => Width - size, Alignment.Centre => (Width - size) / 2, _ => 0 };
        var (x, y) = (on.Left + X + shift, on.At(placed.Y));
        var pen = new Pen(Style.Color, Math.Max(0.6, size / 12)) { IsRound = true };
        var mark = on.Frame.Try(Checked) switch
        {
            { IsNull: false, Bool: true } => new DrawPath().MoveTo(x + size * Inset, y + size * 0.52)
                .LineTo(x + size * 0.43, y + size * 0.74).LineTo(x + size * (1 - Inset), y + size * 0.28),
            { IsNull: false } when Definition.Crossed => new DrawPath().MoveTo(x + size * Inset, y + size * Inset)
                .LineTo(x + size * (1 - Inset), y + size * (1 - Inset)).MoveTo(x + size * (1 - Inset), y + size * Inset)
                .LineTo(x + size * Inset, y + size * (1 - Inset)),
            _ => null,
        };
        var says = mark is null ? "no" : on.Frame.Try(Checked).Bool ? "yes" : "no";
        List<DrawItem> items = [new RectItem(x, y, size, size, null, Style.Color, pen.Width)];
        if (mark is not null) items.Add(new PathItem(mark, null, pen));
        on.Items.Add(new FigureItem(says, items));
        on.Region(this, says, y, size);
    }
}
