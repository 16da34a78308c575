using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>Slices of a whole, clockwise. It shows one series; what is negative or empty is not drawn, and said.</summary>
public class PieType : ChartType
{
    private const double Gap = ChartCanvas.Gap, LeastRadius = 22, MostTilt = 60, DepthShare = 0.14, ApartShare = 0.1;

    public override string Id => "pie";
    public override string Words => "a pie";
    public override string Kind => "Pie chart";
    public override bool WearsLabels => true;
    public override bool HasSlices => true;

    /// <summary>The part of the radius that is left open in the middle.</summary>
    protected virtual double Hole => 0;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Series.Count > 1 ? "A pie shows one series; columns on top of one another show several."
        : numbers.Categories.Count > 12 ? "So many slices are hard to tell apart."
        : numbers.Marks.Any(m => !m.Value.IsNull && m.Value.AsDouble < 0) ? "Negative numbers are no part of a whole." : null;

    public sealed override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var slices = Slices(content);
        area = DrawNote(content, slices.Count(s => !s.IsRest) + slices.Where(s => s.IsRest).Sum(s => s.Parts), area, canvas);
        if (slices.Count == 0)
        {
            canvas.Text(canvas.Fit("Nothing above zero", area.Width), area.CentreX, area.CentreY, 0.5);
            return;
        }
        var labelled = content.LabelsOf(slices[0].Mark);
        var isLabelled = labelled.Show != LabelShow.Never;
        var shape = new PieShape(content.Slices, content.Slices.Hole is { } hole ? Math.Clamp(hole, 0, 0.9) : Hole);
        var labels = (isLabelled && labelled.Place != LabelPlace.Inside)
            || content.Legend.Place is LegendPlace.Automatic or LegendPlace.None
            ? PieLabels.Place(slices, shape, content, area, canvas)
            : null;
        if (labels is null)
            area = Legend.Draw(content.Legend, [.. slices.Select(s => new LegendEntry($"{s.Name}  {s.Percent(content.Culture)}", s.Color,
                Id: $"{content.Id}-legend-{s.Index}", Action: content.Action(s.Mark)))], true, area, canvas);
        var radius = labels?.Radius ?? shape.RadiusIn(area);
        if (radius < 4) return;
        shape = shape with { CentreX = area.CentreX, CentreY = area.CentreY - shape.DepthOf(radius) / 2, Radius = radius };
        // Those at the back first, so that the sides of those in front lie over them.
        foreach (var slice in slices.OrderBy(s => Math.Sin(s.Middle))) shape.DrawSide(slice, canvas);
        foreach (var slice in slices)
        {
            var path = shape.Slice(slice);
            canvas.Items.Add(new PathItem(path, slice.Color, new Pen("#FFFFFF", 0.75)));
            canvas.Items.Add(RegionItem.Covering(path, $"{content.Id}-{slice.Index}", slice.Name,
                $"{slice.Figure}, {slice.Percent(content.Culture)}", slice.IsRest ? null : content.Action(slice.Mark)));
        }
        if (labels is not null) PieLabels.Draw(labels, shape, canvas);
        else if (isLabelled && labelled.Place == LabelPlace.Inside) PieLabels.DrawInside(slices, shape, content, canvas);
        canvas.Parts.Add(("plot", new Area(area.CentreX - radius, area.CentreY - radius, area.CentreX + radius, area.CentreY + radius)));
    }

    private static List<Slice> Slices(ChartContent content)
    {
        var numbers = content.Numbers;
        var marks = numbers.Marks.Select((m, i) => (Mark: m, Index: i, Parts: 1))
            .Where(m => m.Mark.SeriesIndex == 0 && !m.Mark.Value.IsNull && m.Mark.Value.AsDouble > 0).ToList();
        if (marks.Count == 0) return [];
        var whole = marks.Sum(m => m.Mark.Number);
        var small = marks.Where(m => m.Mark.Number < content.Slices.Smallest * whole).ToList();
        if (small.Count > 1)
        {
            marks = [.. marks.Except(small)];
            marks.Add((small[0].Mark with { Value = Value.Of(small.Sum(m => m.Mark.Number)), Label = "The rest" }, small[0].Index,
                small.Count));
        }
        var decimals = content.LabelsOf(marks[0].Mark).Decimals ?? 1;
        var largest = marks.Select((m, i) => (m.Mark.Number, i)).MaxBy(m => m.Number).i;
        var (slices, from) = (new List<Slice>(), content.Slices.Start - 90);
        foreach (var ((mark, index, parts), i) in marks.Select((m, i) => (m, i)))
        {
            var to = from + mark.Number / whole * 360;
            var color = parts > 1 ? Palette.Muted
                : content.ColorOf(mark, byCategory: true);
            slices.Add(new Slice(mark, index, from, to, mark.Number / whole, color, content.Figure(mark), parts,
                content.Slices.LargestApart && i == largest && marks.Count > 1) { Decimals = decimals });
            from = to;
        }
        return slices;
    }

    private static Area DrawNote(ChartContent content, int drawn, Area area, ChartCanvas canvas)
    {
        var left = content.Numbers.Marks.Count(m => m.SeriesIndex == 0) - drawn;
        var note = content.Numbers.Series.Count > 1 ? $"Only {content.Numbers.Series[0].Name} is drawn."
            : left > 0 ? $"{left} not drawn: {(left == 1 ? "it is" : "they are")} negative, zero or empty." : "";
        return note.Length == 0 ? area : ChartTitle.DrawNote(note, area, canvas);
    }

    /// <summary>A part of the whole.</summary>
    /// <param name="From">In degrees, clockwise from the right; likewise <paramref name="To"/>.</param>
    /// <param name="Share">Of one. Each is rounded for itself where it is printed, so that it is the figure that a trace gives.</param>
    /// <param name="Parts">How many marks it stands for.</param>
    internal sealed record Slice(Mark Mark, int Index, double From, double To, double Share, string Color, string Figure, int Parts,
        bool IsApart)
    {
        public double Middle => (From + To) / 2 * Math.PI / 180;
        public bool IsRest => Parts > 1;
        public string Name => Mark.Label.ReplaceLineEndings(" ");

        public string Percent(System.Globalization.CultureInfo culture) => PercentForm.Of(Share, culture, Decimals);

        /// <summary>Of its share.</summary>
        public required int Decimals { get; init; }
    }

    /// <summary>The circle that slices are cut from, tilted or with a side.</summary>
    internal sealed record PieShape(ChartSlices Settings, double Hole)
    {
        public double CentreX { get; init; }
        public double CentreY { get; init; }
        public double Radius { get; init; }

        /// <summary>How flat the circle looks, from 0 to 1. Angles are cut before, so that no share changes.</summary>
        public double Flatness => Math.Cos(Math.Clamp(Settings.Tilt, 0, MostTilt) * Math.PI / 180);

        private double Apart => Settings.LargestApart ? ApartShare : 0;

        public double DepthOf(double radius) => Settings.Depth ? radius * DepthShare : 0;

        public double RadiusIn(Area area) => Math.Min((area.Width / 2 - 2) / (1 + Apart),
            (area.Height / 2 - 2) / (Flatness * (1 + Apart) + (Settings.Depth ? DepthShare / 2 : 0)));

        public double HeightOf(double radius) => 2 * radius * Flatness * (1 + Apart) + DepthOf(radius);

        public (double X, double Y) At(double angle, double distance) =>
            (CentreX + Math.Cos(angle) * distance, CentreY + Math.Sin(angle) * distance * Flatness);

        /// <summary>How far a slice is set apart.</summary>
        public double AwayOf(Slice slice) => slice.IsApart ? Radius * ApartShare : 0;

        public DrawPath Slice(Slice slice)
        {
            var path = new DrawPath();
            if (Hole == 0 && slice.To - slice.From < 359.999) path.MoveTo(CentreX, CentreY);
            path.Arc(CentreX, CentreY, Radius, slice.From, slice.To);
            if (Hole > 0) path.Arc(CentreX, CentreY, Radius * Hole, slice.To, slice.From);
            return Placed(path.Close(), slice, 0);
        }

        /// <summary>What is seen of the outer side of a slice, below its front edge.</summary>
        public void DrawSide(Slice slice, ChartCanvas canvas)
        {
            if (!Settings.Depth) return;
            for (var turn = -1; turn <= 2; turn++)
            {
                var (from, to) = (Math.Max(slice.From, turn * 360), Math.Min(slice.To, turn * 360 + 180));
                if (to <= from) continue;
                var upper = Placed(new DrawPath().Arc(CentreX, CentreY, Radius, from, to), slice, 0);
                var lower = Placed(new DrawPath().Arc(CentreX, CentreY, Radius, to, from), slice, DepthOf(Radius));
                canvas.Items.Add(new PathItem(upper.Then(lower).Close(), Tones.Darker(slice.Color)));
            }
        }

        private DrawPath Placed(DrawPath path, Slice slice, double lower)
        {
            var (sine, cosine) = Math.SinCos(slice.Middle);
            var away = AwayOf(slice);
            return path.Moved((x, y) => (x + cosine * away, CentreY + (y - CentreY + sine * away) * Flatness + lower));
        }
    }
}

/// <summary>A pie with a hole.</summary>
public sealed class DoughnutType : PieType
{
    public override string Id => "doughnut";
    public override string Words => "a doughnut";
    public override string Kind => "Doughnut chart";
    protected override double Hole => 0.58;
}
