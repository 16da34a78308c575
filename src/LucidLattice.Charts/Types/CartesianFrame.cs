using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>Puts axes, grid and lines around the layers of a chart, and has each layer drawn between them.</summary>
internal sealed class CartesianFrame(ChartContent content, IReadOnlyList<Layer> layers, bool isLying, ChartCanvas canvas)
{
    private const double Gap = ChartCanvas.Gap, LeastWidth = 12, LeastHeight = 8, PerFigure = 60;
    private readonly double _line = canvas.LineHeight();

    private IReadOnlyList<CategoryEntry> Categories => content.Numbers.Categories;

    public void Draw(Area area)
    {
        content = content with { DrawnIn = area };
        area = DrawTitlesAround(area);
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

    /// <summary>Both value axes, with their zeros at one height if the author wants it.</summary>
    private (ValueAxis? Left, ValueAxis? Right) Axes(double length, double perTick)
    {
        var (left, right) = (Axis(false, length, perTick), Axis(true, length, perTick));
        if (!content.Axes.ZeroTogether || left is null || right is null || left.IsLogarithmic || right.IsLogarithmic) return (left, right);
        var (a, b) = (WithZero(left.Range), WithZero(right.Range));
        // The part of each axis that lies below its zero; both take the larger one, or the middle where one has nothing above.
        var below = Math.Max(-a.Low / (a.High - a.Low), -b.Low / (b.High - b.Low));
        var above = Math.Max(a.High / (a.High - a.Low), b.High / (b.High - b.Low));
        content = content with { Axes = content.Axes with { Left = Around(content.Axes.Left, a), Right = Around(content.Axes.Right, b) } };
        return (Axis(false, length, perTick), Axis(true, length, perTick));

        ValueAxisSettings Around(ValueAxisSettings settings, (double Low, double High) range)
        {
            var unit = Math.Max(below > 0 ? -range.Low / below : 0, above > 0 ? range.High / above : 0);
            return settings with { From = -unit * below, To = unit * above, Close = false };
        }
    }

    private static (double Low, double High) WithZero((double Low, double High) range) =>
        (Math.Min(0, range.Low), Math.Max(0, range.High) is var high && range.Low >= 0 && high <= 0 ? 1 : high);

    /// <summary>Titles of axes that their author puts elsewhere than along them.</summary>
    private Area DrawTitlesAround(Area area)
    {
        if (content.CategoryTitle.Side != ChartTextSide.Automatic && !content.Axes.Category.Hidden)
            area = ChartTitle.Draw(content.CategoryTitle, "categoryTitle", ChartTextSide.Below, area, canvas);
        if (content.ValueTitle.Side != ChartTextSide.Automatic && layers.Any(l => !l.IsRight))
            area = ChartTitle.Draw(content.ValueTitle, "valueTitle", ChartTextSide.Left, area, canvas);
        if (content.RightTitle.Side != ChartTextSide.Automatic && layers.Any(l => l.IsRight))
            area = ChartTitle.Draw(content.RightTitle, "rightTitle", ChartTextSide.Right, area, canvas);
        static PlacedText Along(PlacedText title) => title.Side == ChartTextSide.Automatic ? title : PlacedText.None;
        content = content with
        {
            CategoryTitle = Along(content.CategoryTitle), ValueTitle = Along(content.ValueTitle), RightTitle = Along(content.RightTitle),
        };
        return area;
    }

    private void DrawUpright(Area area)
    {
        var (left, top, right, bottom) = (area.Left, area.Top, area.Right, area.Bottom);
        var isNamed = !content.Axes.Category.Hidden;
        if (isNamed) bottom = ChartTitle.Draw(content.CategoryTitle, "categoryTitle", ChartTextSide.Below, area, canvas).Bottom;
        var (leftAxis, rightAxis) = Axes(bottom - top, 2.6 * _line);
        if (leftAxis is not null && bottom - top >= 2 * _line)
            left = ChartTitle.Draw(content.ValueTitle, "valueTitle", ChartTextSide.Left, area with { Bottom = bottom }, canvas).Left;
        if (rightAxis is not null && bottom - top >= 2 * _line)
            right = ChartTitle.Draw(content.RightTitle, "rightTitle", ChartTextSide.Right, area with { Bottom = bottom }, canvas).Right;
        left += leftAxis?.Width(canvas) ?? 0;
        right -= rightAxis?.Width(canvas) ?? 0;
        if (right - left < LeastWidth) return;
        var names = isNamed
            ? CategoryAxis.Plan(Categories, (right - left) / Categories.Count, (bottom - top) * 0.4, content.DateStep,
                content.Numbers.Ranges is not null, canvas, content.Axes.Category)
            : null;
        bottom -= (names?.Height ?? 0) + Gap + 3;
        // Room for the labels at the ends of the highest and the lowest mark.
        var labels = content.LabelLines;
        top += labels > 0 ? labels * _line : _line / 2;
        var axisTop = bottom + Gap + 3;
        if (labels > 0 && (leftAxis ?? rightAxis)?.Ticks[0] < 0) bottom -= labels * _line;
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
        bottom = ChartTitle.Draw(content.ValueTitle, "valueTitle", ChartTextSide.Below, area, canvas).Bottom;
        var hasRight = layers.Any(l => l.IsRight);
        if (!content.Axes.Left.Hidden) bottom -= _line + Gap;
        if (hasRight) top = ChartTitle.Draw(content.RightTitle, "rightTitle", ChartTextSide.Above, area, canvas).Top;
        if (hasRight && !content.Axes.Right.Hidden) top += _line + Gap;
        var step = (bottom - top) / Categories.Count;
        if (step <= 0) return;
        var isNamed = !content.Axes.Category.Hidden;
        if (bottom - top > 4 * _line && isNamed)
            left = ChartTitle.Draw(content.CategoryTitle, "categoryTitle", ChartTextSide.Left, area with { Top = top, Bottom = bottom },
                canvas).Left;
        var names = Categories.Select(c => canvas.Fit(c.Outer is null ? c.Label : $"{c.Outer}: {c.Label}", area.Width * 0.4)).ToList();
        var every = Math.Max(1, (int)Math.Ceiling(_line / step));
        var first = CategoryAxis.First(step, _line);
        bool IsNamed(int i)
        {
            var place = content.Axes.Category.Reversed ? names.Count - 1 - i : i;
            return isNamed && place >= first && (place - first) % every == 0 && (place + 0.5) * step <= bottom - top - _line / 2 + 0.01;
        }
        left += names.Where((_, i) => IsNamed(i)).Select(n => canvas.Width(n)).DefaultIfEmpty(0).Max() + Gap;
        var namesEnd = left - Gap;
        // As many divisions as their figures have room for, whatever those turn out to be.
        var (below, above) = Axes(right - left, PerFigure);
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
            if (!IsNamed(i)) continue;
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
        if (!content.HasLabels) return 0;
        return layers.Where(l => l.Arrangement == ChartArrangement.Beside && l.Marks.Count < 200).SelectMany(l =>
        {
            var axis = Axis(l.IsRight, 300, PerFigure)!;
            var label = MarkLabels.Of(content, l, axis);
            return l.Marks.Where(m => m.IsThere && !m.Mark.Value.IsNull && content.LabelsOf(m.Mark) is
                { Show: not LabelShow.Never, Place: not LabelPlace.Inside }).Select(m => canvas.Width(label(m)) + Gap);
        }).DefaultIfEmpty(0).Max();
    }
}
