using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Guides;

/// <summary>The title above a chart, on up to two lines.</summary>
public static class ChartTitle
{
    /// <returns>What is left below it.</returns>
    public static Area Draw(string title, Area area, ChartCanvas canvas)
    {
        if (title.Length == 0) return area;
        var (font, top) = (ChartCanvas.TitleFont, area.Top);
        var lines = TextWrapper.Wrap(canvas.Typesetter, font, title, area.Width);
        for (var i = 0; i < Math.Min(2, lines.Count); i++)
        {
            var text = i == 1 && lines.Count > 2 ? canvas.Fit(string.Join(' ', lines.Skip(1)), area.Width, font) : lines[i];
            canvas.Text(text, area.CentreX, top + canvas.Ascent(font), 0.5, Palette.Ink, font);
            top += ChartCanvas.LineHeight(font);
        }
        return area with { Top = top + 2 };
    }
}
