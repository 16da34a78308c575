using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;

namespace LucidLattice.Charts.Types;

/// <summary>A line as small as a word, without axes: only its way, and a point at its end.</summary>
public sealed class SparklineType : ChartType
{
    private const double EndRadius = 1.6, Inset = 2;

    public override string Id => "sparkline";
    public override string Words => "a sparkline";
    public override string Kind => "Sparkline";
    public override bool Bends => true;
    public override bool KeepsDistances => true;
    public override bool FitsInLine => true;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Categories.Count < 2 ? "A line needs at least two categories." : base.WhyNot(numbers);

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var numbers = content.Numbers;
        var all = numbers.Marks.Where(m => !m.Value.IsNull).ToList();
        if (all.Count == 0 || area.Width < 2 * Inset + 1 || area.Height < 2 * Inset + 1) return;
        var (low, high) = (all.Min(m => m.Number), all.Max(m => m.Number));
        if (low == high) (low, high) = (low - 1, high + 1);
        var values = new ValueScale(low, high, area.Bottom - Inset, area.Top + Inset);
        var bands = new BandScale(numbers.Categories.Count, area.Left, area.Right);
        foreach (var series in all.GroupBy(m => m.SeriesIndex))
        {
            var color = numbers.Series[series.Key].Color;
            var points = series.Select(m => (bands.Middle(m.CategoryIndex), values.At(m.Number))).ToList();
            if (points.Count > 1)
                canvas.Items.Add(new PathItem(Curves.Draw(new DrawPath(), points, content.Curve, isFirst: true), null,
                    Pens.OfSeries(color, 1, default)));
            canvas.Items.Add(new PathItem(new DrawPath().Arc(Math.Clamp(points[^1].Item1, area.Left + EndRadius, area.Right - EndRadius),
                points[^1].Item2, EndRadius, 0, 360).Close(), color));
        }
        var isAlone = numbers.Series.Count == 1;
        foreach (var (mark, i) in numbers.Marks.Select((m, i) => (m, i)))
        {
            if (mark.Value.IsNull) continue;
            var (top, height) = isAlone ? (area.Top, area.Height) : (Math.Max(area.Top, values.At(mark.Number) - 3), 6.0);
            canvas.Items.Add(new RegionItem(bands.Start(mark.CategoryIndex), top, bands.Step, Math.Min(height, area.Bottom - top),
                $"{content.Id}-{i}", content.Spoken(mark), content.Figure(mark), content.Action(mark)));
        }
        canvas.Parts.Add(("plot", area));
    }
}
