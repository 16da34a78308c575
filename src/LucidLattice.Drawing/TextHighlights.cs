using LucidLattice.Model.Values;

namespace LucidLattice.Drawing;

/// <summary>Marks where a text stands on a drawing, as after a search.</summary>
public static class TextHighlights
{
    /// <summary>The drawing with a tinted area behind each place at which the text is found, whatever its case.</summary>
    public static PageDrawing Mark(PageDrawing drawing, string text, ITypesetter typesetter)
    {
        text = NormalForm.Of(text);
        if (text.Trim().Length == 0) return drawing;
        return drawing with { Items = Marked(drawing.Items, text, typesetter) };
    }

    /// <summary>Texts of tables stand in a figure of their own; those of charts are not looked for.</summary>
    private static List<DrawItem> Marked(IReadOnlyList<DrawItem> drawn, string text, ITypesetter typesetter)
    {
        var items = new List<DrawItem>(drawn.Count + 8);
        foreach (var item in drawn)
        {
            if (item is TextRun { Rotation: 0 } run) Mark(run, text, typesetter, items);
            items.Add(item is FigureItem { IsTable: true } table ? table with { Items = Marked(table.Items, text, typesetter) } : item);
        }
        return items;
    }

    private static void Mark(TextRun run, string text, ITypesetter typesetter, List<DrawItem> items)
    {
        var (ascent, descent) = typesetter.Extent(run.Font);
        for (var at = run.Text.IndexOf(text, StringComparison.OrdinalIgnoreCase); at >= 0;
            at = run.Text.IndexOf(text, at + text.Length, StringComparison.OrdinalIgnoreCase))
        {
            // Where letters run from right to left, the whole run is marked: what stands where is not known here.
            var start = run.RightToLeft ? 0 : typesetter.Width(run.Font, run.Text.AsSpan(0, at));
            var end = run.RightToLeft ? run.Width : typesetter.Width(run.Font, run.Text.AsSpan(0, at + text.Length));
            items.Add(new RectItem(run.X + start - 1, run.Y - ascent, end - start + 2, ascent + descent, Palette.Found));
        }
    }
}
