using LucidLattice.Core.Drawing;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

/// <summary>What the numbers of a chart are called, and their colours.</summary>
/// <param name="Values">A name for each value.</param>
/// <param name="Colors">Of the series in turn, as #RRGGBB; at least one.</param>
public sealed record ChartNames(
    CodeBookColors Codes, ValueFormat CategoryFormat, ValueFormat? SplitFormat, IReadOnlyList<string> Values, IReadOnlyList<string> Colors)
{
    public ValueFormat? OuterFormat { get; init; }

    /// <summary>The own colour of each value; null takes the next one.</summary>
    public IReadOnlyList<string?> OwnColors { get; init; } = [];

    /// <summary>What all categories beyond the largest are called together.</summary>
    public string Others { get; init; } = "Others";

    /// <summary>An end of a range of numbers.</summary>
    public Func<double, string> Number { get; init; } = n => n.ToString("0.######", System.Globalization.CultureInfo.InvariantCulture);

    /// <param name="outer">The key of the category that it lies in.</param>
    public CategoryEntry Category(in Value key, Value? outer) => new(key, Written(key, CategoryFormat), Codes.Category?.Color(key))
        { Outer = OuterFormat is null || outer is not { } around ? null : Written(around, OuterFormat) };

    /// <param name="split">The place of its part among all of the chart.</param>
    /// <param name="value">Which of the chart's values it draws.</param>
    public SeriesEntry Series(in Value key, int split, int value)
    {
        var part = SplitFormat is null ? "" : Written(key, SplitFormat);
        var name = part.Length == 0 ? Values[value] : Values.Count > 1 ? $"{part}, {Values[value]}" : part;
        var colors = Colors.Count > 0 ? Colors : Palette.Series;
        var color = Codes.Split?.Color(key) ?? (SplitFormat is null ? OwnColors.ElementAtOrDefault(value) : null)
            ?? colors[(split * Values.Count + value) % colors.Count];
        return new SeriesEntry(name, color, value) { Part = part };
    }

    private static string Written(in Value key, ValueFormat format) => key.IsNull ? Mark.EmptyLabel : format.Format(key);
}

/// <summary>The value lists that give colours.</summary>
public sealed record CodeBookColors(Data.CodeBook? Category, Data.CodeBook? Split);
