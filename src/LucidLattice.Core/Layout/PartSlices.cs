using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Layout;

/// <summary>Cuts a part that is higher than a page, between its lines of text.</summary>
public static class PartSlices
{
    /// <summary>How much of the part, from <paramref name="offset"/> on, fits into <paramref name="room"/> without cutting a line. Always more than nothing.</summary>
    public static double Cut(PlacedPart part, double offset, double room)
    {
        var end = offset + room;
        foreach (var element in part.Elements)
        {
            if (element.Plan is not TextPlan text || element.Lines is not { Count: > 1 } lines) continue;
            var lineHeight = PartLayout.LineHeight(text);
            if (element.Y >= end || element.Y + lines.Count * lineHeight <= end) continue;
            var whole = Math.Floor((end - element.Y) / lineHeight + 1e-6);
            var cut = element.Y + whole * lineHeight;
            if (cut > offset + 1) end = Math.Min(end, cut);
        }
        return end - offset;
    }

    /// <summary>The lines of an element that belong to a slice of its part.</summary>
    public static (int First, int Count) Lines(PlacedElement element, TextPlan text, double from, double to)
    {
        var lineHeight = PartLayout.LineHeight(text);
        var first = Math.Clamp((int)Math.Ceiling((from - element.Y) / lineHeight - 1e-6), 0, element.Lines!.Count);
        var end = Math.Clamp((int)Math.Ceiling((to - element.Y) / lineHeight - 1e-6), first, element.Lines.Count);
        return (first, end - first);
    }
}
