using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;

namespace LucidLattice.Charts.Types;

/// <summary>A line for each series from the first category to the last, with names and figures at both ends.</summary>
public sealed class SlopeType : ChartType
{
    private const double Gap = ChartCanvas.Gap, Radius = 2.4, Reach = 7;

    public override string Id => "slope";
    public override string Words => "slopes from the first to the last";
    public override string Kind => "Slope chart";

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Categories.Count < 2 ? "It needs two categories." : base.WhyNot(numbers);

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var numbers = content.Numbers;
        var (first, last) = (0, numbers.Categories.Count - 1);
        var index = numbers.Marks.Select((m, i) => (Mark: m, Index: i)).Where(m => !m.Mark.Value.IsNull).ToList();
        var lines = index.GroupBy(m => m.Mark.SeriesIndex)
            .Select(g =>
            (From: g.FirstOrDefault(m => m.Mark.CategoryIndex == first), To: g.FirstOrDefault(m => m.Mark.CategoryIndex == last)))
            .Where(l => l.From.Mark is not null && l.To.Mark is not null && last > 0).ToList();
        if (lines.Count == 0)
        {
            canvas.Text(canvas.Fit("Nothing at both ends", area.Width), area.CentreX, area.CentreY, 0.5);
            return;
        }
        var line = canvas.LineHeight();
        var hasNames = numbers.Series.Count > 1;
        string Side(Mark m) => canvas.Fit(hasNames ? $"{numbers.Series[m.SeriesIndex].Name}  {content.Figure(m)}" : content.Figure(m),
            area.Width * 0.36);
        var room = new Area(area.Left + lines.Max(l => canvas.Width(Side(l.From.Mark))) + Gap + Radius, area.Top + line / 2,
            area.Right - lines.Max(l => canvas.Width(Side(l.To.Mark))) - Gap - Radius, area.Bottom - line - Gap - line / 2);
        if (room.Width < 12 || room.Height < 8) return;
        var all = lines.SelectMany(l => new[] { l.From.Mark.Number, l.To.Mark.Number }).ToList();
        var (low, high) = all.Min() == all.Max() ? (all.Min() - 1, all.Max() + 1) : (all.Min(), all.Max());
        var values = new ValueScale(low, high, room.Bottom, room.Top);
        foreach (var (from, to) in lines)
        {
            var (y1, y2) = (values.At(from.Mark.Number), values.At(to.Mark.Number));
            var series = numbers.Series[from.Mark.SeriesIndex];
            canvas.Items.Add(new PathItem(new DrawPath().MoveTo(room.Left, y1).LineTo(room.Right, y2), null,
                Pens.OfSeries(series.Color, null, default)));
            foreach (var (end, x, y) in new[] { (from, room.Left, y1), (to, room.Right, y2) })
            {
                canvas.Items.Add(new CircleItem(x, y, Radius, series.Color));
                canvas.Items.Add(new RegionItem(x - Reach, Math.Max(area.Top, y - Reach), 2 * Reach,
                    Math.Min(2 * Reach, area.Bottom - Math.Max(area.Top, y - Reach)), $"{content.Id}-{end.Index}",
                    content.Spoken(end.Mark), content.Figure(end.Mark), content.Action(end.Mark)));
            }
        }
        WriteSide([.. lines.Select(l => (Side(l.From.Mark), values.At(l.From.Mark.Number)))], room.Left - Radius - Gap, 1, area, canvas);
        WriteSide([.. lines.Select(l => (Side(l.To.Mark), values.At(l.To.Mark.Number)))], room.Right + Radius + Gap, 0, area, canvas);
        var half = (room.Width - Gap) / 2;
        canvas.Text(canvas.Fit(numbers.Categories[first].Label, half), room.Left, area.Bottom - line + canvas.Ascent(), 0, Palette.Ink);
        canvas.Text(canvas.Fit(numbers.Categories[last].Label, half), room.Right, area.Bottom - line + canvas.Ascent(), 1, Palette.Ink);
        canvas.Parts.Add(("plot", room));
    }

    /// <summary>Beside their points, moved apart where those lie close; of more than have room, the first ones.</summary>
    private static void WriteSide(IReadOnlyList<(string Text, double Y)> texts, double x, double anchor, Area area, ChartCanvas canvas)
    {
        var line = canvas.LineHeight();
        var bottom = area.Bottom - line - Gap;
        var shown = texts.Take((int)((bottom - area.Top) / line)).OrderBy(t => t.Y).ToList();
        var tops = Apart.Place([.. shown.Select(t => t.Y - line / 2)], line, area.Top, bottom);
        for (var i = 0; i < shown.Count && tops is not null; i++)
            canvas.Text(shown[i].Text, x, tops[i] + line / 2 + canvas.ToMiddle, anchor, Palette.Ink);
    }
}
