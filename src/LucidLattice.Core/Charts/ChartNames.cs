using LucidLattice.Core.Drawing;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

/// <summary>What the numbers of a chart are called, and their colours.</summary>
/// <param name="Values">A name for each value.</param>
/// <param name="Colors">Of the series in turn, as #RRGGBB.</param>
public sealed record ChartNames(
    CodeBookColors Codes, ValueFormat CategoryFormat, ValueFormat? SplitFormat, IReadOnlyList<string> Values, IReadOnlyList<string> Colors)
{
    public CategoryEntry Category(in Value key) =>
        new(key, key.IsNull ? Mark.EmptyLabel : CategoryFormat.Format(key), Codes.Category?.Color(key));

    /// <param name="turn">Its place among all series of the chart.</param>
    /// <param name="value">Which of the chart's values it draws.</param>
    public SeriesEntry Series(in Value split, int turn, int value)
    {
        var part = SplitFormat is null ? null : split.IsNull ? Mark.EmptyLabel : SplitFormat.Format(split);
        var name = part is null ? Values[value] : Values.Count > 1 ? $"{part}, {Values[value]}" : part;
        var colors = Colors.Count > 0 ? Colors : Palette.Series;
        return new SeriesEntry(name, Codes.Split?.Color(split) ?? colors[turn % colors.Count], value);
    }
}

/// <summary>The value lists that give colours.</summary>
public sealed record CodeBookColors(Data.CodeBook? Category, Data.CodeBook? Split);
