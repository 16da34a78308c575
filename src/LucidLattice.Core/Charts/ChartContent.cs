using LucidLattice.Core.Definitions;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Charts;

/// <summary>All that the drawing of a chart needs to know: its numbers, its words, its settings, and what a click on each mark
/// does.</summary>
public sealed record ChartContent
{
    private const int MostSaid = 24;

    /// <summary>Unique among what is drawn of the report.</summary>
    public required string Id { get; init; }
    public required ChartNumbers Numbers { get; init; }
    public string Title { get; init; } = "";
    public string CategoryTitle { get; init; } = "";
    public string ValueTitle { get; init; } = "";

    /// <summary>The author's format of each value; null where a short one is made that fits the scale.</summary>
    public required IReadOnlyList<ValueFormat?> Formats { get; init; }

    /// <summary>The full format of each value, for tooltips and the numbers drawn.</summary>
    public required IReadOnlyList<ValueFormat> FullFormats { get; init; }

    /// <summary>True where the values are shares of one, written in per cent.</summary>
    public bool IsShare { get; init; }
    public bool Labels { get; init; }

    /// <summary>Of marks that are coloured in turn, as #RRGGBB; at least one.</summary>
    public IReadOnlyList<string> Colors { get; init; } = Drawing.Palette.Series;
    public ChartArrangement Arrangement { get; init; }
    public ChartCurve Curve { get; init; }
    public ChartLegend Legend { get; init; }
    public required Func<Mark, LinkAction?> Action { get; init; }

    /// <summary>The value of a mark as people read it.</summary>
    public string Figure(Mark mark) => FullFormats[Numbers.Series[mark.SeriesIndex].ValueIndex].Format(mark.Value);

    /// <summary>What a mark stands for: its category, and its series where there are several.</summary>
    public string Spoken(Mark mark) =>
        Numbers.Series.Count > 1 ? $"{mark.Label}, {Numbers.Series[mark.SeriesIndex].Name}" : mark.Label;

    /// <param name="kind">With a capital: “Column chart”.</param>
    public string AlternativeText(string kind)
    {
        var marks = Numbers.Marks;
        var said = marks.Take(MostSaid).Select(m => $"{Spoken(m)}: {Figure(m)}");
        return $"{kind}. {Title}. {string.Join("; ", said)}{(marks.Count > MostSaid ? "; …" : "")}";
    }
}
