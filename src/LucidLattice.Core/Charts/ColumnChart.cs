using System.Globalization;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Links;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

/// <summary>Draws a column chart into a frame. Every text is measured first; what has no room is wrapped, turned, thinned out or left
/// away.</summary>
public sealed class ColumnChart
{
    private const double Gap = 4;
    private static readonly Font TitleFont = new(Definitions.FontFamily.Sans, 10, Bold: true);
    private static readonly Font SmallFont = new(Definitions.FontFamily.Sans, 7.5);
    private readonly ITypesetter _typesetter;
    private readonly ChartContent _content;
    private readonly List<DrawItem> _items = [];
    private readonly CultureInfo _culture;

    private ColumnChart(ITypesetter typesetter, ChartContent content, CultureInfo culture) =>
        (_typesetter, _content, _culture) = (typesetter, content, culture);

    /// <summary>The chart as one figure, in a frame of the given size at the given place (points).</summary>
    public static FigureItem Draw(ChartContent content, double x, double y, double width, double height, ITypesetter typesetter,
        CultureInfo culture)
    {
        var chart = new ColumnChart(typesetter, content, culture);
        chart.Draw(x, y, width, height);
        return new FigureItem(content.AlternativeText, chart._items);
    }

    private void Draw(double x, double y, double width, double height)
    {
        var (left, top, right, bottom) = (x, y, x + width, y + height);
        top = DrawTitle(left, top, width);
        if (_content.Marks.Count == 0)
        {
            Text("No rows", SmallFont, Palette.Muted, (left + right) / 2, (top + bottom) / 2, 0.5);
            return;
        }
        var line = LineHeight(SmallFont);
        if (_content.CategoryTitle.Length > 0)
        {
            bottom -= line;
            Text(Fit(_content.CategoryTitle, SmallFont, width), SmallFont, Palette.Muted, (left + right) / 2, bottom + Ascent(SmallFont),
                0.5);
        }
        var values = _content.Marks.Where(m => !m.Value.IsNull).Select(m => m.Value.AsDouble).ToList();
        var (low, high) = (Math.Min(0, values.DefaultIfEmpty(0).Min()), Math.Max(0, values.DefaultIfEmpty(0).Max()));
        var ticks = Ticks.Nice(low, high, Math.Clamp((int)((bottom - top) / (2.6 * line)), 2, 6));
        var format = _content.Format ?? AxisFormat(ticks);
        var labels = ticks.Select(t => format.Format(Value.Of(t))).ToList();
        var axisWidth = labels.Max(l => _typesetter.Width(SmallFont, l)) + Gap;
        if (_content.ValueTitle.Length > 0)
        {
            Text(Fit(_content.ValueTitle, SmallFont, bottom - top), SmallFont, Palette.Muted, left + Ascent(SmallFont), (top + bottom) / 2,
                0.5, -90);
            left += line;
        }
        left += axisWidth;
        var step = (right - left) / _content.Marks.Count;
        var axis = CategoryAxis.Plan(_content.Marks.Select(m => m.Label).ToList(), step, (bottom - top) * 0.4, SmallFont, _typesetter);
        bottom -= axis.Height + Gap + 3;
        // Room for the labels at the ends of the highest and the lowest column.
        top += _content.ValueLabels ? line : line / 2;
        var axisTop = bottom + Gap + 3;
        if (_content.ValueLabels && low < 0) bottom -= line;
        if (bottom - top < 8) return;

        double At(double value) => bottom - (value - ticks[0]) / (ticks[^1] - ticks[0]) * (bottom - top);
        // In a low frame some lines go without their figure, rather than one figure over the next.
        var every = Math.Max(1, (int)Math.Ceiling(line * (ticks.Length - 1) / (bottom - top)));
        for (var i = 0; i < ticks.Length; i++)
        {
            var at = At(ticks[i]);
            _items.Add(new LineItem(left, at, right, at, 0.5, Palette.GridLine));
            if (i % every == 0) Text(labels[i], SmallFont, Palette.Muted, left - Gap, at + Ascent(SmallFont) * 0.36, 1);
        }
        DrawColumns(left, step, At, format);
        _items.Add(new LineItem(left, At(0), right, At(0), 0.75, Palette.Muted));
        // The lowest figure of the value axis reaches a little below its line.
        axis.Draw(left, axisTop, _items);
    }

    private void DrawColumns(double left, double step, Func<double, double> at, ValueFormat format)
    {
        var barWidth = step * 0.68;
        var zero = at(0);
        // All columns wear their figure or none does: one here and there would look like a choice.
        var labelFits = _content.ValueLabels && LineHeight(SmallFont) <= step
            && _content.Marks.All(m => m.Value.IsNull || _typesetter.Width(SmallFont, format.Format(m.Value)) <= step - 2);
        for (var i = 0; i < _content.Marks.Count; i++)
        {
            var mark = _content.Marks[i];
            if (mark.Value.IsNull) continue;
            var value = mark.Value.AsDouble;
            var (x, end) = (left + step * i + (step - barWidth) / 2, at(value));
            var (top, height) = (Math.Min(zero, end), Math.Abs(zero - end));
            _items.Add(new RectItem(x, top, barWidth, height, mark.Color ?? _content.Color));
            // A mark that is too low to hit still answers to the pointer.
            _items.Add(new RegionItem(x, Math.Min(top, zero - 6), barWidth, Math.Max(height, 6), $"{_content.Id}-{i}", mark.Label,
                _content.FullFormat.Format(mark.Value), _content.Action(mark)));
            if (!labelFits) continue;
            var label = format.Format(mark.Value);
            Text(label, SmallFont, Palette.Ink, x + barWidth / 2, value < 0 ? end + Ascent(SmallFont) + 2 : end - 2.5, 0.5);
        }
    }

    private double DrawTitle(double left, double top, double width)
    {
        if (_content.Title.Length == 0) return top;
        var lines = TextWrapper.Wrap(_typesetter, TitleFont, _content.Title, width);
        for (var i = 0; i < Math.Min(2, lines.Count); i++)
        {
            var text = i == 1 && lines.Count > 2 ? Fit(string.Join(' ', lines.Skip(1)), TitleFont, width) : lines[i];
            Text(text, TitleFont, Palette.Ink, left + width / 2, top + Ascent(TitleFont), 0.5);
            top += LineHeight(TitleFont);
        }
        return top + 2;
    }

    /// <summary>One short format for the whole axis: thousands as k, millions as M, decimals as the step needs them.</summary>
    private ValueFormat AxisFormat(double[] ticks)
    {
        var top = Math.Max(Math.Abs(ticks[0]), Math.Abs(ticks[^1]));
        var step = ticks.Length > 1 ? ticks[1] - ticks[0] : 1;
        var (unit, suffix) = top >= 1_000_000 ? (1_000_000.0, "M") : top >= 10_000 ? (1000.0, "k") : (1, "");
        var decimals = Math.Clamp((int)Math.Ceiling(-Math.Log10(step / unit) - 1e-9), 0, 6);
        var pattern = (suffix.Length == 0 ? "#,##0" : "0")
            + (decimals > 0 ? "." + new string(suffix.Length == 0 ? '0' : '#', decimals) : "") + suffix;
        return ValueFormat.For(DataType.Double, _content.IsShare ? "0.# %" : pattern, Definitions.FieldKind.Plain, null, _culture);
    }

    private string Fit(string text, Font font, double width) => TextWrapper.Shorten(_typesetter, font, text, width);

    private double Ascent(Font font) => _typesetter.Extent(font).Ascent;

    private static double LineHeight(Font font) => font.Size * 1.3;

    /// <summary>A text whose start, middle or end (0, 0.5, 1) is at x.</summary>
    private void Text(string text, Font font, string color, double x, double y, double anchor, double rotation = 0)
    {
        var width = _typesetter.Width(font, text);
        var shift = -anchor * width;
        if (rotation == 0) TextItems.Add(_items, _typesetter, text, font, color, x + shift, y, width);
        else TextItems.Add(_items, _typesetter, text, font, color, x, y - shift, width, rotation);
    }
}
