using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Names and figures around a pie, on two lines each, with lines to their slices.</summary>
internal sealed record PieLabels(double Radius, IReadOnlyList<PieLabels.Placed> All)
{
    private const double Gap = ChartCanvas.Gap, Arm = 7, LeastRadius = 22;

    /// <summary>The top of its room, and on which side.</summary>
    public sealed record Placed(PieType.Slice Slice, string Name, string Figures, double Top, bool IsRight);

    /// <returns>Null where they have no room.</returns>
    public static PieLabels? Place(IReadOnlyList<PieType.Slice> slices, PieType.PieShape shape, ChartContent content, Area area,
        ChartCanvas canvas)
    {
        var texts = slices.Select(s => (Slice: s, Text: Said(s, content, canvas, area.Width * 0.28))).ToList();
        var lines = texts.Any(t => t.Text.Name.Length > 0 && t.Text.Figures.Length > 0) ? 2 : 1;
        var height = lines * canvas.LineHeight() + 2;
        var widest = texts.Max(t => Math.Max(canvas.Width(t.Text.Name), canvas.Width(t.Text.Figures)));
        var radius = shape.RadiusIn(new Area(area.Left + widest + Arm + 2 * Gap, area.Top + height / 2 + Gap,
            area.Right - widest - Arm - 2 * Gap, area.Bottom - height / 2 - Gap));
        if (radius < LeastRadius) return null;
        var centre = shape with { CentreX = area.CentreX, CentreY = area.CentreY - shape.DepthOf(radius) / 2, Radius = radius };
        var all = new List<Placed>();
        foreach (var side in texts.GroupBy(t => Math.Cos(t.Slice.Middle) >= 0))
        {
            var wanted = side.OrderBy(t => Math.Sin(t.Slice.Middle)).ToList();
            var tops = Apart.Place([.. wanted.Select(t => centre.At(t.Slice.Middle, radius + Arm).Y - height / 2)], height, area.Top,
                area.Bottom);
            if (tops is null) return null;
            all.AddRange(wanted.Select((t, i) => new Placed(t.Slice, t.Text.Name, t.Text.Figures, tops[i], side.Key)));
        }
        return new PieLabels(radius, all);
    }

    public static void Draw(PieLabels labels, PieType.PieShape shape, ChartCanvas canvas)
    {
        var line = canvas.LineHeight();
        foreach (var label in labels.All)
        {
            var lines = label.Name.Length > 0 && label.Figures.Length > 0 ? 2 : 1;
            var (x, y) = shape.At(label.Slice.Middle, labels.Radius + shape.AwayOf(label.Slice));
            var side = label.IsRight ? 1 : -1;
            var (elbow, middle) = (shape.CentreX + side * (labels.Radius + Arm), label.Top + lines * line / 2);
            canvas.Items.Add(new PathItem(new DrawPath().MoveTo(x, y).LineTo(elbow, middle).LineTo(elbow + side * Gap, middle), null,
                new Pen(Palette.Muted, 0.5)));
            var (at, baseline) = (elbow + side * (Gap + 2), label.Top + canvas.Ascent());
            if (label.Name.Length > 0)
            {
                canvas.Text(label.Name, at, baseline, label.IsRight ? 0 : 1, Palette.Ink);
                baseline += line;
            }
            if (label.Figures.Length > 0) canvas.Text(label.Figures, at, baseline, label.IsRight ? 0 : 1);
        }
    }

    /// <summary>On the slices that have room.</summary>
    public static void DrawInside(IReadOnlyList<PieType.Slice> slices, PieType.PieShape shape, ChartContent content, ChartCanvas canvas)
    {
        foreach (var slice in slices)
        {
            var said = Said(slice, content, canvas, shape.Radius);
            var text = said.Figures.Length > 0 ? said.Figures : said.Name;
            var distance = shape.Radius * (shape.Hole > 0 ? (1 + shape.Hole) / 2 : 0.68);
            var (x, y) = shape.At(slice.Middle, distance);
            var room = Math.Min(2 * distance * Math.Sin(Math.Min(Math.PI / 2, (slice.To - slice.From) * Math.PI / 360)),
                shape.Radius * (1 - shape.Hole));
            var box = canvas.Box(text, x, y + canvas.ToMiddle, 0.5);
            if (canvas.Width(text) > room || !canvas.IsFree(box)) continue;
            canvas.Text(text, x, y + canvas.ToMiddle, 0.5, Tones.TextOn(slice.Color));
        }
    }

    /// <summary>A name, and below it its share, with its value before it where the author wants labels; or what else the author
    /// says.</summary>
    private static (string Name, string Figures) Said(PieType.Slice slice, ChartContent content, ChartCanvas canvas, double width)
    {
        var (name, share) = (canvas.Fit(slice.Name, width), slice.Percent(content.Culture));
        var labels = content.LabelsOf(slice.Mark);
        if (labels.Template is not null)
        {
            var said = MarkLabels.Said(labels, part => part switch
            {
                LabelPart.Share => share,
                LabelPart.Category => slice.Name,
                LabelPart.Series => content.Numbers.Series[slice.Mark.SeriesIndex].Name,
                _ => slice.Figure,
            }).Split('\n', 2);
            return (canvas.Fit(said[0], width), said.Length > 1 ? canvas.Fit(said[1], width) : "");
        }
        var says = labels.Says;
        if (says.Count == 0)
            return (name, labels.Show == LabelShow.Never ? share : $"{slice.Figure}, {share}");
        var figures = says.Where(p => p is LabelPart.Value or LabelPart.Share).Select(p => p == LabelPart.Share ? share : slice.Figure);
        return (says.Contains(LabelPart.Category) ? name : "", string.Join(", ", figures));
    }
}
