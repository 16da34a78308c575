using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>How often numbers fall into ranges: columns without room between them.</summary>
public sealed class HistogramType : ColumnType
{
    public override string Id => "histogram";
    public override string Words => "a histogram over ranges";
    public override string Kind => "Histogram";
    public override bool Mixes => false;
    public override bool NeedsRanges => true;
    protected override double? OwnGap => 0.04;

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Categories.Any(c => !c.Key.IsNull && !c.Key.Type.IsNumber()) ? "It needs numbers along the axis." : base.WhyNot(numbers);

    /// <summary>With a place for each range, also those that no row falls into.</summary>
    public override ChartContent Arranged(ChartContent content)
    {
        if (content.Numbers.Ranges is not { } ranges) return content;
        var (numbers, places) = (content.Numbers, new List<CategoryEntry>());
        var placeOf = new int[numbers.Categories.Count];
        foreach (var (entry, index) in numbers.Categories.Select((c, i) => (c, i)))
        {
            while (!entry.Key.IsNull && places.Count < ranges.Count && places.Count < ranges.IndexOf(entry.Key))
                places.Add(Empty(places.Count));
            placeOf[index] = places.Count;
            places.Add(entry);
        }
        return content with
        {
            Numbers = numbers with
            {
                Categories = places, Marks = [.. numbers.Marks.Select(m => m with { CategoryIndex = placeOf[m.CategoryIndex] })],
            },
        };

        CategoryEntry Empty(int range) => new(ranges.EdgeValue(range),
            ranges.Label(range, content.RangeEnd), null);
    }
}
