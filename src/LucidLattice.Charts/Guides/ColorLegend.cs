using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Guides;

/// <summary>The steps of a colour scale, with the numbers at its ends.</summary>
public static class ColorLegend
{
    private const double Sample = 12, LeastHeight = 70;

    /// <returns>What is left for the plot.</returns>
    public static Area Draw(ColorScale scale, Func<double, string> written, ChartLegend settings, Area area, ChartCanvas canvas)
    {
        if (settings.Place == LegendPlace.None || area.Height < LeastHeight || scale.Low == scale.High) return area;
        var (low, high, line) = (written(scale.Low), written(scale.High), canvas.LineHeight());
        var width = canvas.Width(low) + canvas.Width(high) + ColorScale.Steps * Sample + 2 * ChartCanvas.Gap;
        if (width > area.Width) return area;
        var isAbove = settings.Place == LegendPlace.Above;
        var start = settings.Align switch
        {
            Alignment.Left => area.Left,
            Alignment.Right => area.Right - width,
            _ => area.CentreX - width / 2,
        };
        var (x, top) = (start, isAbove ? area.Top : area.Bottom - line);
        canvas.Parts.Add(("legend", new Area(start, top, start + width, top + line)));
        canvas.Text(low, x, top + line / 2 + canvas.ToMiddle, 0, Palette.Ink);
        x += canvas.Width(low) + ChartCanvas.Gap;
        foreach (var sample in scale.Samples)
        {
            canvas.Items.Add(new RectItem(x, top + 1.5, Sample, line - 3, scale.Color(sample)));
            x += Sample;
        }
        canvas.Text(high, x + ChartCanvas.Gap, top + line / 2 + canvas.ToMiddle, 0, Palette.Ink);
        return isAbove ? area with { Top = area.Top + line + 4 } : area with { Bottom = area.Bottom - line - 4 };
    }
}
