using LucidLattice.Core.Caching;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

/// <summary>
/// The numbers of a chart for every group that it is drawn for, worked out in one pass before anything is laid out: categories by
/// series, each cell with its values and its number of rows, kept as columns. Cells without rows are not there.
/// </summary>
public sealed class ChartTable : ISized
{
    /// <summary>The most cells that one drawing of a chart has; what is beyond is said.</summary>
    public const int MostCells = 50_000;

    /// <summary>Of each group, its first category, and of each category, its first cell; one more at the end of both.</summary>
    public required int[] FirstCategory { get; init; }
    public required int[] FirstCell { get; init; }
    public required Value[] Categories { get; init; }

    /// <summary>The keys of series over all groups, in their order; one NULL where the chart has no split.</summary>
    public required Value[] Splits { get; init; }

    /// <summary>Of each cell: which of the series, its rows, and its values one after the other.</summary>
    public required int[] SplitOf { get; init; }
    public required int[] Rows { get; init; }
    public required Value[] Values { get; init; }

    /// <summary>The most categories that any group has, drawn or not.</summary>
    public required int MostFound { get; init; }

    /// <summary>The most categories that were drawn of a group that has more; null where all are.</summary>
    public required int? MostDrawn { get; init; }

    public long Bytes =>
        4L * (FirstCategory.Length + FirstCell.Length + SplitOf.Length + Rows.Length)
        + 40L * (Categories.Length + Splits.Length + Values.Length);

    /// <summary>The numbers for a group; none for one that is not there.</summary>
    public ChartNumbers Read(int group, ChartNames names)
    {
        if (group >= FirstCategory.Length - 1) return ChartNumbers.None;
        var (from, end, valueCount) = (FirstCategory[group], FirstCategory[group + 1], names.Values.Count);
        var isThere = new bool[Splits.Length];
        for (var cell = FirstCell[from]; cell < FirstCell[end]; cell++) isThere[SplitOf[cell]] = true;
        var series = new List<SeriesEntry>();
        var firstOf = new int[Splits.Length];
        for (var split = 0; split < Splits.Length; split++)
        {
            firstOf[split] = series.Count;
            // A series keeps its colour in every group, whichever of them it is in.
            if (isThere[split])
                for (var value = 0; value < valueCount; value++)
                    series.Add(names.Series(Splits[split], split * valueCount + value, value));
        }
        var categories = new CategoryEntry[end - from];
        var marks = new Mark[(FirstCell[end] - FirstCell[from]) * valueCount];
        var at = 0;
        for (var i = 0; i < categories.Length; i++)
        {
            var key = Categories[from + i];
            var category = categories[i] = names.Category(key);
            for (var cell = FirstCell[from + i]; cell < FirstCell[from + i + 1]; cell++)
                for (var value = 0; value < valueCount; value++)
                    marks[at++] = new Mark(i, firstOf[SplitOf[cell]] + value, key, category.Label, Splits[SplitOf[cell]],
                        Values[cell * valueCount + value], Rows[cell]);
        }
        return new ChartNumbers(categories, series, marks);
    }
}
