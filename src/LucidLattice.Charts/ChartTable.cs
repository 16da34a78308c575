using LucidLattice.Charts.Scales;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts;

/// <summary>
/// The numbers of a chart for every group that it is drawn for, worked out in one pass before anything is laid out: categories by
/// series, each cell with its values and its number of rows, kept as columns. Cells without rows are not there.
/// </summary>
public sealed class ChartTable : ISized
{
    /// <summary>The most cells that one drawing of a chart has; what is beyond is said.</summary>
    public const int MostCells = 50_000;

    /// <summary>The most keys that one category is known to stand for.</summary>
    public const int MostKeys = 1_000;

    /// <summary>Of each group, its first category, and of each category, its first cell; one more at the end of both.</summary>
    public required int[] FirstCategory { get; init; }
    public required int[] FirstCell { get; init; }

    /// <summary>Of each category, its key, and that of the one around it where they nest.</summary>
    public required Value[] Categories { get; init; }
    public required Value[]? Outer { get; init; }

    /// <summary>Of each group, the category that stands for those beyond the largest; -1 where there is none.</summary>
    public required int[]? Others { get; init; }

    /// <summary>The keys of series over all groups, in their order; one NULL where the chart has no split.</summary>
    public required Value[] Splits { get; init; }

    /// <summary>Of each cell: which of the series, its rows, and its values one after the other.</summary>
    public required int[] SplitOf { get; init; }
    public required int[] Rows { get; init; }
    public required Value[] Values { get; init; }

    /// <summary>Of each category, the keys that it stands for; null in it for one, and null where all stand for one.</summary>
    public required Value[]?[]? Keys { get; init; }

    /// <summary>Of each cell, the colour that an expression gives it; null where none does.</summary>
    public required string?[]? Colors { get; init; }

    /// <summary>Of each cell, where its single numbers start in <see cref="Singles"/>, sorted; one more at the end. Null where a type
    /// needs none.</summary>
    public required int[]? FirstSingle { get; init; }
    public required double[]? Singles { get; init; }

    /// <summary>Of each cell, what its rows have in common, one after the other; null where nothing is asked for.</summary>
    public Value[]? Common { get; init; }

    /// <summary>What the keys of categories are the numbers of; null where they are keys.</summary>
    public required NumberRanges? Ranges { get; init; }

    /// <summary>The most categories that any group has, drawn or not.</summary>
    public required int MostFound { get; init; }

    /// <summary>The most categories that were drawn of a group that has more; null where all are.</summary>
    public required int? MostDrawn { get; init; }

    public long Bytes =>
        4L * (FirstCategory.Length + FirstCell.Length + SplitOf.Length + Rows.Length + (FirstSingle?.Length ?? 0) + (Others?.Length ?? 0))
        + 40L * (Categories.Length + (Outer?.Length ?? 0) + Splits.Length + Values.Length) + 8L * (Singles?.Length ?? 0)
        + 40L * (Common?.Length ?? 0) + 8L * (Colors?.Length ?? 0) + 40L * (Keys?.Sum(k => k?.Length ?? 0) ?? 0);

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
                for (var value = 0; value < valueCount; value++) series.Add(names.Series(Splits[split], split, value));
        }
        var categories = new CategoryEntry[end - from];
        var marks = new Mark[(FirstCell[end] - FirstCell[from]) * valueCount];
        var at = 0;
        for (var i = 0; i < categories.Length; i++)
        {
            var key = Categories[from + i];
            var category = categories[i] = Entry(from + i, Others is not null && Others[group] == from + i, names);
            for (var cell = FirstCell[from + i]; cell < FirstCell[from + i + 1]; cell++)
                for (var value = 0; value < valueCount; value++)
                    marks[at++] = new Mark(i, firstOf[SplitOf[cell]] + value, category.Key, category.Label, Splits[SplitOf[cell]],
                        Values[cell * valueCount + value], Rows[cell]) 
                            { Singles = SinglesOf(cell), Color = Colors?[cell], Keys = category.Keys, HasKey = category.HasKey,
                                Common = CommonOf(cell) };
        }
        return new ChartNumbers(categories, series, marks) { Ranges = Ranges };
    }

    private CategoryEntry Entry(int category, bool isOthers, ChartNames names)
    {
        var key = Categories[category];
        if (isOthers) return new CategoryEntry(Value.Null, names.Others, null) { IsOthers = true, Keys = Keys?[category] };
        if (Ranges is not null && !key.IsNull)
            return new CategoryEntry(Ranges.EdgeValue((int)key.Whole), Ranges.Label((int)key.Whole, names.Number), null)
                { HasKey = true };
        var entry = names.Category(key, Outer is null ? null : Outer[category]) with { OuterKey = Outer?[category] ?? Value.Null };
        return Keys?[category] is { } keys ? entry with { Keys = keys } : entry;
    }

    private ReadOnlyMemory<Value> CommonOf(int cell)
    {
        if (Common is null) return default;
        var count = Common.Length / Math.Max(1, SplitOf.Length);
        return Common.AsMemory(cell * count, count);
    }

    private ReadOnlyMemory<double> SinglesOf(int cell) =>
        FirstSingle is null ? default : Singles.AsMemory(FirstSingle[cell], FirstSingle[cell + 1] - FirstSingle[cell]);
}
