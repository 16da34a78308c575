using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Guides;

/// <summary>What stands at the points of lines, so that lines are told apart without their colours.</summary>
public static class Markers
{
    /// <param name="radius">Of a dot; the others have about its area.</param>
    public static void Draw(ChartMarker marker, double x, double y, double radius, string color, ChartCanvas canvas)
    {
        var (r, path) = (radius * 0.9, new DrawPath());
        DrawItem? item = marker switch
        {
            ChartMarker.None => null,
            ChartMarker.Square => new RectItem(x - r, y - r, 2 * r, 2 * r, color),
            ChartMarker.Diamond => new PathItem(path.MoveTo(x, y - radius).LineTo(x + radius, y).LineTo(x, y + radius)
                .LineTo(x - radius, y).Close(), color),
            ChartMarker.Triangle => new PathItem(path.MoveTo(x, y - radius).LineTo(x + radius, y + r).LineTo(x - radius, y + r).Close(),
                color),
            ChartMarker.Cross => new PathItem(path.MoveTo(x - r, y - r).LineTo(x + r, y + r).MoveTo(x + r, y - r).LineTo(x - r, y + r),
                null, new Pen(color, 1)),
            _ => new CircleItem(x, y, radius, color),
        };
        if (item is not null) canvas.Items.Add(item);
    }
}
