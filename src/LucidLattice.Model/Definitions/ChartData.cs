namespace LucidLattice.Model.Definitions;

/// <summary>Rows of a chart's own.</summary>
public sealed record ChartOwnRows
{
    /// <summary>The id of a dataset of the report.</summary>
    public required string Dataset { get; init; }

    /// <summary>Which of its rows belong to the row or the group that the chart stands in; none takes all. What is around may be a
    /// parameter too.</summary>
    public IReadOnlyList<MatchKey> Match { get; init; } = [];
}

/// <summary>What the marks stand for along the axis.</summary>
public sealed record ChartCategory
{
    public const int MostRanges = 500;

    /// <summary>A row-phase expression: rows with the same value belong to one category.</summary>
    [Holds(TextForm.Expression)]
    public required string By { get; init; }

    /// <summary>A row-phase expression for categories that nest: months within their year. Null for none.</summary>
    [Holds(TextForm.Expression)]
    public string? Within { get; init; }

    /// <summary>A Unicode LDML pattern for the labels; null takes the one that suits the type.</summary>
    public string? Pattern { get; init; }

    public ChartOrder Order { get; init; } = ChartOrder.Category;

    /// <summary>A group-phase expression over the rows of a category by which they are large or small; null takes the first
    /// value.</summary>
    [Holds(TextForm.Expression)]
    public string? Measured { get; init; }

    /// <summary>Labels that come first, in this order, where the order is the author's own.</summary>
    public IReadOnlyList<string> Sequence { get; init; } = [];

    /// <summary>Puts several keys together under a name; null draws each by itself.</summary>
    public NamedGroups? Groups { get; init; }

    /// <summary>Puts numbers into ranges; null draws each number by itself, but for types that always have ranges.</summary>
    public ChartRanges? Ranges { get; init; }

    /// <summary>Draws so many categories that are largest; the others become one at the end. Null draws all.</summary>
    public int? Largest { get; init; }

    /// <summary>What that one is called; null calls it “Others”.</summary>
    public string? Others { get; init; }

    /// <summary>A group-phase condition over the rows of a category, as in <c>sum(fare) &gt; 0</c>: others are not drawn.</summary>
    [Holds(TextForm.Expression)]
    public string? Keep { get; init; }

    /// <summary>Leaves rows without a category out.</summary>
    public bool LeaveEmpty { get; init; }

    /// <summary>Labels after which a waterfall shows the sum so far.</summary>
    public IReadOnlyList<string> Subtotals { get; init; } = [];
}

/// <summary>Ranges of numbers, each from its start up to but without its end, the last one with it.</summary>
public sealed record ChartRanges
{
    /// <summary>How wide each is; null makes a round width.</summary>
    public double? Width { get; init; }

    /// <summary>How many there are, of equal width from the least to the largest number; null takes as many as suit the numbers.</summary>
    public int? Count { get; init; }
}

/// <summary>What the series of a chart stand for.</summary>
public sealed record ChartSplit
{
    /// <summary>A row-phase expression: rows with the same value belong to one series.</summary>
    [Holds(TextForm.Expression)]
    public required string By { get; init; }

    /// <summary>A Unicode LDML pattern for the names; null takes the one that suits the type.</summary>
    public string? Pattern { get; init; }

    /// <summary>Series that are called or drawn in a way of their own.</summary>
    public IReadOnlyList<NamedSeries> Looks { get; init; } = [];
}

/// <summary>What one series of a split chart is called, and how it is drawn.</summary>
public sealed record NamedSeries
{
    /// <summary>Its key, as values are written in links; empty for rows without one.</summary>
    public required string Of { get; init; }

    /// <summary>What it is called; null is as the format of the series says.</summary>
    public string? Name { get; init; }
    public SeriesLook Look { get; init; } = new();
}

/// <summary>A number of each mark.</summary>
public sealed record ChartValue
{
    /// <summary>A group-phase expression over the rows of a mark: <c>sum(passengers)</c>.</summary>
    [Holds(TextForm.Expression)]
    public required string Expression { get; init; }

    /// <summary>What the legend calls it; null makes a short name from the field labels.</summary>
    public string? Name { get; init; }

    /// <summary>A Unicode LDML number pattern for the axis and the labels; null takes a short one that fits the scale.</summary>
    public string? Pattern { get; init; }

    /// <summary>The id of the type that draws it, where the chart's type draws several kinds between its axes; null is as the chart
    /// is.</summary>
    public string? DrawnAs { get; init; }

    public ChartSide Axis { get; init; }

    public SeriesLook Look { get; init; } = new();

    /// <summary>A line through the marks that says where they tend to; null for none.</summary>
    public ChartTrend? Trend { get; init; }
}

/// <summary>How the marks of a series tend.</summary>
public sealed record ChartTrend
{
    public TrendKind Kind { get; init; }

    /// <summary>Of a curve, from 2 to 6.</summary>
    public int Degree { get; init; } = 2;

    /// <summary>How many marks are averaged.</summary>
    public int Over { get; init; } = 3;

    /// <summary>What the legend calls it; null calls it “Trend”.</summary>
    public string? Name { get; init; }

    /// <summary>True writes its formula and R² into the legend.</summary>
    public bool Formula { get; init; }

    /// <summary>How many categories it goes on beyond the last, and before the first.</summary>
    public int Forward { get; init; }
    public int Back { get; init; }
}

/// <summary>Straight; growing by a share; levelling off; a power; a curve of a degree; smoothed over some marks.</summary>
public enum TrendKind { Straight, Growing, LevellingOff, Power, Curve, Smoothed }

/// <summary>The order of categories along the axis: of their keys, their size, their labels, or the author's own.</summary>
public enum ChartOrder { Category, LargestFirst, SmallestFirst, Label, Own }

/// <summary>The value axis that a value is measured at. Automatic: the left one, or the right one where it would be too small to be
/// seen.</summary>
public enum ChartSide { Automatic, Left, Right }

public enum ChartDash { Solid, Dashed, Dotted }
