using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>A half circle for each category that fills up to its value; a second value is its target.</summary>
public sealed class GaugeType : ChartType
{
    private const double Thickness = 0.26, BetweenDials = 12;
    private const int MostDials = 24;

    public override string Id => "gauge";
    public override string Words => "a gauge, with the second value as its target";
    public override string Kind => "Gauge";
    public override bool HasAxes => true;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Categories.Count > MostDials ? $"So many gauges are hard to read; it draws up to {MostDials}." : base.WhyNot(numbers);

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var targets = Targets.Of(content).Take(MostDials).ToList();
        if (targets.Count == 0) return;
        var axis = Targets.Axis(content, targets, 4);
        var columns = Enumerable.Range(1, targets.Count).MaxBy(c => Math.Min(area.Width / c / 2,
            area.Height / Math.Ceiling(targets.Count / (double)c) * 0.7));
        var rows = (targets.Count + columns - 1) / columns;
        var (width, height) = (area.Width / columns, area.Height / rows);
        for (var i = 0; i < targets.Count; i++)
        {
            var (x, y) = (area.Left + i % columns * width, area.Top + i / columns * height);
            DrawDial(content, targets[i], axis, new Area(x + BetweenDials / 2, y, x + width - BetweenDials / 2, y + height), canvas);
        }
        canvas.Parts.Add(("plot", area));
    }

    private static void DrawDial(ChartContent content, Target target, ValueAxis axis, Area area, ChartCanvas canvas)
    {
        var line = canvas.LineHeight();
        var radius = Math.Min(area.Width / 2, area.Height - 2 * line - ChartCanvas.Gap);
        if (radius < 6) return;
        var (cx, cy) = (area.CentreX, area.Top + Math.Max(radius, (area.Height - 2 * line - radius) / 2 + radius));
        cy = Math.Min(cy, area.Bottom - 2 * line - ChartCanvas.Gap);
        var angle = axis.Scale(-180, 0);
        var inner = radius * (1 - Thickness);
        DrawPath Arc(double from, double to) => new DrawPath().Arc(cx, cy, radius, from, to).Arc(cx, cy, inner, to, from).Close();
        canvas.Items.Add(new PathItem(Arc(-180, 0), Palette.GridLine));
        var end = angle.Within(target.Actual.Number);
        var start = angle.Within(Math.Clamp(0, Math.Min(axis.Ticks[0], axis.Ticks[^1]), Math.Max(axis.Ticks[0], axis.Ticks[^1])));
        if (end != start) canvas.Items.Add(new PathItem(Arc(Math.Min(start, end), Math.Max(start, end)), target.Color));
        if (target.Goal is { } goal)
        {
            var (sine, cosine) = Math.SinCos(angle.Within(goal.Number) * Math.PI / 180);
            canvas.Items.Add(new LineItem(cx + cosine * inner * 0.94, cy + sine * inner * 0.94, cx + cosine * radius, cy + sine * radius,
                2, Palette.Ink));
        }
        canvas.Items.Add(RegionItem.Covering(Arc(-180, 0), $"{content.Id}-{target.Index}", target.Name, target.Said,
            content.Action(target.Actual)));
        var font = new Font(FontFamily.Sans, Math.Clamp(radius * 0.24, 7.5, 24), Bold: true);
        var figure = content.FullFormats[0].Format(target.Actual.Value);
        var isInside = canvas.Width(figure, font) <= 2 * inner * 0.8 && font.Size < inner * 0.7;
        if (isInside) canvas.Text(figure, cx, cy - 1, 0.5, Palette.Ink, font);
        else canvas.Text(canvas.Fit(figure, area.Width), cx, cy + canvas.Ascent(), 0.5, Palette.Ink);
        if (content.Numbers.Categories.Count > 1)
            canvas.Text(canvas.Fit(target.Name, area.Width), cx, cy + (isInside ? 2 : line) + canvas.Ascent(), 0.5);
        else if (isInside) DrawEnds(axis, cx, cy, (radius + inner) / 2, radius - inner, canvas);
    }

    /// <summary>Where the scale begins and ends, below both feet.</summary>
    private static void DrawEnds(ValueAxis axis, double cx, double cy, double distance, double width, ChartCanvas canvas)
    {
        var (first, last) = axis.Settings.Reversed ? (axis.Figures[^1], axis.Figures[0]) : (axis.Figures[0], axis.Figures[^1]);
        foreach (var (text, x) in new[] { (first, cx - distance), (last, cx + distance) })
            if (canvas.Width(text) <= width) canvas.Text(text, x, cy + 2 + canvas.Ascent(), 0.5);
    }
}

/// <summary>Bars for each category on a quiet ground, with a mark at the second value, the target.</summary>
public sealed class BulletType : ChartType
{
    private const double Gap = ChartCanvas.Gap, MostThickness = 18;

    public override string Id => "bullets";
    public override string Words => "bars with the second value as their target";
    public override string Kind => "Bullet chart";
    public override bool HasAxes => true;

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var targets = Targets.Of(content);
        if (targets.Count == 0) return;
        var line = canvas.LineHeight();
        var names = targets.Select(t => canvas.Fit(t.Name, area.Width * 0.4)).ToList();
        var bottom = area.Bottom - line - Gap;
        var step = (bottom - area.Top) / targets.Count;
        if (step <= 0) return;
        var every = Math.Max(1, (int)Math.Ceiling(line / step));
        var first = CategoryAxis.First(step, line);
        var left = area.Left + names.Max(n => canvas.Width(n)) + Gap;
        var axis = Targets.Axis(content, targets, (int)Math.Clamp((area.Right - left) / 60, 2, 6));
        var ends = Math.Max(canvas.Width(axis.Figures[0]), canvas.Width(axis.Figures[^1])) / 2;
        left += Math.Max(0, ends - Gap);
        var right = area.Right - ends;
        if (right - left < 12) return;
        var values = axis.Scale(left, right);
        var (last, widest) = (double.NaN, axis.Figures.Max(f => canvas.Width(f)) + Gap);
        for (var i = 0; i < axis.Ticks.Count; i++)
        {
            var at = values.At(axis.Ticks[i]);
            if (Math.Abs(at - last) < widest) continue;
            canvas.Text(axis.Figures[i], at, bottom + Gap + canvas.Ascent(), 0.5);
            last = at;
        }
        for (var i = 0; i < targets.Count; i++)
        {
            var (target, middle) = (targets[i], area.Top + step * (i + 0.5));
            var ground = Math.Min(MostThickness, step * 0.7);
            canvas.Items.Add(new RectItem(left, middle - ground / 2, right - left, ground, Palette.GridLine));
            var (from, to) = (values.Within(0), values.Within(target.Actual.Number));
            canvas.Items.Add(new RectItem(Math.Min(from, to), middle - ground / 4, Math.Abs(to - from), ground / 2, target.Color));
            if (target.Goal is { } goal)
                canvas.Items.Add(new LineItem(values.Within(goal.Number), middle - ground * 0.42, values.Within(goal.Number),
                    middle + ground * 0.42, 2, Palette.Ink));
            canvas.Items.Add(new RegionItem(left, area.Top + step * i, right - left, Math.Max(0.5, step), $"{content.Id}-{target.Index}",
                target.Name, target.Said, content.Action(target.Actual)));
            if (i >= first && (i - first) % every == 0 && (i + 0.5) * step <= bottom - area.Top - line / 2 + 0.01)
                canvas.Text(names[i], Math.Min(left, area.Left + names.Max(n => canvas.Width(n)) + Gap) - Gap, middle + canvas.ToMiddle, 1,
                    Palette.Ink);
        }
        canvas.Parts.Add(("left", area with { Top = bottom }));
        canvas.Parts.Add(("plot", new Area(left, area.Top, right, bottom)));
    }
}

/// <summary>A value and what it should be.</summary>
internal sealed record Target(string Name, Mark Actual, Mark? Goal, int Index, string Color, string Said);

internal static class Targets
{
    public static List<Target> Of(ChartContent content)
    {
        var numbers = content.Numbers;
        var isSplit = numbers.Series.Select(s => s.Part).Distinct().Count() > 1;
        var targets = new List<Target>();
        foreach (var cell in numbers.Cells())
        {
            if (cell[0] is not { Value.IsNull: false } actual) continue;
            var goal = cell[1] is { Value.IsNull: false } second ? second : null;
            var said = content.FullFormats[0].Format(actual.Value)
                + (goal is null ? "" : $"; target {content.FullFormats[1].Format(goal.Value)}");
            targets.Add(new Target(isSplit ? content.SpokenPart(actual) : actual.Label, actual, goal, cell.Indexes[0],
                actual.Color ?? numbers.Categories[actual.CategoryIndex].Color ?? numbers.Series[actual.SeriesIndex].Color, said));
        }
        return targets;
    }

    /// <summary>Zero is always on it, unless the author sets a range.</summary>
    public static ValueAxis Axis(ChartContent content, IReadOnlyList<Target> targets, int room)
    {
        var all = targets.Select(t => t.Actual.Number).Concat(targets.Select(t => t.Goal?.Number ?? 0)).Append(0).ToList();
        return ValueAxis.Plan(content.Axes.Left, (all.Min(), all.Max()), double.PositiveInfinity, room,
            content.AxisFormats.Left ?? content.Formats[0], content.AreShares.ElementAtOrDefault(0), content.Culture);
    }
}
