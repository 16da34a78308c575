namespace LucidLattice.Model.Definitions;

/// <summary>
/// A chart drawn once for each time its band is printed, from the rows of that band's group (from all rows in the report bands).
/// What is not given suits the type; changing the type drops nothing.
/// </summary>
public sealed record ChartElement : Element
{
    public const int MostValues = 20, MostLines = 12;

    /// <summary>The id of its type, as in <c>columns</c>.</summary>
    public string Chart { get; init; } = "columns";

    /// <summary>Which rows are drawn: those of the band's own group, or all rows of the report.</summary>
    public ChartRows Rows { get; init; } = ChartRows.Group;

    /// <summary>Rows of another dataset of the report that it draws instead; null draws those of its section.</summary>
    public ChartOwnRows? Own { get; init; }

    /// <summary>The crosstab that decides what it draws; null where it stands on its own.</summary>
    public ChartTie? Follows { get; init; }

    /// <summary>A row-phase condition: other rows are not drawn.</summary>
    [Holds(TextForm.Expression)]
    public string? Filter { get; init; }

    public required ChartCategory Category { get; init; }

    /// <summary>Splits each category into series; null draws one series for each value.</summary>
    public ChartSplit? Series { get; init; }

    /// <summary>What is drawn, at least one.</summary>
    public required IReadOnlyList<ChartValue> Values { get; init; }

    /// <summary>How the series of a category stand.</summary>
    public ChartArrangement Arrangement { get; init; }

    /// <summary>How lines run from point to point.</summary>
    public ChartCurve Curve { get; init; }

    public ChartWording Words { get; init; } = new();
    public ChartAxes Axes { get; init; } = new();

    /// <summary>Lines and bands across the plot at given values.</summary>
    public IReadOnlyList<ChartLine> Lines { get; init; } = [];
    public ChartLegend Legend { get; init; } = new();

    /// <summary>What is written on the marks.</summary>
    public ChartLabels Labels { get; init; } = new();

    /// <summary>The name of a palette; null takes the usual one.</summary>
    public string? Palette { get; init; }

    /// <summary>Colours of the series in turn, as #RRGGBB; empty takes the palette.</summary>
    public IReadOnlyList<string> Colors { get; init; } = [];

    /// <summary>A group-phase expression over the rows of a mark that gives its colour as <c>'#RRGGBB'</c>; NULL leaves the usual
    /// one.</summary>
    [Holds(TextForm.Expression)]
    public string? ColorBy { get; init; }

    /// <summary>Gives each category of a single series a colour of its own.</summary>
    public bool Colorful { get; init; }

    public ChartSlices Slices { get; init; } = new();
    public ChartFrame Frame { get; init; } = new();
}

/// <summary>Ties a chart to a crosstab: its categories are the columns, its series the rows, its numbers, filter and links those of the
/// cells.</summary>
public sealed record ChartTie
{
    /// <summary>The id of the crosstab.</summary>
    public required string Crosstab { get; init; }

    /// <summary>True draws rows along the axis, and columns as series.</summary>
    public bool Swapped { get; init; }
}

public enum ChartRows { Group, All }

/// <summary>Beside one another; on top of one another; on top of one another as shares of their sum; each in a small chart of its
/// own.</summary>
public enum ChartArrangement { Beside, Stacked, Shares, Apart }

/// <summary>From point to point; bent through them, never beyond; level until the next one.</summary>
public enum ChartCurve { Straight, Smooth, Steps }
