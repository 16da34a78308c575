using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Steps of a way, one below the other, each as wide as its value, with the share that is left of the first.</summary>
public sealed class FunnelType : ChartType
{
    private const double Gap = ChartCanvas.Gap;

    public override string Id => "funnel";
    public override string Words => "a funnel";
    public override string Kind => "Funnel chart";
    public override bool WearsLabels => true;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Series.Count > 1 ? "A funnel shows one series."
        : numbers.Marks.Any(m => m.Number < 0) ? "Negative numbers have no width." : base.WhyNot(numbers);

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var steps = content.Numbers.Marks.Select((m, i) => (Mark: m, Index: i))
            .Where(m => m.Mark.SeriesIndex == 0 && m.Mark.Number >= 0).ToList();
        if (content.Numbers.Marks.Count(m => m.SeriesIndex == 0) - steps.Count is > 0 and var left)
            area = ChartTitle.DrawNote($"{left} not drawn: negative or empty.", area, canvas);
        if (steps.Count == 0) return;
        var (line, height, first) = (canvas.LineHeight(), area.Height / steps.Count, steps[0].Mark.Number);
        var widest = Math.Max(steps.Max(s => s.Mark.Number), double.Epsilon);
        string Share(Mark m) => first > 0 ? MarkLabels.Share(m.Number / first, content.LabelsOf(m), content.Culture) : "";
        var names = steps.Select(s => canvas.Fit(s.Mark.Label, area.Width * 0.3)).ToList();
        string Said(Mark m) => string.Join(", ", new[] { content.Figure(m), Share(m) }.Where(t => t.Length > 0));
        var figures = steps.Select(s => MarkLabels.Alone(content, s.Mark, Share(s.Mark), Said(s.Mark)).ReplaceLineEndings(" ")).ToList();
        var hasTexts = height >= line;
        var nameRoom = hasTexts ? names.Max(n => canvas.Width(n)) + Gap : 0;
        var figureRoom = hasTexts && content.HasLabels ? figures.Max(f => canvas.Width(f)) + Gap : 0;
        if (figureRoom > area.Width * 0.4) figureRoom = 0;
        var room = new Area(area.Left + nameRoom, area.Top, area.Right - figureRoom, area.Bottom);
        if (room.Width < 8) return;
        for (var i = 0; i < steps.Count; i++)
        {
            var (mark, index) = steps[i];
            var next = i + 1 < steps.Count ? steps[i + 1].Mark.Number : mark.Number;
            var (upper, lower) = (mark.Number / widest * room.Width / 2, Math.Min(next, mark.Number) / widest * room.Width / 2);
            var (top, bottom) = (area.Top + height * i, area.Top + height * (i + 1) - Math.Min(1.5, height / 4));
            var color = content.ColorOf(mark);
            canvas.Items.Add(new PathItem(new DrawPath().MoveTo(room.CentreX - upper, top).LineTo(room.CentreX + upper, top)
                .LineTo(room.CentreX + lower, bottom).LineTo(room.CentreX - lower, bottom).Close(), color));
            canvas.Items.Add(new RegionItem(room.Left, top, room.Width, Math.Max(0.5, height), $"{content.Id}-{index}",
                content.Spoken(mark), Said(mark), content.Action(mark)));
            if (!hasTexts) continue;
            canvas.Text(names[i], room.Left - Gap, top + height / 2 + canvas.ToMiddle, 1, Palette.Ink);
            if (figureRoom > 0) canvas.Text(figures[i], area.Right, top + height / 2 + canvas.ToMiddle, 1, Palette.Ink);
        }
        canvas.Parts.Add(("plot", room));
    }
}
