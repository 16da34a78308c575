using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Guides;

/// <summary>Title, subtitle and note around a chart.</summary>
public static class ChartTitle
{
    private const int MostLines = 2;

    /// <returns>What is left between them.</returns>
    public static Area Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var top = Lines(content.Title, "title", ChartCanvas.TitleFont, Palette.Ink, content, area, canvas);
        top = Lines(content.Subtitle, "subtitle", ChartCanvas.SmallFont, Palette.Muted, content, area with { Top = top }, canvas);
        if (top > area.Top) area = area with { Top = top + 2 };
        return content.Note.Length == 0 ? area : DrawNote(content.Note, content.Align, area, canvas);
    }

    /// <summary>A small line at the foot.</summary>
    public static Area DrawNote(string note, Alignment align, Area area, ChartCanvas canvas)
    {
        if (area.Height < 4 * ChartCanvas.LineHeight()) return area;
        var (x, anchor) = At(align, area);
        canvas.Parts.Add(("note", area with { Top = area.Bottom - ChartCanvas.LineHeight() }));
        canvas.Text(canvas.Fit(note, area.Width), x, area.Bottom - canvas.Typesetter.Extent(ChartCanvas.SmallFont).Descent, anchor);
        return area with { Bottom = area.Bottom - ChartCanvas.LineHeight() - 1 };
    }

    private static double Lines(string text, string part, Font font, string color, ChartContent content, Area area, ChartCanvas canvas)
    {
        if (text.Length == 0) return area.Top;
        var (top, (x, anchor)) = (area.Top, At(content.Align, area));
        var lines = TextWrapper.Wrap(canvas.Typesetter, font, text, area.Width);
        for (var i = 0; i < Math.Min(MostLines, lines.Count); i++)
        {
            var line = i == MostLines - 1 && lines.Count > MostLines
                ? canvas.Fit(string.Join(' ', lines.Skip(i)), area.Width, font)
                : lines[i];
            canvas.Text(line, x, top + canvas.Ascent(font), anchor, color, font);
            top += ChartCanvas.LineHeight(font);
        }
        canvas.Parts.Add((part, area with { Bottom = top }));
        return top;
    }

    private static (double X, double Anchor) At(Alignment align, Area area) => align switch
    {
        Alignment.Left => (area.Left, 0),
        Alignment.Right => (area.Right, 1),
        _ => (area.CentreX, 0.5),
    };
}
