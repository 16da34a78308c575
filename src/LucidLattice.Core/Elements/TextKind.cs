using LucidLattice.Core.Definitions;
using LucidLattice.Core.Formatting;

namespace LucidLattice.Core.Elements;

/// <summary>Texts with values.</summary>
public sealed class TextKind : ElementKind<TextElement>
{
    public override StyleRole RoleAt(BandPlace place) => place.Kind switch
    {
        BandKind.GroupHeader => StyleRole.GroupHeading,
        BandKind.GroupFooter or BandKind.ReportFooter => StyleRole.Total,
        BandKind.PageHeader or BandKind.PageFooter => StyleRole.Note,
        _ => StyleRole.Body,
    };

    protected override TextElement Mapped(TextElement element, Func<ExpressionPlace, string, string> change)
        => element with { Text = TextTemplate.MapExpressions(element.Text, e => change(new("text", element.Id), e)) };

    protected override ElementPlan Planned(TextElement element, ElementPlace place)
    {
        var (style, (x, width)) = (place.Style(element, Alignment.Left), place.Span(element));
        return place.Pieces(element.Id, "text", element.Text) is { } pieces
            ? new TextPlan(element, x, width, style, pieces) { Link = place.Link(element), Continued = element.Continued ?? "" }
            : new BrokenPlan(element, x, width, style);
    }
}
