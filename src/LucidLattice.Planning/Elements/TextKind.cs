using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

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
    {
        string Changed(string text) => TextTemplate.MapExpressions(text, e => change(new("text", element.Id), e));
        return element with { Text = Changed(element.Text), More = [.. element.More.Select(m => m with { Text = Changed(m.Text) })] };
    }

    protected override IEnumerable<Problem> Checked(TextElement element, ReportDefinition report)
    {
        if (element.More.Count > StyledText.Most)
            yield return new("too-many-looks", Severity.Error, $"A text goes on in at most {StyledText.Most} looks.", element.Id, "more",
                Mends: ["Make two texts of it."]);
        if (element.More.FirstOrDefault(m => m.Color is { } color && !HexColors.IsColor(color)) is { } wrong)
            yield return new("bad-color", Severity.Error, $"“{wrong.Color}” is no colour.", element.Id, "more",
                Mends: ["Write it as #0B5D5B."]);
        if (element.More.Any(m => m.Size is { } size && !(size is >= 4 and <= 72)))
            yield return new("bad-size", Severity.Error, "Letters have 4 to 72 points.", element.Id, "more",
                Mends: ["Choose another size."]);
    }

    protected override ElementPlan Planned(TextElement element, ElementPlace place)
    {
        var (style, (x, width)) = (place.StyleOf(element, Alignment.Left), place.Span(element));
        if (Pieces(element, place) is not { } pieces) return new BrokenPlan(element, x, width, style);
        if (element.More.Count > 0) style = style with { LargestSize = element.More.Max(m => m.Size) };
        return new TextPlan(element, x, width, style, pieces) { Link = place.Link(element), Continued = element.Continued ?? "" };
    }

    /// <summary>Those of the text and of all that goes on after it; null if one of them is wrong.</summary>
    private static List<TextPiece>? Pieces(TextElement element, ElementPlace place)
    {
        var pieces = place.Pieces(element.Id, "text", element.Text);
        foreach (var more in element.More.Take(StyledText.Most))
        {
            var next = place.Pieces(element.Id, "more", more.Text);
            if (pieces is null || next is null) return null;
            pieces.AddRange(next.Select(p => p with { Look = more }));
        }
        return pieces;
    }
}
