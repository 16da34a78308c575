using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;

namespace LucidLattice.Charts.Types;

/// <summary>Categories around a centre, values outwards, a closed line for each series.</summary>
public sealed class RadarType : ChartType
{
    private const double Gap = ChartCanvas.Gap, LeastRadius = 14, Reach = 7;

    public override string Id => "radar";
    public override string Words => "a radar";
    public override string Kind => "Radar chart";
    public override bool HasAxes => true;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Categories.Count is < 3 or > 40 ? "It needs 3 to 40 categories." : base.WhyNot(numbers);

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var numbers = content.Numbers;
        var entries = numbers.Series.Select((s, i) => new LegendEntry(s.Name, s.Color, Id: $"{content.Id}-legend-{i}",
            Action: content.SeriesAction(s))).ToList();
        area = Legend.Draw(content.Legend, entries, entries.Count > 1, area, canvas);
        var all = numbers.Marks.Where(m => !m.Value.IsNull).Select(m => m.Number).DefaultIfEmpty(0).ToList();
        var line = canvas.LineHeight();
        var names = numbers.Categories.Select(c => canvas.Fit(c.Label, area.Width * 0.24)).ToList();
        var radius = Math.Min(area.Width / 2 - names.Max(n => canvas.Width(n)) - Gap, area.Height / 2 - line - Gap);
        if (radius < LeastRadius) radius = Math.Min(area.Width, area.Height) / 2 - 2;
        if (radius < 4) return;
        var axis = ValueAxis.Plan(content.Axes.Left, (Math.Min(0, all.Min()), Math.Max(0, all.Max())), double.PositiveInfinity,
            (int)Math.Clamp(radius / (1.8 * line), 2, 4), content.AxisFormats.Left ?? content.Formats[0],
            content.AreShares.ElementAtOrDefault(0), content.Culture);
        var outward = axis.Scale(0, radius);
        (double X, double Y) At(int category, double distance)
        {
            var angle = category * 2 * Math.PI / numbers.Categories.Count - Math.PI / 2;
            return (area.CentreX + Math.Cos(angle) * distance, area.CentreY + Math.Sin(angle) * distance);
        }
        DrawWeb(axis, outward, numbers.Categories.Count, At, canvas);
        foreach (var series in numbers.Marks.GroupBy(m => m.SeriesIndex)) DrawSeries(content, [.. series], outward, At, canvas);
        foreach (var (mark, i) in numbers.Marks.Select((m, i) => (m, i)))
        {
            if (mark.Value.IsNull) continue;
            var (x, y) = At(mark.CategoryIndex, outward.Within(mark.Number));
            var (rl, rt) = (Math.Max(area.Left, x - Reach), Math.Max(area.Top, y - Reach));
            canvas.Items.Add(new RegionItem(rl, rt, Math.Min(2 * Reach, area.Right - rl), Math.Min(2 * Reach, area.Bottom - rt),
                $"{content.Id}-{i}", content.Spoken(mark), content.Figure(mark), content.Action(mark)));
        }
        DrawNames(names, radius, At, area, canvas);
        DrawFigures(axis, outward, area, canvas);
        canvas.Parts.Add(("plot", new Area(area.CentreX - radius, area.CentreY - radius, area.CentreX + radius, area.CentreY + radius)));
    }

    private static void DrawWeb(ValueAxis axis, ValueScale outward, int count, Func<int, double, (double X, double Y)> at,
        ChartCanvas canvas)
    {
        foreach (var tick in axis.Ticks)
        {
            var path = new DrawPath();
            for (var i = 0; i < count; i++)
            {
                var (x, y) = at(i, outward.At(tick));
                if (i == 0) path.MoveTo(x, y);
                else path.LineTo(x, y);
            }
            canvas.Items.Add(new PathItem(path.Close(), null, new Pen(Palette.GridLine, 0.5)));
        }
        for (var i = 0; i < count; i++)
        {
            var ((x0, y0), (x1, y1)) = (at(i, 0), at(i, outward.To > outward.From ? outward.To : outward.From));
            canvas.Items.Add(new LineItem(x0, y0, x1, y1, 0.5, Palette.GridLine));
        }
    }

    /// <summary>Where a category has no number, the line is open.</summary>
    private static void DrawSeries(ChartContent content, List<Mark> marks, ValueScale outward, Func<int, double, (double X, double Y)> at,
        ChartCanvas canvas)
    {
        var color = content.Numbers.Series[marks[0].SeriesIndex].Color;
        var look = content.Numbers.Series[marks[0].SeriesIndex].Look;
        var there = marks.Where(m => !m.Value.IsNull).ToDictionary(m => m.CategoryIndex);
        var (count, path, isWhole) = (content.Numbers.Categories.Count, new DrawPath(), there.Count == content.Numbers.Categories.Count);
        for (var i = 0; i < count; i++)
        {
            if (!there.TryGetValue(i, out var mark)) continue;
            var (x, y) = at(i, outward.Within(mark.Number));
            if (there.ContainsKey(i - 1)) path.LineTo(x, y);
            else path.MoveTo(x, y);
        }
        if (there.Count == 0) return;
        if (isWhole) path.Close();
        var pen = Pens.OfSeries(look.Line ?? color, look.LineWidth, look.Dash);
        canvas.Items.Add(new PathItem(path, isWhole ? color : null, null, 0.12));
        canvas.Items.Add(new PathItem(path, null, pen));
    }

    private static void DrawNames(List<string> names, double radius, Func<int, double, (double X, double Y)> at, Area area,
        ChartCanvas canvas)
    {
        for (var i = 0; i < names.Count; i++)
        {
            var (x, y) = at(i, radius + Gap);
            var side = x - area.CentreX;
            var anchor = Math.Abs(side) < radius * 0.1 ? 0.5 : side > 0 ? 0 : 1;
            var baseline = y + (Math.Abs(side) < radius * 0.1 ? (y < area.CentreY ? -1 : canvas.Ascent()) : canvas.ToMiddle);
            var box = canvas.Box(names[i], x, baseline, anchor);
            if (names[i].Length > 0 && box.IsInside(area) && canvas.IsFree(box)) canvas.Text(names[i], x, baseline, anchor, Palette.Ink);
        }
    }

    private static void DrawFigures(ValueAxis axis, ValueScale outward, Area area, ChartCanvas canvas)
    {
        for (var i = 1; i < axis.Ticks.Count; i++)
        {
            var (x, y) = (area.CentreX - 2, area.CentreY - outward.At(axis.Ticks[i]) + canvas.ToMiddle);
            var box = canvas.Box(axis.Figures[i], x, y, 1);
            if (box.IsInside(area) && canvas.IsFree(box)) canvas.Text(axis.Figures[i], x, y, 1);
        }
    }
}
