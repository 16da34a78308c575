using LucidLattice.Data;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts;

/// <summary>What the numbers of a chart are called, and their colours.</summary>
/// <param name="Values">A name for each value.</param>
/// <param name="Colors">Of the series in turn, as #RRGGBB; at least one.</param>
public sealed record ChartNames(
    CodeBookColors Codes, ValueFormat CategoryFormat, ValueFormat? SplitFormat, IReadOnlyList<string> Values, IReadOnlyList<string> Colors)
{
    public ValueFormat? OuterFormat { get; init; }

    /// <summary>How each value is drawn.</summary>
    public IReadOnlyList<SeriesLook> ValueLooks { get; init; } = [];

    /// <summary>What series of a split chart are called and how they are drawn, by their keys.</summary>
    public IReadOnlyDictionary<string, NamedSeries> SeriesLooks { get; init; } = new Dictionary<string, NamedSeries>();

    /// <summary>Colours that values have everywhere in the report, by their keys.</summary>
    public IReadOnlyDictionary<string, string> CategoryColors { get; init; } = new Dictionary<string, string>();
    public IReadOnlyDictionary<string, string> SplitColors { get; init; } = new Dictionary<string, string>();

    /// <summary>What rows without a value are called.</summary>
    public string Empty { get; init; } = Mark.EmptyLabel;

    /// <summary>What all categories beyond the largest are called together.</summary>
    public string Others { get; init; } = "Others";

    /// <summary>An end of a range of numbers.</summary>
    public Func<double, string> Number { get; init; } = n => n.ToString("0.######", System.Globalization.CultureInfo.InvariantCulture);

    /// <param name="outer">The key of the category that it lies in.</param>
    public CategoryEntry Category(in Value key, Value? outer) => new(key, Written(key, CategoryFormat),
        CategoryColors.GetValueOrDefault(KeyText(key)) ?? Codes.Category?.Color(key))
        { HasKey = true, Outer = OuterFormat is null || outer is not { } around ? null : Written(around, OuterFormat) };

    /// <param name="split">The place of its part among all of the chart.</param>
    /// <param name="value">Which of the chart's values it draws.</param>
    public SeriesEntry Series(in Value key, int split, int value)
    {
        var named = SplitFormat is null ? null : SeriesLooks.GetValueOrDefault(KeyText(key));
        var look = Over(named?.Look, ValueLooks.ElementAtOrDefault(value));
        var part = SplitFormat is null ? "" : named?.Name ?? Written(key, SplitFormat);
        var name = part.Length == 0 ? Values[value] : Values.Count > 1 ? $"{part}, {Values[value]}" : part;
        var colors = Colors.Count > 0 ? Colors : Palette.Series;
        // The own colour of a value tells values apart, not the parts that one of them is split into.
        var color = (SplitFormat is null ? look.Color : named?.Look.Color)
            ?? (SplitFormat is null ? null : SplitColors.GetValueOrDefault(KeyText(key)) ?? Codes.Split?.Color(key))
            ?? colors[(split * Values.Count + value) % colors.Count];
        return new SeriesEntry(name, color, value) { Part = part, Key = KeyText(key), Look = look };
    }

    /// <summary>A key as definitions write it; nothing for rows without one.</summary>
    public static string KeyText(in Value key) => key.IsNull ? "" : key.Invariant;

    private static SeriesLook Over(SeriesLook? own, SeriesLook? around) => own is null || around is null ? own ?? around ?? new() : new()
    {
        Color = own.Color ?? around.Color,
        Line = own.Line ?? around.Line,
        LineWidth = own.LineWidth ?? around.LineWidth,
        Dash = own.Dash == ChartDash.Solid ? around.Dash : own.Dash,
        Marker = own.Marker == ChartMarker.Automatic ? around.Marker : own.Marker,
        Labels = own.Labels ?? around.Labels,
    };

    private string Written(in Value key, ValueFormat format) => key.IsNull ? Empty : format.Format(key);
}

/// <summary>The value lists that give colours.</summary>
public sealed record CodeBookColors(CodeBook? Category, CodeBook? Split);
