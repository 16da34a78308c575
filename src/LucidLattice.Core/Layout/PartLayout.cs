using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Layout;

/// <summary>Measures band parts. Texts wrap, and what stands below a text that grew moves down with it. Can be shared by threads.</summary>
public sealed class PartLayout(ITextMeasurer measurer)
{
    /// <summary>From one baseline to the next, as a multiple of the font size.</summary>
    public const double LineSpacing = 1.3;

    private sealed record Wrapped(Font Font, double Width, string Content, IReadOnlyList<string> Lines);

    private Wrapped? _last;

    /// <summary>The height of a part in a frame, without keeping its texts.</summary>
    public double Height(PartPlan plan, Frame frame)
    {
        if (plan.HasFixedHeight) return plan.Part.Height;
        foreach (var element in plan.Elements)
        {
            if (element is TextPlan { Wraps: true } text && !FitsOneLine(text, frame)) return Place(plan, frame).Height;
        }
        return plan.Part.Height;
    }

    public PlacedPart Place(PartPlan plan, Frame frame)
    {
        var placed = new List<PlacedElement>(plan.Elements.Count);
        var bottom = 0.0;
        var designedBottom = 0.0;
        foreach (var element in plan.Elements)
        {
            var y = element.Element.Y + Push(placed, element);
            IReadOnlyList<string>? lines = null;
            var height = element.Element.Height;
            if (element is TextPlan text)
            {
                var content = text.Text(frame);
                lines = text.Wraps ? Wrap(text, content) : [content];
                height = Math.Max(height, lines.Count > 1 ? LineHeight(text) * lines.Count : 0);
            }
            placed.Add(new PlacedElement(element, y, height, lines));
            bottom = Math.Max(bottom, y + height);
            designedBottom = Math.Max(designedBottom, element.Element.Y + element.Element.Height);
        }
        var below = Math.Max(0, plan.Part.Height - designedBottom);
        return new PlacedPart(plan, Math.Max(plan.Part.Height, bottom + below), placed);
    }

    /// <summary>A long text goes over many pages and is asked for once for each, so the last one is remembered.</summary>
    private IReadOnlyList<string> Wrap(TextPlan text, string content)
    {
        if (content.Length < 2000) return TextWrapper.Wrap(measurer, text.Style.Font, content, text.Width);
        var last = _last;
        if (last is null || last.Font != text.Style.Font || last.Width != text.Width || last.Content != content)
            _last = last = new Wrapped(text.Style.Font, text.Width, content, TextWrapper.Wrap(measurer, text.Style.Font, content, text.Width));
        return last.Lines;
    }

    public static double LineHeight(TextPlan text) => text.Style.Font.Size * LineSpacing;

    private bool FitsOneLine(TextPlan text, Frame frame)
    {
        var content = text.Text(frame);
        return content.AsSpan().IndexOfAny('\n', '\r') < 0 && measurer.Width(text.Style.Font, content) <= text.Width;
    }

    /// <summary>How far the elements that end above this one have grown.</summary>
    private static double Push(List<PlacedElement> above, ElementPlan element)
    {
        var push = 0.0;
        foreach (var other in above)
        {
            var designedEnd = other.Plan.Element.Y + other.Plan.Element.Height;
            if (designedEnd <= element.Element.Y + 0.01) push = Math.Max(push, other.Y + other.Height - designedEnd);
        }
        return push;
    }
}
