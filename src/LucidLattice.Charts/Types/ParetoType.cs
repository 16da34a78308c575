using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>Columns, the largest first and all others at the end, and a line of their share so far, from 0 to 100 % on the right.</summary>
public sealed class ParetoType : CartesianType
{
    private static readonly ColumnType Columns = new();
    private static readonly LineType Line = new();

    public override string Id => "pareto";
    public override string Words => "columns with their share so far";
    public override string Kind => "Pareto chart";
    public override bool WearsLabels => true;
    public override bool HasColumns => true;
    public override bool Stacks => false;
    public override bool KeepsDistances => false;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Series.Count > 1 ? "It shows one series."
        : numbers.Marks.Any(m => m.Number < 0) ? "Negative numbers are no part of a whole." : base.WhyNot(numbers);

    public override void DrawMarks(Plot plot) => throw new NotSupportedException("Its layers have types of their own.");

    protected override CartesianType DrawerOf(int value) => value == 0 ? Columns : Line;

    protected override bool[] Sides(ChartContent content) => [false, true];

    public override ChartContent Arranged(ChartContent content)
    {
        var numbers = content.Numbers;
        var sorted = numbers.Marks.Where(m => m.SeriesIndex == 0 && m.Number >= 0)
            .OrderBy(m => numbers.Categories[m.CategoryIndex].IsOthers).ThenByDescending(m => m.Number).ToList();
        var (whole, sum, marks) = (sorted.Sum(m => m.Number), 0.0, new List<Mark>());
        foreach (var (mark, i) in sorted.Select((m, i) => (m, i)))
        {
            sum += mark.Number;
            marks.Add(mark with { CategoryIndex = i });
            if (whole > 0) marks.Add(mark with { CategoryIndex = i, SeriesIndex = 1, Value = Value.Of(sum / whole) });
        }
        var share = ValueFormat.For(DataType.Double, PercentForm.Pattern(content.Culture), FieldKind.Share, null, content.Culture);
        return content with
        {
            Numbers = new ChartNumbers([.. sorted.Select(m => numbers.Categories[m.CategoryIndex])],
                [.. numbers.Series.Take(1), new SeriesEntry("Share so far", Palette.Muted, 1)], marks),
            Values = [content.Values[0] with { DrawnAs = null }, new ChartValue { Expression = "" }],
            Formats = [content.Formats[0], null],
            FullFormats = [content.FullFormats[0], share],
            AreShares = [content.AreShares.ElementAtOrDefault(0), true],
            SharedRange = (content.SharedRange.Left, (0, 1)),
            Arrangement = ChartArrangement.Beside,
            DateStep = null,
        };
    }
}
