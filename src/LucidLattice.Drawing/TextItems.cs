namespace LucidLattice.Drawing;

/// <summary>Puts texts on a drawing, span by span.</summary>
public static class TextItems
{
    /// <summary>Adds one line of text that starts at (x, y) on its baseline.</summary>
    /// <param name="width">As measured.</param>
    /// <param name="rotation">In degrees, clockwise around its start; -90 for upwards.</param>
    public static void Add(List<DrawItem> items, ITypesetter typesetter, string text, Font font, string color, double x, double y,
        double width, double rotation = 0)
    {
        var (sine, cosine) = rotation == 0 ? (0, 1) : Math.SinCos(rotation * Math.PI / 180);
        var spans = typesetter.Spans(font, text);
        // Spans come in the order in which they are seen.
        string? line = spans.Count > 1 ? text : null;
        foreach (var span in spans)
        {
            if (span.Missing) AddBoxes(items, span, color, x, y, rotation);
            else
            {
                items.Add(new TextRun(x, y, span.Text, span.Font, color, span.Width, rotation, span.RightToLeft) { Line = line });
                line = line is null ? null : "";
            }
            (x, y) = (x + cosine * span.Width, y + sine * span.Width);
        }
    }

    /// <summary>A box for each character that no font has, so that it is seen that something is missing.</summary>
    private static void AddBoxes(List<DrawItem> items, TextSpan span, string color, double x, double y, double rotation)
    {
        var count = span.Text.EnumerateRunes().Count();
        var (step, size) = (span.Width / count, span.Font.Size);
        for (var i = 0; i < count; i++)
        {
            var (along, across) = (step * i + size * 0.06, size * 0.7);
            var box = new RectItem(x + along, y - across, step - size * 0.12, across, null, color, size / 18);
            items.Add(rotation == 0 ? box : new GroupItem([box],
                Transform.Move(-x, -y).Then(Transform.Rotate(rotation)).Then(Transform.Move(x, y))));
        }
    }
}
