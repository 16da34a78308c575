using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>The trends of a chart's series: what they are called, and how they are drawn.</summary>
internal static class Trends
{
    private const int MostBeyond = 60, Between = 4;

    /// <summary>Room along the axis for trends that go on beyond the marks.</summary>
    public static ChartContent Extended(ChartContent content)
    {
        var trends = content.Values.Select(v => v.Trend).OfType<ChartTrend>().ToList();
        if (trends.Count == 0 || content.Numbers.Categories.Count == 0) return content;
        var (forward, back) = (trends.Max(t => Steps(t.Forward)), trends.Max(t => Steps(t.Back)));
        var categories = content.Numbers.Categories.ToList();
        for (var i = 0; i < forward; i++) categories.Add(Beyond(content, categories[^1], 1));
        for (var i = 0; i < back; i++) categories.Insert(0, Beyond(content, categories[0], -1));
        return content with
        {
            Numbers = content.Numbers with
            {
                Categories = categories,
                Marks = back == 0
                    ? content.Numbers.Marks
                    : [.. content.Numbers.Marks.Select(m => m with { CategoryIndex = m.CategoryIndex + back })],
            },
        };
    }

    /// <summary>How many categories a trend goes on for: as many as its author says, within bounds.</summary>
    private static int Steps(int asked) => Math.Clamp(asked, 0, MostBeyond);

    public static IEnumerable<LegendEntry> Entries(ChartContent content)
    {
        foreach (var (series, index) in content.Numbers.Series.Select((s, i) => (s, i)))
        {
            if (TrendOf(content, series) is not { } settings) continue;
            var name = settings.Name ?? (content.Numbers.Series.Count > 1 ? $"Trend of {series.Name}" : "Trend");
            var trend = settings.Kind == TrendKind.Smoothed ? null : Fit(content, index, settings);
            yield return new LegendEntry(trend is null ? name : Said(name, settings, trend, content), series.Color, ChartDash.Dashed);
        }
    }

    /// <summary>The name of a trend, with its formula and how well it fits where the author wants them.</summary>
    public static string Said(string name, ChartTrend settings, Trend trend, ChartContent content)
    {
        if (settings.Formula)
            name += $": {trend.Formula}{Unit(content)}" + (trend.Fit is { } fit ? $", R² = {fit.ToString("0.###", content.Culture)}" : "");
        return trend.LeftOut > 0 ? $"{name} ({trend.LeftOut} left out)" : name;
    }

    /// <summary>What x counts, and from where, since a formula says nothing without it.</summary>
    private static string Unit(ChartContent content) => content.DateStep is not null
        ? $" (x in days, 1 on {First(content).ToString("d MMM yyyy", content.Culture)})"
        : content.Numbers.Ranges is not null ? "" : " (x = 1, 2, 3 …)";

    public static void Draw(Plot plot)
    {
        var content = plot.Content;
        foreach (var series in plot.Marks.Select(m => m.Mark.SeriesIndex).Distinct())
        {
            if (TrendOf(content, content.Numbers.Series[series]) is not { } settings) continue;
            var points = settings.Kind == TrendKind.Smoothed ? Smoothed(content, series, settings) : Fitted(content, series, settings);
            DrawLine(plot, points, content.Numbers.Series[series].Color);
        }
    }

    private static ChartTrend? TrendOf(ChartContent content, SeriesEntry series) =>
        content.Values.ElementAtOrDefault(series.ValueIndex)?.Trend;

    /// <summary>1, 2, 3 … for names, days for dates, the first of them 1, the middle of ranges of numbers.</summary>
    private static double X(ChartContent content, double index)
    {
        var categories = content.Numbers.Categories;
        var (below, share) = ((int)Math.Floor(index), index - Math.Floor(index));
        if (content.DateStep is null && content.Numbers.Ranges is null) return index + 1;
        double Of(int i) => categories[Math.Clamp(i, 0, categories.Count - 1)].Key switch
        {
            { IsNull: true } => i + 1,
            { Type: DataType.Date or DataType.DateTime } key => (key.AsDateTime - First(content)).TotalDays + 1,
            var key => key.AsDouble + content.Numbers.Ranges!.Width / 2,
        };
        return share == 0 ? Of(below) : Of(below) + share * (Of(below + 1) - Of(below));
    }

    private static DateTime First(ChartContent content) =>
        content.Numbers.Marks.Select(m => m.Category).First(k => !k.IsNull).AsDateTime;

    private static List<(double Index, double X, double Y)> Points(ChartContent content, int series) =>
        [.. content.Numbers.Marks.Where(m => m.SeriesIndex == series && !m.Value.IsNull)
            .Select(m => ((double)m.CategoryIndex, X(content, m.CategoryIndex), m.Number))];

    private static Trend? Fit(ChartContent content, int series, ChartTrend settings) =>
        Trend.Through([.. Points(content, series).Select(p => (p.X, p.Y))], settings.Kind, settings.Degree, content.Culture);

    private static IEnumerable<(double Index, double Y)> Fitted(ChartContent content, int series, ChartTrend settings)
    {
        if (Fit(content, series, settings) is not { } trend) yield break;
        var points = Points(content, series);
        var (from, to) = (points.Min(p => p.Index) - Steps(settings.Back), points.Max(p => p.Index) + Steps(settings.Forward));
        for (var i = 0; i <= (to - from) * Between; i++)
        {
            var index = from + (double)i / Between;
            yield return (index, trend.At(X(content, index)));
        }
    }

    private static IEnumerable<(double Index, double Y)> Smoothed(ChartContent content, int series, ChartTrend settings) =>
        Trend.Smoothed([.. Points(content, series).Select(p => (p.Index, p.Y))], Math.Max(1, settings.Over));

    /// <summary>Where it leaves the axis it is not drawn.</summary>
    private static void DrawLine(Plot plot, IEnumerable<(double Index, double Y)> points, string color)
    {
        var (path, isOn, drawn) = (new DrawPath(), false, 0);
        foreach (var (index, y) in points)
        {
            if (!double.IsFinite(y) || !plot.Values.Holds(y) || (plot.Values.IsLogarithmic && y <= 0))
            {
                isOn = false;
                continue;
            }
            var first = plot.Bands.Middle(0);
            var (px, py) = plot.At(first + index * (plot.Bands.Count > 1 ? plot.Bands.Middle(1) - first : 0), y);
            if (isOn) path.LineTo(px, py);
            else path.MoveTo(px, py);
            (isOn, drawn) = (true, drawn + 1);
        }
        if (drawn > 1) plot.Canvas.Items.Add(new PathItem(path, null, new Pen(color, 1.25, Pens.Dashes(ChartDash.Dashed))));
    }

    private static CategoryEntry Beyond(ChartContent content, CategoryEntry last, int way)
    {
        if (content.DateStep is not { } step || last.Key.IsNull) return new CategoryEntry(Value.Null, "", null);
        var at = way > 0 ? step.Next(last.Key.AsDateTime) : step.Floor(last.Key.AsDateTime.AddTicks(-1));
        var key = last.Key.Type == DataType.Date ? Value.Of(DateOnly.FromDateTime(at)) : Value.Of(at);
        return new CategoryEntry(key, content.CategoryLabel(key), null);
    }
}
