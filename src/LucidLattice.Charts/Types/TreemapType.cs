using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Rectangles as large as their values; where the chart is split, those of a series lie together.</summary>
public sealed class TreemapType : ChartType
{
    private const double Inset = 3;

    public override string Id => "treemap";
    public override string Words => "a treemap";
    public override string Kind => "Treemap";
    public override bool WearsLabels => true;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.ValueCount > 1 ? "It shows one value."
        : numbers.Marks.Any(m => m.Number < 0) ? "Negative numbers are no part of a whole." : base.WhyNot(numbers);

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var numbers = content.Numbers;
        var marks = numbers.Marks.Select((m, i) => (Mark: m, Index: i))
            .Where(m => m.Mark.Number > 0 && numbers.Series[m.Mark.SeriesIndex].ValueIndex == 0).ToList();
        if (numbers.Marks.Count - marks.Count is > 0 and var left)
            area = ChartTitle.DrawNote($"{left} not drawn: zero, negative or empty.", area, canvas);
        if (marks.Count == 0 || area.Width < 4 || area.Height < 4) return;
        var isSplit = numbers.Series.Count > 1;
        var entries = numbers.Series.Select((s, i) => new LegendEntry(s.Name, s.Color, Id: $"{content.Id}-legend-{i}",
            Action: content.SeriesAction(s))).ToList();
        if (isSplit) area = Legend.Draw(content.Legend, entries, true, area, canvas);
        var whole = marks.Sum(m => m.Mark.Number);
        var groups = marks.GroupBy(m => isSplit ? m.Mark.SeriesIndex : 0).OrderByDescending(g => g.Sum(m => m.Mark.Number)).ToList();
        var places = Squares.Divide([.. groups.Select(g => g.Sum(m => m.Mark.Number))], area);
        for (var g = 0; g < groups.Count; g++)
        {
            var parts = groups[g].OrderByDescending(m => m.Mark.Number).ToList();
            var place = isSplit && places[g].Width > 4 && places[g].Height > 4 ? places[g].Shrunk(1) : places[g];
            var squares = Squares.Divide([.. parts.Select(p => p.Mark.Number)], place);
            for (var i = 0; i < parts.Count; i++) DrawOne(content, parts[i].Mark, parts[i].Index, squares[i], whole, isSplit, canvas);
        }
        canvas.Parts.Add(("plot", area));
    }

    private static void DrawOne(ChartContent content, Mark mark, int index, Area place, double whole, bool isSplit, ChartCanvas canvas)
    {
        var numbers = content.Numbers;
        var color = content.ColorOf(mark);
        canvas.Items.Add(new RectItem(place.Left, place.Top, place.Width, place.Height, color, "#FFFFFF", 0.75));
        var share = MarkLabels.Share(mark.Number / whole, content.LabelsOf(mark), content.Culture);
        if (place.Width > 0 && place.Height > 0)
            canvas.Items.Add(new RegionItem(place.Left, place.Top, place.Width, place.Height, $"{content.Id}-{index}", content.Spoken(mark),
                $"{content.Figure(mark)}, {share}", content.Action(mark)));
        if (content.LabelsOf(mark).Show == LabelShow.Never) return;
        var (line, ink) = (canvas.LineHeight(), Tones.TextOn(color));
        var (width, top) = (place.Width - 2 * Inset, place.Top + Inset);
        var name = mark.Label.ReplaceLineEndings(" ");
        // As many lines as have room, the first of them at least.
        foreach (var text in MarkLabels.Alone(content, mark, share, $"{name}\n{content.Figure(mark)}").Split('\n'))
        {
            if (canvas.Width(text) > width || top + line > place.Bottom - Inset + 0.01) return;
            canvas.Text(text, place.Left + Inset, top + canvas.Ascent(), 0, ink);
            top += line;
        }
    }
}
