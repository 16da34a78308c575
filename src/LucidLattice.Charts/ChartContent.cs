using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts;

/// <summary>All that the drawing of a chart needs to know: its numbers, its words, its settings, and what a click on each mark
/// does.</summary>
public sealed record ChartContent
{
    private const int MostSaid = 24;

    /// <summary>Unique among what is drawn of the report.</summary>
    public required string Id { get; init; }
    public required ChartNumbers Numbers { get; init; }

    /// <summary>How each value is drawn.</summary>
    public required IReadOnlyList<ChartValue> Values { get; init; }

    public PlacedText Title { get; init; } = PlacedText.None;
    public PlacedText Subtitle { get; init; } = PlacedText.None;
    public PlacedText Note { get; init; } = PlacedText.None;
    public PlacedText CategoryTitle { get; init; } = PlacedText.None;
    public PlacedText ValueTitle { get; init; } = PlacedText.None;
    public PlacedText RightTitle { get; init; } = PlacedText.None;

    /// <summary>Of all texts but those; null is as usual.</summary>
    public TextLook? Small { get; init; }

    /// <summary>What the axes are called where both are of numbers.</summary>
    public (PlacedText X, PlacedText Y) AxisNames { get; init; } = (PlacedText.None, PlacedText.None);

    /// <summary>The author's format of each value; null where a short one is made that fits the scale.</summary>
    public required IReadOnlyList<ValueFormat?> Formats { get; init; }

    /// <summary>The full format of each value, for tooltips and the numbers drawn.</summary>
    public required IReadOnlyList<ValueFormat> FullFormats { get; init; }

    /// <summary>The author's formats of the numbers of the left and the right axis.</summary>
    public (ValueFormat? Left, ValueFormat? Right) AxisFormats { get; init; }

    /// <summary>True for each value that is a share of one, written in per cent.</summary>
    public IReadOnlyList<bool> AreShares { get; init; } = [];

    public ChartLabels Labels { get; init; } = new();

    /// <summary>Of marks that are coloured in turn, as #RRGGBB; at least one.</summary>
    public IReadOnlyList<string> Colors { get; init; } = Palette.Series;
    public bool Colorful { get; init; }
    public ChartArrangement Arrangement { get; init; }
    public ChartCurve Curve { get; init; }
    public ChartLegend Legend { get; init; } = new();
    public ChartAxes Axes { get; init; } = new();
    public IReadOnlyList<LineAcross> Lines { get; init; } = [];
    public ChartSlices Slices { get; init; } = new();
    public ChartFrame Frame { get; init; } = new();

    /// <summary>The labels of categories after which a waterfall shows the sum so far.</summary>
    public IReadOnlyList<string> Subtotals { get; init; } = [];

    /// <summary>The step from one category to the next, where they are dates at true distances; null where they are names.</summary>
    public TimeStep? DateStep { get; init; }

    /// <summary>What a key is called along the axis.</summary>
    public Func<Value, string> CategoryLabel { get; init; } = key => key.Invariant;

    /// <summary>How an end of a range of numbers is written.</summary>
    public Func<double, string> RangeEnd { get; init; } = n => n.ToString("0.######", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>The range of both value axes where several charts share it.</summary>
    public ((double Low, double High)? Left, (double Low, double High)? Right) SharedRange { get; init; }

    public System.Globalization.CultureInfo Culture { get; init; } = System.Globalization.CultureInfo.InvariantCulture;

    /// <summary>The room that labels may not leave.</summary>
    public Area DrawnIn { get; init; }

    public required Func<Mark, LinkAction?> Action { get; init; }

    /// <summary>What a click anywhere in the picture does, where the chart has one link as a whole.</summary>
    public LinkAction? WholeAction { get; init; }

    /// <summary>True where marks, or the whole chart, lead on to another report.</summary>
    public bool LeadsOn { get; init; }

    /// <summary>True for each value that adds up, so that its parts have a share in the whole.</summary>
    public IReadOnlyList<bool> AddUp { get; init; } = [];

    /// <summary>What a click on a legend's entry, or on a label of the axis, does; null does nothing.</summary>
    public Func<SeriesEntry, LinkAction?> SeriesAction { get; init; } = _ => null;
    public Func<CategoryEntry, LinkAction?> CategoryAction { get; init; } = _ => null;

    /// <summary>The colour of a mark: an expression's, else its series' where there are several, else its category's.</summary>
    /// <param name="byCategory">True where each category has a colour of its own without being asked for.</param>
    public string ColorOf(Mark mark, bool byCategory = false)
    {
        if (mark.Color is { } own) return own;
        if (Numbers.Series.Count > 1 && !byCategory) return Numbers.Series[mark.SeriesIndex].Color;
        return Numbers.Categories[mark.CategoryIndex].Color
            ?? (byCategory || Colorful ? Colors[mark.CategoryIndex % Colors.Count] : Numbers.Series[mark.SeriesIndex].Color);
    }

    /// <summary>What the marks of a series wear.</summary>
    public ChartLabels LabelsOf(Mark mark) => Numbers.Series[mark.SeriesIndex].Look.Labels ?? Labels;

    /// <summary>True where any series wears labels.</summary>
    public bool HasLabels => Numbers.Series.Count == 0
        ? Labels.Show != LabelShow.Never
        : Numbers.Series.Any(s => (s.Look.Labels ?? Labels).Show != LabelShow.Never);

    /// <summary>Of how many lines the labels are, at most; 0 without labels.</summary>
    public int LabelLines => !HasLabels ? 0 : Numbers.Series.Select(s => s.Look.Labels ?? Labels).Append(Labels)
        .Max(l => l.Template is { } text ? text.ReplaceLineEndings("\n").Trim('\n').Count(c => c == '\n') + 1
            : l.OnLines ? Math.Max(1, l.Says.Count) : 1);

    /// <summary>Where a type says more of a mark than its value.</summary>
    public Func<Mark, string>? FigureOf { get; init; }

    /// <summary>The value of a mark as people read it.</summary>
    public string Figure(Mark mark) => FigureOf?.Invoke(mark) ?? Written(mark);

    private string Written(Mark mark)
    {
        var at = Numbers.Series[mark.SeriesIndex].ValueIndex;
        return at < FullFormats.Count ? FullFormats[at].Format(mark.Value) : mark.Value.Invariant;
    }

    /// <summary>What a mark stands for: its category, and its series where there are several.</summary>
    public string Spoken(Mark mark) =>
        Numbers.Series.Count > 1 ? $"{mark.Label}, {Numbers.Series[mark.SeriesIndex].Name}" : mark.Label;

    /// <summary>The same, where all values of a category are one mark.</summary>
    public string SpokenPart(Mark mark) =>
        Numbers.Series[mark.SeriesIndex].Part is { Length: > 0 } part ? $"{mark.Label}, {part}" : mark.Label;

    /// <summary>What it is, what it shows, its extremes, and for dates where it went.</summary>
    /// <param name="kind">With a capital: “Column chart”.</param>
    public string AlternativeText(string kind)
    {
        var marks = Numbers.Marks.Where(m => !m.Value.IsNull).ToList();
        var said = marks.Take(MostSaid).Select(m => $"{Spoken(m)}: {Figure(m)}");
        var text = $"{kind}. {Title.Text}. {string.Join("; ", said)}{(marks.Count > MostSaid ? "; …" : "")}";
        if (marks.Count < 3) return text;
        var (least, most) = (marks.MinBy(m => m.Number)!, marks.MaxBy(m => m.Number)!);
        text += $". {marks.Count} numbers; highest {Spoken(most)}, {Figure(most)}; lowest {Spoken(least)}, {Figure(least)}";
        if (DateStep is null || Numbers.Series.Count != 1) return text + ".";
        var way = marks[^1].Number > marks[0].Number ? "up" : marks[^1].Number < marks[0].Number ? "down" : "level";
        return $"{text}; from {Figure(marks[0])} {way} to {Figure(marks[^1])}.";
    }
}

/// <summary>A line across the plot, or a band between two numbers.</summary>
/// <param name="To">The other edge of a band; null for a line.</param>
public sealed record LineAcross(double At, double? To, string Name, string Color, ChartDash Dash, bool IsRight);
