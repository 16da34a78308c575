using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts.Types;

/// <summary>Puts axes, grid and lines around the layers of a chart, and has each layer drawn between them.</summary>
internal sealed class CartesianFrame(ChartContent content, IReadOnlyList<Layer> layers, bool isLying, ChartCanvas canvas)
{
    private const double Gap = ChartCanvas.Gap, LeastWidth = 12, LeastHeight = 8, PerFigure = 60;
    private readonly double _line = ChartCanvas.LineHeight();

    private IReadOnlyList<CategoryEntry> Categories => content.Numbers.Categories;

    public void Draw(Area area)
    {
        content = content with { DrawnIn = area };
        if (isLying) DrawLying(area);
        else DrawUpright(area);
    }

    /// <summary>The range of some layers together; null where they have nothing to draw.</summary>
    public static (double Low, double High)? RangeOf(IEnumerable<Layer> layers)
    {
        var ranges = layers.Select(l => l.Range).OfType<(double Low, double High)>().ToList();
        return ranges.Count == 0 ? null : (ranges.Min(r => r.Low), ranges.Max(r => r.High));
    }

    private ValueAxis? Axis(bool isRight, double length, double perTick)
    {
        var own = layers.Where(l => l.IsRight == isRight).ToList();
        if (own.Count == 0) return null;
        var settings = isRight ? content.Axes.Right : content.Axes.Left;
        var shared = isRight ? content.SharedRange.Right : content.SharedRange.Left;
        var (low, high) = shared ?? RangeOf(own) ?? (0, 0);
        // Lines of reference are of no use beyond the axis.
        foreach (var line in content.Lines.Where(l => l.IsRight == isRight))
            (low, high) = (Math.Min(low, Math.Min(line.At, line.To ?? line.At)), Math.Max(high, Math.Max(line.At, line.To ?? line.At)));
        if (settings.Close && own.SelectMany(l => l.Marks).Where(m => m.IsThere).Select(m => m.To).ToList() is { Count: > 0 } all)
            (low, high) = (all.Min(), all.Max());
        var values = own.SelectMany(l => l.Marks).Select(m => content.Numbers.Series[m.Mark.SeriesIndex].ValueIndex).Distinct().ToList();
        var isShare = own.All(l => l.IsShare) || (values.Count > 0 && values.All(v => content.AreShares.ElementAtOrDefault(v)));
        var format = (isRight ? content.AxisFormats.Right : content.AxisFormats.Left)
            ?? (own.All(l => l.IsShare) || values.Count == 0 ? null : content.Formats.ElementAtOrDefault(values[0]));
        return ValueAxis.Plan(settings, (low, high), own.Min(l => l.LeastAboveZero), Math.Clamp((int)(length / perTick), 2, 6), format,
            isShare, canvas.Culture);
    }

    private void DrawUpright(Area area)
    {
        var (left, top, right, bottom) = (area.Left, area.Top, area.Right, area.Bottom);
        var isNamed = !content.Axes.Category.Hidden;
        if (content.CategoryTitle.Length > 0 && isNamed)
        {
            bottom -= _line;
            canvas.Text(canvas.Fit(content.CategoryTitle, area.Width), area.CentreX, bottom + canvas.Ascent(), 0.5);
        }
        var (leftAxis, rightAxis) = (Axis(false, bottom - top, 2.6 * _line), Axis(true, bottom - top, 2.6 * _line));
        left += SideTitle(content.ValueTitle, leftAxis, left, top, bottom, true) + (leftAxis?.Width(canvas) ?? 0);
        right -= SideTitle(content.RightTitle, rightAxis, right, top, bottom, false) + (rightAxis?.Width(canvas) ?? 0);
        if (right - left < LeastWidth) return;
        var names = isNamed
            ? CategoryAxis.Plan(Categories, (right - left) / Categories.Count, (bottom - top) * 0.4, content.DateStep,
                content.Numbers.Ranges is not null, canvas)
            : null;
        bottom -= (names?.Height ?? 0) + Gap + 3;
        // Room for the labels at the ends of the highest and the lowest mark.
        var areLabelled = content.Labels.Show != LabelShow.Never;
        top += areLabelled ? _line : _line / 2;
        var axisTop = bottom + Gap + 3;
        if (areLabelled && (leftAxis ?? rightAxis)?.Ticks[0] < 0) bottom -= _line;
        if (bottom - top < LeastHeight) return;
        var room = new Area(left, top, right, bottom);
        canvas.Parts.Add(("category", area with { Top = axisTop }));
        canvas.Parts.Add(("left", area with { Right = left, Bottom = bottom }));
        if (rightAxis is not null) canvas.Parts.Add(("right", area with { Left = right, Bottom = bottom }));
        canvas.Parts.Add(("plot", room));
        var bands = new BandScale(Categories.Count, left, right, content.Axes.Category.Reversed);
        DrawCategoryGrid(bands, room);
        leftAxis?.DrawUpright(room, isRight: false, hasGrid: true, canvas);
        rightAxis?.DrawUpright(room, isRight: true, hasGrid: leftAxis is null, canvas);
        // The lowest figure of the value axis reaches a little below its line.
        names?.Draw(bands, axisTop, content.CategoryAction, content.Id);
        DrawLayers(room, bands, leftAxis, rightAxis);
    }

    private double SideTitle(string title, ValueAxis? axis, double x, double top, double bottom, bool isLeft)
    {
        if (title.Length == 0 || axis is null || bottom - top < 2 * _line) return 0;
        canvas.Text(canvas.Fit(title, bottom - top), isLeft ? x + canvas.Ascent() : x - canvas.Typesetter
            .Extent(ChartCanvas.SmallFont).Descent, (top + bottom) / 2, 0.5, rotation: -90);
        return _line;
    }

    private void DrawCategoryGrid(BandScale bands, Area room)
    {
        if (!content.Axes.Category.Grid || bands.Step < 2) return;
        for (var i = 1; i < bands.Count; i++)
        {
            var at = Math.Min(bands.Start(i), bands.Start(i - 1)) + bands.Step;
            canvas.Items.Add(isLying
                ? new LineItem(room.Left, at, room.Right, at, 0.5, Palette.GridLine)
                : new LineItem(at, room.Top, at, room.Bottom, 0.5, Palette.GridLine));
        }
    }

    private void DrawLayers(Area room, BandScale bands, ValueAxis? leftAxis, ValueAxis? rightAxis)
    {
        ValueScale Scale(ValueAxis axis) => isLying ? axis.Scale(room.Left, room.Right) : axis.Scale(room.Bottom, room.Top);
        var compared = new Comparison(content);
        var isCrossed = content.Lines.Count > 0 || layers.Any(l => l.Drawer.HasLines) || content.Values.Any(v => v.Trend is not null);
        Plot PlotOf(Layer layer)
        {
            var axis = layer.IsRight ? rightAxis! : leftAxis!;
            return new Plot(content, canvas, room, bands, Scale(axis), layer, MarkLabels.Of(content, layer, axis), isLying)
                { IsAlone = layers.Count == 1, IsCrossed = isCrossed, Compared = compared };
        }
        var across = new LinesAcross(content.Lines, room, isLying, canvas);
        if (leftAxis is not null) across.DrawBands(Scale(leftAxis), false);
        if (rightAxis is not null) across.DrawBands(Scale(rightAxis), true);
        var plots = layers.Select(PlotOf).ToList();
        foreach (var plot in plots) plot.Layer.Drawer.DrawMarks(plot);
        foreach (var axis in new[] { leftAxis, rightAxis })
            if (axis is { HasZero: true } && (axis == leftAxis || leftAxis is null)) DrawZero(Scale(axis).At(0), room);
        foreach (var plot in plots) Trends.Draw(plot);
        if (leftAxis is not null) across.DrawLines(Scale(leftAxis), false);
        if (rightAxis is not null) across.DrawLines(Scale(rightAxis), true);
        // Where several layers overlap, the points of the later ones lie above and answer first.
        foreach (var plot in plots) plot.Layer.Drawer.DrawLabels(plot);
    }

    private void DrawZero(double at, Area room) => canvas.Items.Add(isLying
        ? new LineItem(at, room.Top, at, room.Bottom, 0.75, Palette.Muted)
        : new LineItem(room.Left, at, room.Right, at, 0.75, Palette.Muted));

    private void DrawLying(Area area)
    {
        var (left, top, right, bottom) = (area.Left, area.Top, area.Right, area.Bottom);
        if (content.ValueTitle.Length > 0)
        {
            bottom -= _line;
            canvas.Text(canvas.Fit(content.ValueTitle, area.Width), area.CentreX, bottom + canvas.Ascent(), 0.5);
        }
        var hasRight = layers.Any(l => l.IsRight);
        if (!content.Axes.Left.Hidden) bottom -= _line + Gap;
        if (hasRight && content.RightTitle.Length > 0)
        {
            canvas.Text(canvas.Fit(content.RightTitle, area.Width), area.CentreX, top + canvas.Ascent(), 0.5);
            top += _line;
        }
        if (hasRight && !content.Axes.Right.Hidden) top += _line + Gap;
        var step = (bottom - top) / Categories.Count;
        if (step <= 0) return;
        var isNamed = !content.Axes.Category.Hidden;
        if (content.CategoryTitle.Length > 0 && bottom - top > 4 * _line && isNamed)
        {
            canvas.Text(canvas.Fit(content.CategoryTitle, bottom - top), left + canvas.Ascent(), (top + bottom) / 2, 0.5, rotation: -90);
            left += _line;
        }
        var names = Categories.Select(c => canvas.Fit(c.Outer is null ? c.Label : $"{c.Outer}: {c.Label}", area.Width * 0.4)).ToList();
        var every = Math.Max(1, (int)Math.Ceiling(_line / step));
        var first = CategoryAxis.First(step, _line);
        bool IsNamed(int i) => isNamed && i >= first && (i - first) % every == 0
            && (i + 0.5) * step <= bottom - top - _line / 2 + 0.01;
        left += names.Where((_, i) => IsNamed(i)).Select(n => canvas.Width(n)).DefaultIfEmpty(0).Max() + Gap;
        var namesEnd = left - Gap;
        // As many divisions as their figures have room for, whatever those turn out to be.
        var (below, above) = (Axis(false, right - left, PerFigure), Axis(true, right - left, PerFigure));
        var axes = new[] { below, above }.OfType<ValueAxis>().ToList();
        if (axes.Count == 0) return;
        double HalfEnd(Func<ValueAxis, string> end) => axes.Where(a => !a.Settings.Hidden).Select(a => canvas.Width(end(a)) / 2)
            .DefaultIfEmpty(0).Max();
        var (atLow, atHigh) = (HalfEnd(a => a.Settings.Reversed ? a.Figures[^1] : a.Figures[0]),
            HalfEnd(a => a.Settings.Reversed ? a.Figures[0] : a.Figures[^1]));
        right -= atHigh;
        left += Math.Max(0, atLow - Gap);
        var longest = LabelRoom();
        if (longest > (right - left) / 3) longest = 0;
        right -= Math.Max(0, longest - atHigh);
        if (axes.Any(a => a.Ticks[0] < 0)) left += longest;
        if (right - left < LeastWidth) return;
        var room = new Area(left, top, right, bottom);
        canvas.Parts.Add(("category", area with { Right = namesEnd, Bottom = bottom }));
        canvas.Parts.Add(("left", area with { Top = bottom }));
        if (above is not null) canvas.Parts.Add(("right", area with { Bottom = top }));
        canvas.Parts.Add(("plot", room));
        var bands = new BandScale(Categories.Count, top, bottom, content.Axes.Category.Reversed);
        DrawCategoryGrid(bands, room);
        below?.DrawAlong(room, bottom + Gap + canvas.Ascent(), hasGrid: true, canvas);
        above?.DrawAlong(room, top - Gap, hasGrid: below is null, canvas);
        for (var i = 0; i < names.Count; i++)
        {
            var place = content.Axes.Category.Reversed ? names.Count - 1 - i : i;
            if (!IsNamed(place)) continue;
            var middle = bands.Middle(i);
            canvas.Text(names[i], namesEnd, middle + canvas.ToMiddle, 1, Palette.Ink);
            if (content.CategoryAction(Categories[i]) is { } opens && names[i].Length > 0)
                canvas.Items.Add(new RegionItem(namesEnd - canvas.Width(names[i]), middle - Math.Min(step, _line) / 2,
                    canvas.Width(names[i]), Math.Min(step, _line), $"{content.Id}-label-{i}", Categories[i].Label, "", opens));
        }
        DrawLayers(room, bands, below, above);
    }

    /// <summary>Beyond the ends of bars.</summary>
    private double LabelRoom()
    {
        if (content.Labels.Show == LabelShow.Never || content.Labels.Place == LabelPlace.Inside) return 0;
        return layers.Where(l => l.Arrangement == ChartArrangement.Beside && l.Marks.Count < 200).SelectMany(l =>
        {
            var axis = Axis(l.IsRight, 300, PerFigure)!;
            var label = MarkLabels.Of(content, l, axis);
            return l.Marks.Where(m => m.IsThere && !m.Mark.Value.IsNull).Select(m => canvas.Width(label(m)) + Gap);
        }).DefaultIfEmpty(0).Max();
    }
}
