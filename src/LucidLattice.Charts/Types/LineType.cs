using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Points joined by lines, one line a series; where a category has no number, the line has a gap.</summary>
public class LineType : CartesianType
{
    protected const double MarkerRadius = 2.2;
    private const double Reach = 8;
    private const int MostMarkers = 80;

    public override string Id => "lines";
    public override string Words => "lines";
    public override string Kind => "Line chart";
    public override bool WearsLabels => true;
    public override bool Bends => true;
    public override bool Mixes => true;
    public override bool HasStart => false;
    public override bool HasLines => true;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Categories.Count < 2 ? "A line needs at least two categories." : base.WhyNot(numbers);

    public sealed override void DrawMarks(Plot plot)
    {
        foreach (var run in Runs(plot).ToList()) plot.OfSeries(run[0].Mark, () => DrawRun(plot, run));
        var points = plot.Marks.Where(m => IsPoint(plot, m)).ToList();
        foreach (var category in points.GroupBy(p => p.Mark.CategoryIndex)) AddRegions(plot, [.. category]);
        var hasRoom = points.Count <= MostMarkers || AlwaysMarks;
        foreach (var mark in points.Where(p => hasRoom && (plot.Look(p.Mark).Marker != ChartMarker.None || AlwaysMarks)))
        {
            var (px, py) = Point(plot, mark, mark.To);
            var (x, y) = plot.Inside(px, py, Radius(points.Count));
            plot.OfSeries(mark.Mark, () => Markers.Draw(
                AlwaysMarks && plot.Look(mark.Mark).Marker == ChartMarker.None ? ChartMarker.Dot : plot.Look(mark.Mark).Marker,
                x, y, Radius(points.Count), plot.ColorOf(mark.Mark), plot.Canvas));
        }
    }

    public sealed override void DrawLabels(Plot plot) => plot.WearLabels(true, (mark, text) =>
    {
        if (!IsPoint(plot, mark) || plot.Canvas.Width(text) > plot.Bands.Step * (plot.Layer.SeriesCount > 1 ? 1 : 1.6)) return null;
        var (x, y) = Point(plot, mark, mark.To);
        var (before, after) = (HeightBeside(plot, mark, -1), HeightBeside(plot, mark, 1));
        // Below a valley, else above; beside the line where it goes steadily up or down.
        if (before < y - 1 && after < y - 1) return (x, y + MarkerRadius + 2 + plot.Canvas.Ascent() + plot.Below(text), 0.5, Palette.Ink);
        var anchor = before > y + 1 && after < y - 1 ? 0.8 : before < y - 1 && after > y + 1 ? 0.2 : 0.5;
        return (x, y - MarkerRadius - 2, anchor, Palette.Ink);
    });

    /// <summary>Where the same series is at the category before or after; where there is none, at the same height.</summary>
    private static double HeightBeside(Plot plot, PlotMark mark, int way)
    {
        for (var i = plot.IndexOf(mark) + way; i >= 0 && i < plot.Marks.Count; i += way)
        {
            var other = plot.Marks[i];
            if (Math.Abs(other.Mark.CategoryIndex - mark.Mark.CategoryIndex) > 1) break;
            if (other.Slot == mark.Slot && IsPoint(plot, other)) return plot.Values.At(other.To);
        }
        return plot.Values.At(mark.To);
    }

    /// <summary>True where points are all there is to see.</summary>
    protected virtual bool AlwaysMarks => false;

    protected virtual double Radius(int points) => MarkerRadius;

    /// <summary>Draws what lies between the points of one series that follow each other without a gap.</summary>
    protected virtual void DrawRun(Plot plot, IReadOnlyList<PlotMark> run) => AddLine(plot, run);

    protected static void AddLine(Plot plot, IReadOnlyList<PlotMark> run)
    {
        if (run.Count < 2) return;
        var path = Curves.Draw(new DrawPath(), [.. run.Select(p => Point(plot, p, p.To))], CurveOf(plot), isFirst: true);
        var look = plot.Look(run[0].Mark);
        plot.Canvas.Items.Add(new PathItem(path, null, Pens.OfSeries(look.Line ?? ColorOf(plot, run), look.LineWidth, look.Dash)));
    }

    /// <summary>Curves are made from left to right, so lines that go down are straight.</summary>
    protected static ChartCurve CurveOf(Plot plot) => plot.IsLying || plot.Bands.IsReversed ? ChartCurve.Straight : plot.Content.Curve;

    protected static string ColorOf(Plot plot, IReadOnlyList<PlotMark> run) => plot.Content.Numbers.Series[run[0].Mark.SeriesIndex].Color;

    protected static (double X, double Y) Point(Plot plot, PlotMark mark, double value) =>
        plot.At(plot.Bands.Middle(mark.Mark.CategoryIndex), value);

    private static bool IsPoint(Plot plot, PlotMark mark) => mark.IsThere && !mark.Mark.Value.IsNull && plot.Values.Holds(mark.To);

    /// <summary>The points of each series, cut where a category has none.</summary>
    private static IEnumerable<IReadOnlyList<PlotMark>> Runs(Plot plot)
    {
        foreach (var series in plot.Marks.GroupBy(m => m.Slot).OrderBy(s => s.Key))
        {
            var run = new List<PlotMark>();
            foreach (var mark in series)
            {
                var isThere = IsPoint(plot, mark);
                if (run.Count > 0 && (!isThere || mark.Mark.CategoryIndex != run[^1].Mark.CategoryIndex + 1))
                {
                    yield return run;
                    run = [];
                }
                if (isThere) run.Add(mark);
            }
            if (run.Count > 0) yield return run;
        }
    }

    /// <summary>Of the points of one category, from the uppermost down, the nearest one answers.</summary>
    private static void AddRegions(Plot plot, List<PlotMark> points)
    {
        if (plot.IsLying || !plot.IsAlone)
        {
            foreach (var mark in points)
            {
                var (x, y) = Point(plot, mark, mark.To);
                plot.AddRegion(new Area(x - Reach, y - Reach, x + Reach, y + Reach), mark);
            }
            return;
        }
        double Height(int i) => plot.Values.At(points[i].To);
        points.Sort((a, b) => plot.Values.At(a.To).CompareTo(plot.Values.At(b.To)));
        for (var i = 0; i < points.Count; i++)
        {
            var top = i == 0 ? plot.Room.Top : (Height(i - 1) + Height(i)) / 2;
            var bottom = i == points.Count - 1 ? plot.Room.Bottom : (Height(i) + Height(i + 1)) / 2;
            var band = plot.Bands.Start(points[i].Mark.CategoryIndex);
            plot.AddRegion(new Area(band, top, band + plot.Bands.Step, bottom), points[i]);
        }
    }
}

/// <summary>Lines with the room below them filled; on top of one another, or as shares, they show parts of a whole.</summary>
public sealed class AreaType : LineType
{
    public override string Id => "areas";
    public override string Words => "areas";
    public override string Kind => "Area chart";
    public override bool HasStart => true;

    protected override void DrawRun(Plot plot, IReadOnlyList<PlotMark> run)
    {
        var isBeside = plot.Layer.Arrangement == ChartArrangement.Beside;
        Ribbon.Draw(plot, [.. run.Select(p => Point(plot, p, p.To))], [.. run.Select(p => Point(plot, p, p.From))], CurveOf(plot),
            ColorOf(plot, run), isBeside ? 0.3 : 0.9);
        if (isBeside) AddLine(plot, run);
    }
}

/// <summary>Points alone.</summary>
public sealed class PointType : LineType
{
    private const int Many = 400;

    public override string Id => "points";
    public override string Words => "points";
    public override string Kind => "Dot chart";
    public override bool Bends => false;
    public override bool Stacks => false;
    public override bool HasLines => false;
    protected override bool AlwaysMarks => true;

    public override string? WhyNot(ChartNumbers numbers) => null;

    protected override double Radius(int points) => points > Many ? 1.2 : 3;

    protected override void DrawRun(Plot plot, IReadOnlyList<PlotMark> run) { }
}

/// <summary>The room between two lines.</summary>
internal static class Ribbon
{
    public static void Draw(Plot plot, IReadOnlyList<(double X, double Y)> upper, IReadOnlyList<(double X, double Y)> lower,
        ChartCurve curve,
        string color, double opacity)
    {
        var path = Curves.Draw(new DrawPath(), upper, curve, isFirst: true);
        Curves.Draw(path, [.. lower.Reverse()], curve, isFirst: false);
        plot.Canvas.Items.Add(new PathItem(path.Close(), color, Opacity: opacity));
    }
}
