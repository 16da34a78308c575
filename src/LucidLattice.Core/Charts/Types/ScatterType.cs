using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts.Types;

/// <summary>A point for each category, at its first value to the right and its second one up.</summary>
public class ScatterType : ChartType
{
    private const double Gap = ChartCanvas.Gap, Radius = 2.8, SmallRadius = 1.3, Reach = 6;
    private const int Many = 1500;

    /// <summary>Points of a cloud are looked at together; more areas than these would make a page slow.</summary>
    private const int MostThatAnswer = 3000;

    public override string Id => "scatter";
    public override string Words => "points, the first value against the second";
    public override string Kind => "Scatter chart";
    public override bool HasAxes => true;
    public override int ValuesNeeded => 2;

    /// <param name="Size">Null where points have none.</param>
    protected sealed record Point(Mark Mark, int Index, double X, double Y, double? Size, string Color, IReadOnlyList<Mark?> Values);

    public sealed override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var (points, left, parts) = Points(content);
        if (left > 0) area = ChartTitle.DrawNote($"{left} not drawn: a value is missing.", Alignment.Centre, area, canvas);
        area = Legend.Draw(content.Legend, [.. parts.Select(p => new LegendEntry(p.Name, p.Color))], parts.Count > 1, area, canvas);
        if (points.Count == 0)
        {
            canvas.Text(canvas.Fit("No points", area.Width), area.CentreX, area.CentreY, 0.5);
            return;
        }
        DrawIn(content with { DrawnIn = area }, points, area, canvas);
    }

    /// <summary>The radius of a point.</summary>
    protected virtual double RadiusOf(Point point, double largest, int count) => count > Many ? SmallRadius : Radius;

    protected virtual double Opacity(int count) => count > Many ? 0.5 : 0.8;

    private (List<Point> Points, int Left, List<(string Name, string Color)> Parts) Points(ChartContent content)
    {
        var numbers = content.Numbers;
        var parts = numbers.Series.Select(s => s.Part).Distinct().ToList();
        var colors = parts.Select((p, i) => (p, content.Colors[i % content.Colors.Count])).ToDictionary();
        var (points, total) = (new List<Point>(), 0);
        foreach (var cell in numbers.Cells())
        {
            total++;
            if (cell[0] is not { Value.IsNull: false } x || cell[1] is not { Value.IsNull: false } y) continue;
            var size = cell[2] is { Value.IsNull: false } third ? third : null;
            var part = numbers.Series[y.SeriesIndex].Part;
            var color = numbers.Categories[y.CategoryIndex].Color is { } own && parts.Count == 1 ? own : colors[part];
            points.Add(new Point(y, cell.Indexes[1], x.Number, y.Number, size?.Number, color, cell.Marks));
        }
        return (points, total - points.Count, [.. parts.Select(p => (p.Length > 0 ? p : "All", colors[p]))]);
    }

    private static string Said(ChartContent content, Point point) =>
        string.Join(", ", point.Values.Select((m, i) => m is null ? "" : content.FullFormats[i].Format(m.Value)).Where(t => t.Length > 0));

    private void DrawIn(ChartContent content, List<Point> points, Area area, ChartCanvas canvas)
    {
        var line = ChartCanvas.LineHeight();
        var (left, top, right, bottom) = (area.Left, area.Top + line / 2, area.Right, area.Bottom);
        var names = content.AxisNames;
        if (names.X.Length > 0)
        {
            bottom -= line;
            canvas.Text(canvas.Fit(names.X, area.Width), area.CentreX, bottom + canvas.Ascent(), 0.5);
        }
        bottom -= line + Gap;
        var y = Plan(content, points, p => p.Y, content.Axes.Left, content.AxisFormats.Left ?? content.Formats.ElementAtOrDefault(1), 1,
            (bottom - top) / (2.6 * line));
        if (names.Y.Length > 0 && bottom - top > 2 * line)
        {
            canvas.Text(canvas.Fit(names.Y, bottom - top), left + canvas.Ascent(), (top + bottom) / 2, 0.5, rotation: -90);
            left += line;
        }
        left += y.Figures.Max(f => canvas.Width(f)) + Gap;
        var x = Plan(content, points, p => p.X, content.Axes.Right, content.AxisFormats.Right ?? content.Formats.ElementAtOrDefault(0), 0,
            (right - left) / 60);
        right -= canvas.Width(x.Figures[^1]) / 2;
        left += Math.Max(0, canvas.Width(x.Figures[0]) / 2 - Gap);
        if (right - left < 12 || bottom - top < 8) return;
        var room = new Area(left, top, right, bottom);
        canvas.Parts.Add(("left", area with { Right = left, Bottom = bottom }));
        canvas.Parts.Add(("right", area with { Left = left, Top = bottom }));
        canvas.Parts.Add(("plot", room));
        var (across, up) = (x.Scale(left, right), y.Scale(bottom, top));
        DrawGrid(x, y, across, up, room, canvas);
        var largest = points.Max(p => Math.Abs(p.Size ?? 0));
        var (paper, opacity, answers) = (new Pen("#FFFFFF", 0.5), Opacity(points.Count), points.Count <= MostThatAnswer || content.LeadsOn);
        // Large points first, so that none hides a smaller one.
        foreach (var point in largest > 0 ? points.OrderByDescending(p => Math.Abs(p.Size ?? 0)) : points.AsEnumerable())
        {
            if (!across.Holds(point.X) || !up.Holds(point.Y)) continue;
            var (px, py, radius) = (across.At(point.X), up.At(point.Y), RadiusOf(point, largest, points.Count));
            // A point at the edge is moved in, so that it stays in the room.
            (px, py) = (Math.Clamp(px, left + Math.Min(radius, room.Width / 2), right - Math.Min(radius, room.Width / 2)),
                Math.Clamp(py, top + Math.Min(radius, room.Height / 2), bottom - Math.Min(radius, room.Height / 2)));
            canvas.Items.Add(new CircleItem(px, py, radius, point.Color, radius > 2 ? paper : null, opacity));
            if (!answers) continue;
            var reach = Math.Max(radius, Reach);
            var (rl, rt) = (Math.Max(area.Left, px - reach), Math.Max(area.Top, py - reach));
            canvas.Items.Add(new RegionItem(rl, rt, Math.Min(2 * reach, area.Right - rl), Math.Min(2 * reach, area.Bottom - rt),
                $"{content.Id}-{point.Index}", content.SpokenPart(point.Mark), Said(content, point), content.Action(point.Mark)));
        }
        DrawTrend(content, points, across, up, canvas);
    }

    private static ValueAxis Plan(ChartContent content, List<Point> points, Func<Point, double> of, ValueAxisSettings settings,
        Formatting.ValueFormat? format, int value, double room)
    {
        var all = points.Select(of).ToList();
        var above = all.Where(v => v > 0).DefaultIfEmpty(double.PositiveInfinity).Min();
        return ValueAxis.Plan(settings, (all.Min(), all.Max()), above, (int)Math.Clamp(room, 2, 6), format,
            content.AreShares.ElementAtOrDefault(value), content.Culture);
    }

    private static void DrawGrid(ValueAxis x, ValueAxis y, ValueScale across, ValueScale up, Area room, ChartCanvas canvas)
    {
        var (last, line) = (double.NaN, ChartCanvas.LineHeight());
        for (var i = 0; i < y.Ticks.Count; i++)
        {
            var at = up.At(y.Ticks[i]);
            canvas.Items.Add(new LineItem(room.Left, at, room.Right, at, 0.5, Palette.GridLine));
            if (Math.Abs(at - last) < line) continue;
            canvas.Text(y.Figures[i], room.Left - Gap, at + canvas.ToMiddle, 1);
            last = at;
        }
        last = double.NaN;
        var widest = x.Figures.Max(f => canvas.Width(f)) + Gap;
        for (var i = 0; i < x.Ticks.Count; i++)
        {
            var at = across.At(x.Ticks[i]);
            canvas.Items.Add(new LineItem(at, room.Top, at, room.Bottom, 0.5, Palette.GridLine));
            if (Math.Abs(at - last) < widest) continue;
            canvas.Text(x.Figures[i], at, room.Bottom + Gap + canvas.Ascent(), 0.5);
            last = at;
        }
    }

    private static void DrawTrend(ChartContent content, List<Point> points, ValueScale across, ValueScale up, ChartCanvas canvas)
    {
        if (content.Values.ElementAtOrDefault(1)?.Trend is not { } settings || settings.Kind == TrendKind.Smoothed) return;
        var trend = Trend.Through([.. points.Select(p => (p.X, p.Y))], settings.Kind, settings.Degree, content.Culture);
        if (trend is null) return;
        const int Pieces = 60;
        var (path, isOn) = (new DrawPath(), false);
        var (from, to) = (points.Min(p => p.X), points.Max(p => p.X));
        for (var i = 0; i <= Pieces; i++)
        {
            var x = from + (to - from) * i / Pieces;
            var y = trend.At(x);
            var isThere = double.IsFinite(y) && up.Holds(y) && across.Holds(x);
            if (isThere && isOn) path.LineTo(across.At(x), up.At(y));
            else if (isThere) path.MoveTo(across.At(x), up.At(y));
            isOn = isThere;
        }
        if (path.Steps.Count > 1) canvas.Items.Add(new PathItem(path, null, new Pen(Palette.Ink, 1.25, Pens.Dashes(ChartDash.Dashed))));
    }
}

/// <summary>Points whose area is a third value.</summary>
public sealed class BubbleType : ScatterType
{
    private const double Largest = 18, Least = 1.5;

    public override string Id => "bubbles";
    public override string Words => "bubbles, as large as the third value";
    public override string Kind => "Bubble chart";
    public override int ValuesNeeded => 3;

    protected override double RadiusOf(Point point, double largest, int count) =>
        largest > 0 ? Math.Max(Least, Largest * Math.Sqrt(Math.Abs(point.Size ?? 0) / largest)) : Least;

    protected override double Opacity(int count) => 0.65;
}
