using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Types;

/// <summary>Slices of a whole, from the top clockwise. It shows one series; what is negative or empty is not drawn, and said.</summary>
public class PieType : ChartType
{
    private const double Gap = ChartCanvas.Gap, Arm = 7, LeastRadius = 22;

    public override string Id => "pie";
    public override string Words => "a pie";
    public override string Kind => "Pie chart";

    /// <summary>The part of the radius that is left open in the middle.</summary>
    protected virtual double Hole => 0;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Series.Count > 1 ? "A pie shows one series; columns on top of one another show several."
        : numbers.Categories.Count > 12 ? "So many slices are hard to tell apart."
        : numbers.Marks.Any(m => !m.Value.IsNull && m.Value.AsDouble < 0) ? "Negative numbers are no part of a whole." : null;

    public sealed override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var slices = Slices(content);
        area = DrawNote(content, slices.Count, area, canvas);
        if (slices.Count == 0)
        {
            canvas.Text("Nothing above zero", area.CentreX, area.CentreY, 0.5);
            return;
        }
        var labels = content.Labels || content.Legend is ChartLegend.Automatic or ChartLegend.None
            ? Place(slices, content, area, canvas)
            : null;
        if (labels is null)
            area = Legend.Draw(content.Legend, [.. slices.Select(s => ($"{s.Mark.Label}  {Percent(s, canvas)}", s.Color))], true, area,
                canvas);
        var radius = labels?.Radius ?? Math.Min(area.Width, area.Height) / 2 - 2;
        if (radius < 4) return;
        foreach (var slice in slices) DrawSlice(content, slice, area, radius, canvas);
        if (labels is not null) DrawLabels(labels, area, canvas);
    }

    private sealed record Slice(Mark Mark, int Index, double From, double To, decimal Share, string Color)
    {
        public double Middle => (From + To) / 2 * Math.PI / 180;
    }

    private static List<Slice> Slices(ChartContent content)
    {
        var numbers = content.Numbers;
        var marks = numbers.Marks.Select((m, i) => (Mark: m, Index: i))
            .Where(m => m.Mark.SeriesIndex == 0 && !m.Mark.Value.IsNull && m.Mark.Value.AsDouble > 0).ToList();
        if (marks.Count == 0) return [];
        var shares = Shares.Round([.. marks.Select(m => m.Mark.Value.AsDouble)], 1);
        var whole = marks.Sum(m => m.Mark.Value.AsDouble);
        var (slices, from) = (new List<Slice>(), -90.0);
        foreach (var ((mark, index), i) in marks.Select((m, i) => (m, i)))
        {
            var to = from + mark.Value.AsDouble / whole * 360;
            var color = numbers.Categories[mark.CategoryIndex].Color ?? content.Colors[mark.CategoryIndex % content.Colors.Count];
            slices.Add(new Slice(mark, index, from, to, shares[i], color));
            from = to;
        }
        return slices;
    }

    private static string Percent(Slice slice, ChartCanvas canvas) => slice.Share.ToString("0.0", canvas.Culture) + " %";

    private static Area DrawNote(ChartContent content, int drawn, Area area, ChartCanvas canvas)
    {
        var left = content.Numbers.Marks.Count(m => m.SeriesIndex == 0) - drawn;
        var note = content.Numbers.Series.Count > 1 ? $"Only {content.Numbers.Series[0].Name} is drawn."
            : left > 0 ? $"{left} not drawn: {(left == 1 ? "it is" : "they are")} negative, zero or empty." : "";
        if (note.Length == 0) return area;
        canvas.Text(canvas.Fit(note, area.Width), area.CentreX, area.Bottom - canvas.Typesetter.Extent(ChartCanvas.SmallFont).Descent, 0.5);
        return area with { Bottom = area.Bottom - ChartCanvas.LineHeight() };
    }

    private void DrawSlice(ChartContent content, Slice slice, Area area, double radius, ChartCanvas canvas)
    {
        var path = new DrawPath();
        if (Hole == 0 && slice.To - slice.From < 359.999) path.MoveTo(area.CentreX, area.CentreY);
        path.Arc(area.CentreX, area.CentreY, radius, slice.From, slice.To);
        if (Hole > 0) path.Arc(area.CentreX, area.CentreY, radius * Hole, slice.To, slice.From);
        path.Close();
        canvas.Items.Add(new PathItem(path, slice.Color, new Pen("#FFFFFF", 0.75)));
        canvas.Items.Add(RegionItem.Covering(path, $"{content.Id}-{slice.Index}", slice.Mark.Label,
            $"{content.Figure(slice.Mark)}, {Percent(slice, canvas)}", content.Action(slice.Mark)));
    }

    private sealed record Labels(double Radius, IReadOnlyList<(Slice Slice, string Name, string Figures, double Y, bool IsRight)> All);

    /// <summary>Names and shares around the pie, on two lines each, with lines to their slices; null where they have no room.</summary>
    private static Labels? Place(List<Slice> slices, ChartContent content, Area area, ChartCanvas canvas)
    {
        var height = 2 * ChartCanvas.LineHeight() + 2;
        var texts = slices.Select(s => (Slice: s, Name: canvas.Fit(s.Mark.Label.ReplaceLineEndings(" "), area.Width * 0.28),
            Figures: content.Labels ? $"{content.Figure(s.Mark)}, {Percent(s, canvas)}" : Percent(s, canvas))).ToList();
        var widest = texts.Max(t => Math.Max(canvas.Width(t.Name), canvas.Width(t.Figures)));
        var radius = Math.Min(area.Width / 2 - widest - Arm - 2 * Gap, (area.Height - height) / 2 - Gap);
        if (radius < LeastRadius) return null;
        var all = new List<(Slice, string, string, double, bool)>();
        foreach (var side in texts.GroupBy(t => Math.Cos(t.Slice.Middle) >= 0))
        {
            var wanted = side.OrderBy(t => Math.Sin(t.Slice.Middle)).ToList();
            if (wanted.Count * height > area.Height) return null;
            // From the top down, each is pushed below the one before; what then hangs over the foot pushes back up.
            var tops = wanted.Select(t => area.CentreY + Math.Sin(t.Slice.Middle) * (radius + Arm) - height / 2).ToArray();
            tops[0] = Math.Max(area.Top, tops[0]);
            for (var i = 1; i < tops.Length; i++) tops[i] = Math.Max(tops[i], tops[i - 1] + height);
            tops[^1] = Math.Min(tops[^1], area.Bottom - height);
            for (var i = tops.Length - 2; i >= 0; i--) tops[i] = Math.Min(tops[i], tops[i + 1] - height);
            all.AddRange(wanted.Select((t, i) => (t.Slice, t.Name, t.Figures, tops[i], side.Key)));
        }
        return new Labels(radius, all);
    }

    private static void DrawLabels(Labels labels, Area area, ChartCanvas canvas)
    {
        var line = ChartCanvas.LineHeight();
        foreach (var (slice, name, figures, top, isRight) in labels.All)
        {
            var (sine, cosine) = Math.SinCos(slice.Middle);
            var (x, y) = (area.CentreX + cosine * labels.Radius, area.CentreY + sine * labels.Radius);
            var side = isRight ? 1 : -1;
            var (elbow, middle) = (area.CentreX + side * (labels.Radius + Arm), top + line);
            canvas.Items.Add(new PathItem(new DrawPath().MoveTo(x, y).LineTo(elbow, middle).LineTo(elbow + side * Gap, middle), null,
                new Pen(Palette.Muted, 0.5)));
            var at = elbow + side * (Gap + 2);
            canvas.Text(name, at, top + canvas.Ascent(), isRight ? 0 : 1, Palette.Ink);
            canvas.Text(figures, at, top + line + canvas.Ascent(), isRight ? 0 : 1);
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
