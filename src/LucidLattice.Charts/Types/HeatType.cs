using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>A square for each category and series, as dark as its value.</summary>
public sealed class HeatType : ChartType
{
    private const double Gap = ChartCanvas.Gap;

    public override string Id => "heatMap";
    public override string Words => "a heat map";
    public override string Kind => "Heat map";
    public override bool WearsLabels => true;
    public override bool KeepsDistances => true;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Series.Count < 2 ? "It needs series: split the chart by a field." : base.WhyNot(numbers);

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var numbers = content.Numbers;
        var all = numbers.Marks.Where(m => !m.Value.IsNull).Select(m => m.Number).ToList();
        if (all.Count == 0) return;
        var scale = new ColorScale(all.Min(), all.Max(), content.Colors[0]);
        var written = Written(content, scale);
        area = ColorLegend.Draw(scale, written, content.Legend, area, canvas);
        var (left, top, right, bottom) = (area.Left, area.Top, area.Right, area.Bottom);
        var names = numbers.Series.Select(s => canvas.Fit(s.Name, area.Width * 0.35)).ToList();
        left += names.Max(n => canvas.Width(n)) + Gap;
        if (right - left < 12) return;
        var axis = CategoryAxis.Plan(numbers.Categories, (right - left) / numbers.Categories.Count, (bottom - top) * 0.4, content.DateStep,
            content.Numbers.Ranges is not null, canvas, content.Axes.Category with { Reversed = false });
        bottom -= axis.Height + Gap;
        if (bottom - top < 8) return;
        var (across, down) = (new BandScale(numbers.Categories.Count, left, right), new BandScale(numbers.Series.Count, top, bottom));
        var line = canvas.LineHeight();
        var whole = all.Sum(Math.Abs);
        string Said(Mark m) => MarkLabels.Alone(content, m, whole > 0
            ? MarkLabels.Share(Math.Abs(m.Number) / whole, content.LabelsOf(m), content.Culture) : "", written(m.Number))
            .ReplaceLineEndings(" ");
        var hasRoom = content.Labels.Show != LabelShow.Never && line <= down.Step
            && numbers.Marks.All(m => m.Value.IsNull || canvas.Width(Said(m)) <= across.Step - 2);
        foreach (var (mark, i) in numbers.Marks.Select((m, i) => (m, i)))
        {
            var (x, y) = (across.Start(mark.CategoryIndex), down.Start(mark.SeriesIndex));
            if (!mark.Value.IsNull)
            {
                var color = scale.Color(mark.Number);
                var gap = Math.Min(1, Math.Min(across.Step, down.Step) / 4);
                canvas.Items.Add(new RectItem(x, y, across.Step - gap, down.Step - gap, color));
                if (hasRoom)
                    canvas.Text(Said(mark), x + (across.Step - gap) / 2, y + down.Step / 2 + canvas.ToMiddle, 0.5,
                        Tones.TextOn(color));
            }
            canvas.Items.Add(new RegionItem(x, y, across.Step, down.Step, $"{content.Id}-{i}", content.Spoken(mark), content.Figure(mark),
                content.Action(mark)));
        }
        DrawNames(names, down, left - Gap, canvas);
        axis.Draw(across, bottom + Gap, content.CategoryAction, content.Id);
        canvas.Parts.Add(("category", area with { Top = bottom }));
        canvas.Parts.Add(("plot", new Area(left, top, right, bottom)));
    }

    private static Func<double, string> Written(ChartContent content, ColorScale scale)
    {
        var numbers = new AxisNumbers([Math.Min(0, scale.Low), Math.Max(scale.High, scale.Low + 1e-300)],
            content.AreShares.ElementAtOrDefault(0), content.Culture, content.Axes.Left.Unit);
        return content.Formats[0] is { } own ? v => own.Format(Value.Of(v)) : v => numbers.Label(v, content.Labels.Decimals);
    }

    private static void DrawNames(List<string> names, BandScale down, double right, ChartCanvas canvas)
    {
        var line = canvas.LineHeight();
        var every = Math.Max(1, (int)Math.Ceiling(line / down.Step));
        for (var i = CategoryAxis.First(down.Step, line); i < names.Count; i += every)
        {
            if (down.Middle(i) + line / 2 > down.To + 0.01) break;
            canvas.Text(names[i], right, down.Middle(i) + canvas.ToMiddle, 1, Palette.Ink);
        }
    }
}
