namespace LucidLattice.Core.Definitions;

/// <summary>
/// A chart drawn once for each time its band is printed, from the rows of that band's group (from all rows in the report bands).
/// What is not given suits the type; changing the type drops nothing.
/// </summary>
public sealed record ChartElement : Element
{
    public const int MostValues = 20;

    /// <summary>The id of its type, as in <c>columns</c>.</summary>
    public string Chart { get; init; } = "columns";

    /// <summary>Which rows are drawn: those of the band's own group, or all rows of the report.</summary>
    public ChartRows Rows { get; init; } = ChartRows.Group;

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
    public ChartLegend Legend { get; init; }

    /// <summary>True writes each mark's value on it, where all of them have room.</summary>
    public bool Labels { get; init; } = true;

    /// <summary>Colours of the series in turn, as #RRGGBB; empty takes the palette.</summary>
    public IReadOnlyList<string> Colors { get; init; } = [];
}

/// <summary>What the marks stand for along the axis.</summary>
public sealed record ChartCategory
{
    /// <summary>A row-phase expression: rows with the same value belong to one category.</summary>
    public required string By { get; init; }

    /// <summary>A Unicode LDML pattern for the labels; null takes the one that suits the type.</summary>
    public string? Pattern { get; init; }

    public ChartOrder Order { get; init; } = ChartOrder.Category;
}

/// <summary>What the series of a chart stand for.</summary>
public sealed record ChartSplit
{
    /// <summary>A row-phase expression: rows with the same value belong to one series.</summary>
    public required string By { get; init; }

    /// <summary>A Unicode LDML pattern for the names; null takes the one that suits the type.</summary>
    public string? Pattern { get; init; }
}

/// <summary>A number of each mark.</summary>
public sealed record ChartValue
{
    /// <summary>A group-phase expression over the rows of a mark: <c>sum(passengers)</c>.</summary>
    public required string Expression { get; init; }

    /// <summary>What the legend calls it; null makes a short name from the field labels.</summary>
    public string? Name { get; init; }

    /// <summary>A Unicode LDML number pattern for the axis and the labels; null takes a short one that fits the scale.</summary>
    public string? Pattern { get; init; }
}

/// <summary>The words around a chart.</summary>
public sealed record ChartWording
{
    /// <summary>A text that may hold values; null makes a short title from the field labels, an empty text none.</summary>
    public string? Title { get; init; }

    /// <summary>Along the categories; null takes the category's label, an empty text prints none.</summary>
    public string? Category { get; init; }

    /// <summary>Along the values; null prints none: the title usually says it.</summary>
    public string? Value { get; init; }
}

public enum ChartRows { Group, All }

/// <summary>The order of categories along the axis.</summary>
public enum ChartOrder { Category, LargestFirst, SmallestFirst }

/// <summary>Beside one another; on top of one another; on top of one another as shares of their sum.</summary>
public enum ChartArrangement { Beside, Stacked, Shares }

/// <summary>From point to point; bent through them, never beyond; level until the next one.</summary>
public enum ChartCurve { Straight, Smooth, Steps }

/// <summary>Where a legend stands. Automatic: none where there is one series, else below, or on the right where that is long.</summary>
public enum ChartLegend { Automatic, None, Below, Right, Above }
