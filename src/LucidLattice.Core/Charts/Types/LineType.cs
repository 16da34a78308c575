using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Types;

/// <summary>Points joined by lines, one line a series; where a category has no number, the line has a gap.</summary>
public class LineType : CartesianType
{
    private const double LineWidth = 1.75, MarkerRadius = 2.2;
    private const int MostMarkers = 80;

    public override string Id => "lines";
    public override string Words => "lines";
    public override string Kind => "Line chart";
    public override bool Bends => true;
    protected override bool HasZero => false;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Categories.Count < 2 ? "A line needs at least two categories." : null;

    protected override void DrawMarks(Plot plot)
    {
        foreach (var run in Runs(plot).ToList()) DrawRun(plot, run);
        var points = plot.Marks.Select((m, i) => (Mark: m, Index: i)).Where(p => !double.IsNaN(plot.Ends[p.Index].To)
            && !p.Mark.Value.IsNull).ToList();
        var wears = Wears(plot, points);
        foreach (var category in points.GroupBy(p => p.Mark.CategoryIndex))
            AddRegions(plot, [.. category.OrderBy(p => plot.Values.At(plot.Ends[p.Index].To))]);
        foreach (var (mark, index) in points)
        {
            var (x, y) = Point(plot, mark, plot.Ends[index].To);
            if (points.Count <= MostMarkers)
                plot.Canvas.Items.Add(new PathItem(new DrawPath().Arc(x, y, MarkerRadius, 0, 360).Close(), plot.ColorOf(mark)));
            if (wears) plot.Canvas.Text(plot.Label(mark), x, y - MarkerRadius - 2, 0.5, Palette.Ink);
        }
    }

    /// <summary>Draws what lies between the points of one series that follow each other without a gap.</summary>
    protected virtual void DrawRun(Plot plot, IReadOnlyList<(Mark Mark, double From, double To)> run) =>
        AddLine(plot, run);

    protected static void AddLine(Plot plot, IReadOnlyList<(Mark Mark, double From, double To)> run)
    {
        if (run.Count < 2) return;
        var path = Curves.Draw(new DrawPath(), [.. run.Select(p => Point(plot, p.Mark, p.To))], plot.Content.Curve, isFirst: true);
        var color = plot.Content.Numbers.Series[run[0].Mark.SeriesIndex].Color;
        // Light colours are hard to see on paper, so lines of them are thicker.
        var width = Tones.Outline(color) is null ? LineWidth : 2.5;
        plot.Canvas.Items.Add(new PathItem(path, null, new Pen(color, width, IsRound: true)));
    }

    protected static (double X, double Y) Point(Plot plot, Mark mark, double value) =>
        (plot.Bands.Middle(mark.CategoryIndex), plot.Values.At(value));

    /// <summary>The points of each series, cut where a category has none.</summary>
    private static IEnumerable<IReadOnlyList<(Mark, double, double)>> Runs(Plot plot)
    {
        foreach (var series in Enumerable.Range(0, plot.Marks.Count).GroupBy(i => plot.Marks[i].SeriesIndex).OrderBy(s => s.Key))
        {
            var run = new List<(Mark Mark, double, double)>();
            foreach (var i in series)
            {
                var (mark, (from, to)) = (plot.Marks[i], plot.Ends[i]);
                var isThere = !mark.Value.IsNull && !double.IsNaN(to);
                if (run.Count > 0 && (!isThere || mark.CategoryIndex != run[^1].Mark.CategoryIndex + 1))
                {
                    yield return run;
                    run = [];
                }
                if (isThere) run.Add((mark, from, to));
            }
            if (run.Count > 0) yield return run;
        }
    }

    private static bool Wears(Plot plot, List<(Mark Mark, int Index)> points) =>
        plot.LabelRoom > 0 && plot.Content.Numbers.Series.Count == 1
        && points.All(p => plot.Canvas.Width(plot.Label(p.Mark)) <= plot.Bands.Step - 2);

    /// <summary>Of the points of one category, from the uppermost down, the nearest one answers.</summary>
    private static void AddRegions(Plot plot, IReadOnlyList<(Mark Mark, int Index)> points)
    {
        double Height(int i) => plot.Values.At(plot.Ends[points[i].Index].To);
        for (var i = 0; i < points.Count; i++)
        {
            var top = i == 0 ? plot.Room.Top : (Height(i - 1) + Height(i)) / 2;
            var bottom = i == points.Count - 1 ? plot.Room.Bottom : (Height(i) + Height(i + 1)) / 2;
            var (mark, index) = points[i];
            plot.Canvas.Items.Add(new RegionItem(
                plot.Bands.Start(mark.CategoryIndex), top, plot.Bands.Step, Math.Max(0.5, bottom - top), $"{plot.Content.Id}-{index}",
                plot.Content.Spoken(mark), plot.Content.Figure(mark), plot.Content.Action(mark)));
        }
    }
}

/// <summary>Lines with the room below them filled; on top of one another, or as shares, they show parts of a whole.</summary>
public sealed class AreaType : LineType
{
    public override string Id => "areas";
    public override string Words => "areas";
    public override string Kind => "Area chart";
    protected override bool HasZero => true;

    protected override void DrawRun(Plot plot, IReadOnlyList<(Mark Mark, double From, double To)> run)
    {
        var isBeside = plot.Content.Arrangement == ChartArrangement.Beside;
        var path = Curves.Draw(new DrawPath(), [.. run.Select(p => Point(plot, p.Mark, p.To))], plot.Content.Curve, isFirst: true);
        Curves.Draw(path, [.. run.Reverse().Select(p => Point(plot, p.Mark, p.From))], plot.Content.Curve, isFirst: false);
        var color = plot.Content.Numbers.Series[run[0].Mark.SeriesIndex].Color;
        plot.Canvas.Items.Add(new PathItem(path.Close(), color, Opacity: isBeside ? 0.3 : 0.9));
        if (isBeside) AddLine(plot, run);
    }
}
