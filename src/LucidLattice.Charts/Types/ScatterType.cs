using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

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
    public override bool TakesLines => true;
    public override int LineValue => 1;
    public override int ValuesNeeded => 2;

    /// <param name="Size">Null where points have none.</param>
    protected sealed record Point(Mark Mark, int Index, double X, double Y, double? Size, string Color, IReadOnlyList<Mark?> Values);

    public sealed override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var (points, left, parts) = Points(content);
        if (left > 0) area = ChartTitle.DrawNote($"{left} not drawn: a value is missing.", area, canvas);
        List<LegendEntry> entries =
        [
            .. parts.Count > 1 ? parts.Select(p => new LegendEntry(p.Name, p.Color)) : [],
            .. content.Lines.Where(l => l.Name.Length > 0).Select(l => new LegendEntry(l.Name, l.Color, l.To is null ? l.Dash : null)),
            .. TrendEntry(content, points),
        ];
        area = Legend.Draw(content.Legend, entries, entries.Count > 0, area, canvas);
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
            var color = y.Color ?? (numbers.Categories[y.CategoryIndex].Color is { } own && parts.Count == 1 ? own : colors[part]);
            points.Add(new Point(y, cell.Indexes[1], x.Number, y.Number, size?.Number, color, cell.Marks));
        }
        return (points, total - points.Count, [.. parts.Select(p => (p.Length > 0 ? p : "All", colors[p]))]);
    }

    private static string Said(ChartContent content, Point point) =>
        string.Join(", ", point.Values.Select((m, i) => m is null ? "" : content.FullFormats[i].Format(m.Value)).Where(t => t.Length > 0));

    private void DrawIn(ChartContent content, List<Point> points, Area area, ChartCanvas canvas)
    {
        var line = canvas.LineHeight();
        var names = content.AxisNames;
        if (names.X.Side != ChartTextSide.Automatic)
            (area, names.X) = (ChartTitle.Draw(names.X, "rightTitle", ChartTextSide.Below, area, canvas), PlacedText.None);
        if (names.Y.Side != ChartTextSide.Automatic)
            (area, names.Y) = (ChartTitle.Draw(names.Y, "valueTitle", ChartTextSide.Left, area, canvas), PlacedText.None);
        var (left, top, right, bottom) = (area.Left, area.Top + line / 2, area.Right, area.Bottom);
        bottom = ChartTitle.Draw(names.X, "rightTitle", ChartTextSide.Below, area, canvas).Bottom;
        // The lowest number of the upright axis reaches a little below its line.
        bottom -= content.Axes.Right.Hidden ? line : line + Gap;
        var y = Plan(content, points, p => p.Y, content.Axes.Left, content.AxisFormats.Left ?? content.Formats.ElementAtOrDefault(1), 1,
            (bottom - top) / (2.6 * line));
        if (bottom - top > 2 * line)
            left = ChartTitle.Draw(names.Y, "valueTitle", ChartTextSide.Left, area with { Top = top, Bottom = bottom }, canvas).Left;
        left += y.Width(canvas);
        var x = Plan(content, points, p => p.X, content.Axes.Right, content.AxisFormats.Right ?? content.Formats.ElementAtOrDefault(0), 0,
            (right - left) / 60);
        var ends = Math.Max(canvas.Width(x.Figures[0]), canvas.Width(x.Figures[^1])) / 2;
        right -= ends;
        left += Math.Max(0, ends - y.Width(canvas));
        if (right - left < 12 || bottom - top < 8) return;
        var room = new Area(left, top, right, bottom);
        canvas.Parts.Add(("left", area with { Right = left, Bottom = bottom }));
        canvas.Parts.Add(("right", area with { Left = left, Top = bottom }));
        canvas.Parts.Add(("plot", room));
        var (across, up) = (x.Scale(left, right), y.Scale(bottom, top));
        y.DrawUpright(room, isRight: false, hasGrid: true, canvas);
        x.DrawAlong(room, room.Bottom + Gap + canvas.Ascent(), hasGrid: true, canvas);
        var lines = new LinesAcross([.. content.Lines.Select(l => l with { IsRight = false })], room, isLying: false, canvas);
        lines.DrawBands(up, isRight: false);
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
        lines.DrawLines(up, isRight: false);
    }

    private static ValueAxis Plan(ChartContent content, List<Point> points, Func<Point, double> of, ValueAxisSettings settings,
        ValueFormat? format, int value, double room)
    {
        var all = points.Select(of).ToList();
        var above = all.Where(v => v > 0).DefaultIfEmpty(double.PositiveInfinity).Min();
        return ValueAxis.Plan(settings, (all.Min(), all.Max()), above, (int)Math.Clamp(room, 2, 6), format,
            content.AreShares.ElementAtOrDefault(value), content.Culture);
    }

    private static (ChartTrend Settings, Trend Trend)? TrendOf(ChartContent content, List<Point> points) =>
        content.Values.Take(2).Select(v => v.Trend).FirstOrDefault(t => t is not null) is { Kind: not TrendKind.Smoothed } settings
        && Trend.Through([.. points.Select(p => (p.X, p.Y))], settings.Kind, settings.Degree, content.Culture) is { } trend
            ? (settings, trend)
            : null;

    private static IEnumerable<LegendEntry> TrendEntry(ChartContent content, List<Point> points)
    {
        if (TrendOf(content, points) is var (settings, trend))
            yield return new LegendEntry(Trends.Said(settings.Name ?? "Trend", settings, trend, content), Palette.Ink, ChartDash.Dashed);
    }

    private static void DrawTrend(ChartContent content, List<Point> points, ValueScale across, ValueScale up, ChartCanvas canvas)
    {
        if (TrendOf(content, points) is not var (_, trend)) return;
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
