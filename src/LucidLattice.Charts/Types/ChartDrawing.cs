using System.Globalization;
using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Draws a chart of any type into a frame. Every text is measured first; what has no room is wrapped, turned, thinned out or
/// left away.</summary>
public static class ChartDrawing
{
    private const double Padding = 6, ShadowWidth = 2, BorderWidth = 0.75;

    /// <summary>The chart as one figure, in a frame of the given size at the given place (points).</summary>
    public static FigureItem Draw(
        ChartType type, ChartContent content, double x, double y, double width, double height, ITypesetter typesetter, CultureInfo culture)
        => Draw(type, content, x, y, width, height, typesetter, culture, out _);

    /// <param name="parts">The parts of the picture that an author can choose, and where they are.</param>
    public static FigureItem Draw(
        ChartType type, ChartContent content, double x, double y, double width, double height, ITypesetter typesetter, CultureInfo culture,
        out IReadOnlyList<(string Part, Area Area)> parts)
    {
        var canvas = new ChartCanvas(typesetter, culture, content.Small);
        content = content with { Culture = culture };
        var area = DrawFrame(content.Frame, new Area(x, y, x + width, y + height), canvas);
        if (content.WholeAction is not null)
            canvas.Items.Add(new RegionItem(x, y, width, height, $"{content.Id}-whole", content.Title.Text, "", content.WholeAction));
        area = ChartTitle.Draw(content, area, canvas);
        if (content.Numbers.Marks.Count == 0)
            canvas.Text(canvas.Fit("No rows", area.Width), area.CentreX, Math.Min(area.CentreY, area.Bottom - 3), 0.5);
        else if (content.Arrangement == ChartArrangement.Apart) SmallMultiples.Draw(type, content, area, canvas);
        else type.Draw(content with { DrawnIn = area }, area, canvas);
        if (content.LeadsOn) DrawLeadsOn(x + width, y, canvas);
        parts = canvas.Parts;
        return new FigureItem(content.AlternativeText(type.Kind), canvas.Items, content.Id) { Box = (x, y, width, height) };
    }

    /// <summary>A small arrow in the upper right corner says that a click leads on.</summary>
    private static void DrawLeadsOn(double right, double top, ChartCanvas canvas)
    {
        var (x, y) = (right - 7, top + 1.5);
        canvas.Items.Add(new PathItem(new DrawPath().MoveTo(x, y).LineTo(x + 5, y + 5).MoveTo(x + 5, y + 1).LineTo(x + 5, y + 5)
            .LineTo(x + 1, y + 5), null, new Pen(Palette.Link, 1.1)));
    }

    private static Area DrawFrame(ChartFrame frame, Area area, ChartCanvas canvas)
    {
        if (frame is { Background: null, Border: null, Shadow: false }) return area;
        if (area.Width < 4 * Padding || area.Height < 4 * Padding) return area;
        if (frame.Shadow)
        {
            area = area with { Right = area.Right - ShadowWidth, Bottom = area.Bottom - ShadowWidth };
            canvas.Items.Add(
                new RectItem(area.Left + ShadowWidth, area.Top + ShadowWidth, area.Width, area.Height, Palette.Ink, Opacity: 0.18));
        }
        var isWhole = frame.Sides.Count == 0 || frame.Sides.Distinct().Count() == 4;
        if (frame.Background is not null || frame.Shadow || (isWhole && frame.Border is not null))
            canvas.Items.Add(new RectItem(area.Left, area.Top, area.Width, area.Height,
                frame.Background ?? (frame.Shadow ? "#FFFFFF" : null),
                isWhole ? frame.Border : null, isWhole && frame.Border is not null ? BorderWidth : 0));
        if (!isWhole && frame.Border is { } color)
            foreach (var side in frame.Sides.Distinct())
                canvas.Items.Add(side switch
                {
                    FrameSide.Top => new LineItem(area.Left, area.Top, area.Right, area.Top, BorderWidth, color),
                    FrameSide.Bottom => new LineItem(area.Left, area.Bottom, area.Right, area.Bottom, BorderWidth, color),
                    FrameSide.Left => new LineItem(area.Left, area.Top, area.Left, area.Bottom, BorderWidth, color),
                    _ => new LineItem(area.Right, area.Top, area.Right, area.Bottom, BorderWidth, color),
                });
        return area.Shrunk(Padding);
    }
}
