using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;

namespace LucidLattice.Charts.Guides;

/// <summary>Lines and bands across a plot at given numbers: bands behind the marks, lines before them.</summary>
public sealed class LinesAcross(IReadOnlyList<LineAcross> lines, Area room, bool isLying, ChartCanvas canvas)
{
    private const double BandOpacity = 0.12;

    public void DrawBands(ValueScale values, bool isRight)
    {
        foreach (var band in lines.Where(l => l.IsRight == isRight))
        {
            if (band.To is not { } to) continue;
            var (a, b) = (values.Within(band.At), values.Within(to));
            var (low, high) = (Math.Min(a, b), Math.Max(a, b));
            canvas.Items.Add(isLying
                ? new RectItem(low, room.Top, high - low, room.Height, band.Color, Opacity: BandOpacity)
                : new RectItem(room.Left, low, room.Width, high - low, band.Color, Opacity: BandOpacity));
        }
    }

    public void DrawLines(ValueScale values, bool isRight)
    {
        foreach (var line in lines.Where(l => l.IsRight == isRight && l.To is null && values.Holds(l.At)))
        {
            var at = values.At(line.At);
            var path = isLying
                ? new DrawPath().MoveTo(at, room.Top).LineTo(at, room.Bottom)
                : new DrawPath().MoveTo(room.Left, at).LineTo(room.Right, at);
            canvas.Items.Add(new PathItem(path, null, new Pen(line.Color, 1, Pens.Dashes(line.Dash))));
        }
    }
}
