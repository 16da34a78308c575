using System.Globalization;
using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Types;

/// <summary>Draws a chart of any type into a frame. Every text is measured first; what has no room is wrapped, turned, thinned out or
/// left away.</summary>
public static class ChartDrawing
{
    /// <summary>The chart as one figure, in a frame of the given size at the given place (points).</summary>
    public static FigureItem Draw(
        ChartType type, ChartContent content, double x, double y, double width, double height, ITypesetter typesetter, CultureInfo culture)
    {
        var canvas = new ChartCanvas(typesetter, culture);
        var area = ChartTitle.Draw(content.Title, new Area(x, y, x + width, y + height), canvas);
        if (content.Numbers.Marks.Count == 0)
            canvas.Text("No rows", area.CentreX, area.CentreY, 0.5);
        else type.Draw(content, area, canvas);
        return new FigureItem(content.AlternativeText(type.Kind), canvas.Items);
    }
}
