using System.Collections.Concurrent;
using LucidLattice.Core.Data;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Layout;

/// <summary>
/// Measures band parts. Texts wrap, and what stands below a text that grew moves down with it. Lines are remembered by
/// text, font and width, and how many there are by the code of a field's text. Can be shared by threads.
/// </summary>
public sealed class PartLayout(ITypesetter typesetter)
{
    /// <summary>From one baseline to the next, as a multiple of the font size.</summary>
    public const double LineSpacing = 1.3;
    private const int MostRemembered = 4096;

    private readonly ConcurrentDictionary<(Font Font, double Width, string Content), IReadOnlyList<string>> _lines = [];
    private readonly ConcurrentDictionary<TextPlan, (TextColumn Column, int[] Counts)> _countsByCode = new(ReferenceEqualityComparer.Instance);

    /// <summary>The height of a part in a frame, without keeping its texts.</summary>
    public double Height(PartPlan plan, Frame frame)
    {
        if (plan.HasFixedHeight) return plan.Part.Height;
        foreach (var element in plan.Elements)
            if (element is TextPlan { Wraps: true } text && CountLines(text, frame) > 1) return Arrange(plan, frame, null);
        return plan.Part.Height;
    }

    public PlacedPart Place(PartPlan plan, Frame frame)
    {
        var placed = new List<PlacedElement>(plan.Elements.Count);
        var height = Arrange(plan, frame, placed);
        return new PlacedPart(plan, height, placed);
    }

    public static double LineHeight(TextPlan text) => text.Style.Font.Size * LineSpacing;

    /// <summary>Lets texts grow and pushes down what stands below them. Returns the part's height.</summary>
    /// <param name="placed">Null if only the height is wanted.</param>
    private double Arrange(PartPlan plan, Frame frame, List<PlacedElement>? placed)
    {
        Span<double> bottoms = plan.Elements.Count <= 64 ? stackalloc double[plan.Elements.Count] : new double[plan.Elements.Count];
        var (bottom, designedBottom) = (0.0, 0.0);
        for (var i = 0; i < plan.Elements.Count; i++)
        {
            var element = plan.Elements[i];
            var y = element.Element.Y + Push(plan, bottoms, i);
            var height = element.Element.Height;
            IReadOnlyList<string>? lines = null;
            if (element is TextPlan text)
            {
                if (placed is not null) lines = text.Wraps ? Wrap(text, text.Text(frame)) : [text.Text(frame)];
                var count = lines?.Count ?? (text.Wraps ? CountLines(text, frame) : 1);
                height = Math.Max(height, count > 1 ? LineHeight(text) * count : 0);
            }
            placed?.Add(new PlacedElement(element, y, height, lines));
            bottoms[i] = y + height;
            bottom = Math.Max(bottom, y + height);
            designedBottom = Math.Max(designedBottom, element.Element.Y + element.Element.Height);
        }
        var below = Math.Max(0, plan.Part.Height - designedBottom);
        return Math.Max(plan.Part.Height, bottom + below);
    }

    private int CountLines(TextPlan text, Frame frame)
    {
        if (text.OnlyValue is not { Field: { } field } || frame.Row < 0 || frame.Rows.Columns[field] is not TextColumn column) return Wrap(text, text.Text(frame)).Count;
        if (column.Nulls[frame.Row]) return 1;
        if (!_countsByCode.TryGetValue(text, out var known) || !ReferenceEquals(known.Column, column))
            _countsByCode[text] = known = (column, new int[column.Texts.Count]);
        ref var count = ref known.Counts[column.Codes[frame.Row]];
        return count != 0 ? count : count = Wrap(text, text.Text(frame)).Count;
    }

    private IReadOnlyList<string> Wrap(TextPlan text, string content)
    {
        // Most texts fit, and to know that is cheaper than to remember it.
        if (content.AsSpan().IndexOfAny('\n', '\r') < 0 && typesetter.Width(text.Style.Font, content) <= text.Width) return [content];
        var key = (text.Style.Font, text.Width, content);
        if (_lines.TryGetValue(key, out var lines)) return lines;
        if (_lines.Count > MostRemembered) _lines.Clear();
        return _lines[key] = TextWrapper.Wrap(typesetter, text.Style.Font, content, text.Width);
    }

    /// <summary>How far the elements that end above this one have grown.</summary>
    private static double Push(PartPlan plan, ReadOnlySpan<double> bottoms, int index)
    {
        var (push, top) = (0.0, plan.Elements[index].Element.Y);
        for (var i = 0; i < index; i++)
        {
            var other = plan.Elements[i].Element;
            if (other.Y + other.Height <= top + 0.01) push = Math.Max(push, bottoms[i] - other.Y - other.Height);
        }
        return push;
    }
}
