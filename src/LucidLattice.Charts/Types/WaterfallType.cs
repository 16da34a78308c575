using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>Steps that add up: each begins where the one before ended; sums so far, and the sum at the end, stand on zero.</summary>
public sealed class WaterfallType : ColumnType
{
    public override string Id => "waterfall";
    public override string Words => "a waterfall that adds up";
    public override string Kind => "Waterfall chart";
    public override bool Stacks => false;
    public override bool KeepsDistances => false;
    public override bool Mixes => false;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Series.Count > 1 ? "A waterfall shows one series." : base.WhyNot(numbers);

    /// <summary>With a mark for each sum; those carry no category, since they stand for many.</summary>
    public override ChartContent Arranged(ChartContent content)
    {
        var numbers = content.Numbers;
        if (numbers.Series.Count == 0) return content;
        var (categories, marks, sum) = (new List<CategoryEntry>(), new List<Mark>(), 0.0);
        foreach (var mark in numbers.Marks.Where(m => m.SeriesIndex == 0 && !m.Value.IsNull))
        {
            var entry = numbers.Categories[mark.CategoryIndex];
            marks.Add(mark with { CategoryIndex = categories.Count, Singles = new[] { sum, sum + mark.Number } });
            categories.Add(entry);
            sum += mark.Number;
            if (content.Subtotals.Contains(entry.Label)) AddSum($"Sum to {entry.Label}");
        }
        AddSum("Sum");
        return content with { Numbers = new ChartNumbers(categories, [.. numbers.Series.Take(1)], marks) };

        void AddSum(string name)
        {
            marks.Add(new Mark(categories.Count, 0, Value.Null, name, Value.Null, Value.Of(sum), 0) 
                { Singles = new[] { 0, sum }, IsSum = true });
            categories.Add(new CategoryEntry(Value.Null, name, Palette.Muted));
        }
    }

    protected override (double From, double To)[] Ends(IReadOnlyList<Mark> marks, ChartContent content, ChartArrangement arrangement) =>
        [.. marks.Select(m => (m.Singles.Span[0], m.Singles.Span[1]))];

    protected override void DrawBody(Plot plot, Area body, PlotMark mark)
    {
        base.DrawBody(plot, body, mark);
        // A thin line leads to where the next step begins.
        if (mark.Mark.CategoryIndex == plot.Bands.Count - 1) return;
        var at = plot.Values.Within(mark.To);
        var next = plot.Bands.Middle(mark.Mark.CategoryIndex + 1);
        plot.Canvas.Items.Add(new LineItem(Math.Min(body.Right, next), at, Math.Max(body.Right, next), at, 0.5, Palette.Muted));
    }
}
