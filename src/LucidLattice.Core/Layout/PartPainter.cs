using LucidLattice.Core.Charts;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Layout;

/// <summary>Turns placed parts into drawing items.</summary>
/// <param name="chart">Gives the content of a chart for the group in which the frame stands.</param>
public sealed class PartPainter(PartLayout layout, ITypesetter typesetter, System.Globalization.CultureInfo culture, Func<ChartPlan, Frame, ChartContent> chart)
{
    /// <summary>Draws the slice of a part from <paramref name="from"/> to <paramref name="to"/>, its upper edge at (left, top), and returns how the part was placed.</summary>
    public PlacedPart Paint(PartPlan plan, Frame frame, double left, double top, double from, double to, List<DrawItem> items)
    {
        var part = layout.Place(plan, frame);
        foreach (var element in part.Elements)
        {
            // What begins in an earlier or a later slice belongs there; texts are cut by lines.
            var begins = element.Y >= from - 0.01 && element.Y < to;
            var y = top - from + element.Y;
            switch (element.Plan)
            {
                case TextPlan text:
                    PaintText(element, text, frame, left, y, from, to, items);
                    break;
                case LinePlan line when begins:
                    items.Add(new LineItem(left + line.X, y, left + line.X + line.Width, y, line.Definition.Thickness, line.Style.Color));
                    break;
                case ChartPlan plannedChart when begins:
                    items.Add(ColumnChart.Draw(chart(plannedChart, frame), left + plannedChart.X, y, plannedChart.Width, element.Height, typesetter, culture));
                    break;
                case BrokenPlan broken when begins:
                    items.Add(new RectItem(left + broken.X, y, broken.Width, Math.Max(10, element.Height), null, Palette.Problem, 0.75));
                    PaintLine("see problems", broken.Style with { Color = Palette.Problem, Align = Alignment.Left }, left + broken.X + 3, broken.Width - 6, y, items);
                    break;
            }
        }
        return part;
    }

    private void PaintText(PlacedElement element, TextPlan text, Frame frame, double left, double y, double from, double to, List<DrawItem> items)
    {
        var (first, count) = element.Lines!.Count > 1 ? PartSlices.Lines(element, text, from, to) : element.Y >= from - 0.01 && element.Y < to ? (0, 1) : (0, 0);
        for (var i = first; i < first + count; i++)
            if (element.Lines[i].Length > 0) PaintLine(element.Lines[i], text.Style, left + text.X, text.Width, y + i * PartLayout.LineHeight(text), items);
    }

    /// <summary>One line. A text that does not wrap is set smaller where it has to be; a figure is never cut, since a cut figure is a wrong one.</summary>
    private void PaintLine(string line, ResolvedStyle style, double x, double width, double y, List<DrawItem> items)
    {
        var font = style.Font;
        var measured = typesetter.Width(font, line);
        if (measured > width + 0.01 && width > 0)
        {
            font = font with { Size = Math.Max(4, font.Size * width / measured) };
            measured = typesetter.Width(font, line);
            if (measured > width + 0.01)
            {
                line = "####";
                measured = typesetter.Width(font, line);
            }
        }
        var (ascent, descent) = typesetter.Extent(font);
        var baseline = y + (style.Font.Size * PartLayout.LineSpacing - ascent - descent) / 2 + ascent;
        var align = style is { IsNatural: true, Align: Alignment.Left } && WritingDirection.IsRightToLeft(line) ? Alignment.Right : style.Align;
        var shift = align switch { Alignment.Right => width - measured, Alignment.Centre => (width - measured) / 2, _ => 0 };
        TextItems.Add(items, typesetter, line, font, style.Color, x + shift, baseline, measured);
    }
}
