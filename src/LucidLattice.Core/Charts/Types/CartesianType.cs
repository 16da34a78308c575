using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts.Types;

/// <summary>Types with categories along one axis and numbers along the other.</summary>
public abstract class CartesianType : ChartType
{
    private const double Gap = ChartCanvas.Gap;

    public override bool Stacks => true;

    /// <summary>True where a mark's length is its number, so that zero has to be on the axis.</summary>
    protected virtual bool HasZero => true;

    /// <summary>True where categories go down and numbers to the right.</summary>
    protected virtual bool IsLying => false;

    public sealed override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var series = content.Numbers.Series;
        area = Legend.Draw(content.Legend, [.. series.Select(s => (s.Name, s.Color))], series.Count > 1, area, canvas);
        var numbers = content.Numbers.Marks.Select(m => (m.CategoryIndex, m.Value.IsNull ? double.NaN : m.Value.AsDouble)).ToList();
        var ends = Stack.Place(numbers, content.Numbers.Categories.Count, content.Arrangement);
        for (var i = 0; i < ends.Length; i++)
            if (double.IsNaN(numbers[i].Item2) && content.Arrangement == ChartArrangement.Beside) ends[i] = (double.NaN, double.NaN);
        if (IsLying) DrawLying(content, area, canvas, ends);
        else DrawUpright(content, area, canvas, ends);
    }

    protected abstract void DrawMarks(Plot plot);

    private (double Low, double High) Range(ChartContent content, (double From, double To)[] ends)
    {
        if (content.Arrangement == ChartArrangement.Shares) return (ends.Any(e => e.To < 0) ? -1 : 0, ends.Any(e => e.To > 0) ? 1 : 0);
        var all = ends.Where(e => !double.IsNaN(e.To)).Select(e => e.To).DefaultIfEmpty(0).ToList();
        var (low, high) = (all.Min(), all.Max());
        return HasZero || content.Arrangement != ChartArrangement.Beside ? (Math.Min(0, low), Math.Max(0, high)) : (low, high);
    }

    private void DrawUpright(ChartContent content, Area area, ChartCanvas canvas, (double, double)[] ends)
    {
        var (left, top, right, bottom) = (area.Left, area.Top, area.Right, area.Bottom);
        var line = ChartCanvas.LineHeight();
        if (content.CategoryTitle.Length > 0)
        {
            bottom -= line;
            canvas.Text(canvas.Fit(content.CategoryTitle, area.Width), area.CentreX, bottom + canvas.Ascent(), 0.5);
        }
        var (low, high) = Range(content, ends);
        var ticks = Ticks.Nice(low, high, Math.Clamp((int)((bottom - top) / (2.6 * line)), 2, 6));
        var (tick, label) = Writing(content, ticks, canvas, ends);
        var labels = ticks.Select(tick).ToList();
        var axisWidth = labels.Max(l => canvas.Width(l)) + Gap;
        if (content.ValueTitle.Length > 0)
        {
            canvas.Text(canvas.Fit(content.ValueTitle, bottom - top), left + canvas.Ascent(), (top + bottom) / 2, 0.5, rotation: -90);
            left += line;
        }
        left += axisWidth;
        if (right - left < 12) return;
        var names = content.Numbers.Categories.Select(c => c.Label).ToList();
        var step = (right - left) / names.Count;
        var axis = CategoryAxis.Plan(names, step, (bottom - top) * 0.4, ChartCanvas.SmallFont, canvas.Typesetter);
        bottom -= axis.Height + Gap + 3;
        // Room for the labels at the ends of the highest and the lowest mark.
        top += content.Labels ? line : line / 2;
        var axisTop = bottom + Gap + 3;
        if (content.Labels && low < 0) bottom -= line;
        if (bottom - top < 8) return;

        var values = new LinearScale(ticks[0], ticks[^1], bottom, top);
        // Where the figures of the axis would touch, only every other one is written.
        var every = Math.Max(1, (int)Math.Ceiling(line * (ticks.Length - 1) / (bottom - top)));
        for (var i = 0; i < ticks.Length; i++)
        {
            var at = values.At(ticks[i]);
            canvas.Items.Add(new LineItem(left, at, right, at, 0.5, Palette.GridLine));
            if (i % every == 0) canvas.Text(labels[i], left - Gap, at + canvas.ToMiddle, 1);
        }
        DrawMarks(new Plot(content, canvas, new Area(left, top, right, bottom), new BandScale(names.Count, left, right), values, ends,
            label, false) { LabelRoom = content.Labels ? line : 0 });
        if (ticks[0] <= 0 && ticks[^1] >= 0)
            canvas.Items.Add(new LineItem(left, values.At(0), right, values.At(0), 0.75, Palette.Muted));
        // The lowest figure of the value axis reaches a little below its line.
        axis.Draw(left, axisTop, canvas.Items);
    }

    private void DrawLying(ChartContent content, Area area, ChartCanvas canvas, (double, double)[] ends)
    {
        var (left, top, right, bottom) = (area.Left, area.Top, area.Right, area.Bottom);
        var line = ChartCanvas.LineHeight();
        if (content.ValueTitle.Length > 0)
        {
            bottom -= line;
            canvas.Text(canvas.Fit(content.ValueTitle, area.Width), area.CentreX, bottom + canvas.Ascent(), 0.5);
        }
        bottom -= line + Gap;
        var categories = content.Numbers.Categories;
        var step = (bottom - top) / categories.Count;
        if (content.CategoryTitle.Length > 0 && bottom - top > 4 * line)
        {
            canvas.Text(canvas.Fit(content.CategoryTitle, bottom - top), left + canvas.Ascent(), (top + bottom) / 2, 0.5, rotation: -90);
            left += line;
        }
        var every = Math.Max(1, (int)Math.Ceiling(line / step));
        var names = categories.Select(c => canvas.Fit(c.Label.ReplaceLineEndings(" "), (area.Right - left) * 0.4)).ToList();
        var first = CategoryAxis.First(step, line);
        bool IsNamed(int i) => i >= first && (i - first) % every == 0 && (i + 0.5) * step <= bottom - top - line / 2 + 0.01;
        left += names.Where((_, i) => IsNamed(i)).Select(n => canvas.Width(n)).DefaultIfEmpty(0).Max() + Gap;
        var namesEnd = left - Gap;
        var (low, high) = Range(content, ends);
        // As many divisions as their figures have room for, whatever those turn out to be.
        var ticks = Ticks.Nice(low, high, Math.Clamp((int)((right - left) / 60), 2, 6));
        var (tick, label) = Writing(content, ticks, canvas, ends);
        var figures = ticks.Select(tick).ToList();
        right -= canvas.Width(figures[^1]) / 2;
        left += Math.Max(0, canvas.Width(figures[0]) / 2 - Gap);
        var longest = content.Labels && content.Arrangement == ChartArrangement.Beside
            ? content.Numbers.Marks.Where(m => !m.Value.IsNull).Select(m => canvas.Width(label(m))).DefaultIfEmpty(0).Max() + Gap
            : 0;
        if (longest > (right - left) / 3) longest = 0;
        right -= longest;
        if (low < 0) left += longest;
        if (right - left < 12 || step <= 0) return;
        var values = new LinearScale(ticks[0], ticks[^1], left, right);
        var widest = figures.Max(f => canvas.Width(f)) + 2 * Gap;
        var skip = Math.Max(1, (int)Math.Ceiling(widest * (ticks.Length - 1) / (right - left)));
        for (var i = 0; i < ticks.Length; i++)
        {
            var at = values.At(ticks[i]);
            canvas.Items.Add(new LineItem(at, top, at, bottom, 0.5, Palette.GridLine));
            if (i % skip == 0) canvas.Text(figures[i], at, bottom + Gap + canvas.Ascent(), 0.5);
        }
        var bands = new BandScale(categories.Count, top, bottom);
        DrawMarks(new Plot(content, canvas, new Area(left, top, right, bottom), bands, values, ends, label, true)
            { LabelRoom = longest });
        if (ticks[0] <= 0 && ticks[^1] >= 0)
            canvas.Items.Add(new LineItem(values.At(0), top, values.At(0), bottom, 0.75, Palette.Muted));
        for (var i = 0; i < names.Count; i++)
            if (IsNamed(i)) canvas.Text(names[i], namesEnd, bands.Middle(i) + canvas.ToMiddle, 1, Palette.Ink);
    }

    /// <summary>How the numbers of the axis, and those of its marks, are written: as the author says, or in one short unit.</summary>
    private static (Func<double, string> Tick, Func<Mark, string> Label) Writing(
        ChartContent content, double[] ticks, ChartCanvas canvas, (double From, double To)[] ends)
    {
        var isShare = content.Arrangement == ChartArrangement.Shares;
        var numbers = new AxisNumbers(ticks, content.IsShare || isShare, canvas.Culture);
        if (isShare)
        {
            var places = new Dictionary<Mark, (double From, double To)>(ReferenceEqualityComparer.Instance);
            for (var i = 0; i < ends.Length; i++) places[content.Numbers.Marks[i]] = ends[i];
            return (numbers.Tick, mark => numbers.Label(places[mark].To - places[mark].From));
        }
        var own = content.Formats[0];
        return (own is null ? numbers.Tick : t => own.Format(Value.Of(t)),
            mark => content.Formats[content.Numbers.Series[mark.SeriesIndex].ValueIndex]?.Format(mark.Value)
                ?? numbers.Label(mark.Value.AsDouble));
    }
}
