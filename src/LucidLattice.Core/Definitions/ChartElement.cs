namespace LucidLattice.Core.Definitions;

/// <summary>
/// A chart drawn once for each time its band is printed, from the rows of that band's group
/// (from all rows in the report bands).
/// </summary>
public sealed record ChartElement : Element
{
    public ChartType Chart { get; init; } = ChartType.Columns;

    /// <summary>A row-phase expression: rows with the same value make one mark.</summary>
    public required string Category { get; init; }

    /// <summary>A Unicode LDML pattern for the categories; null takes the one that suits their type.</summary>
    public string? CategoryPattern { get; init; }

    /// <summary>A group-phase expression over the rows of a mark: <c>sum(passengers)</c>.</summary>
    public required string Value { get; init; }

    /// <summary>Which rows are drawn: those of the band's own group, or all rows of the report.</summary>
    public ChartRows Rows { get; init; } = ChartRows.Group;

    /// <summary>A text that may hold values; null makes a short title from the field labels, an empty text none.</summary>
    public string? Title { get; init; }

    /// <summary>Null takes the category's label, an empty text prints none.</summary>
    public string? CategoryTitle { get; init; }

    /// <summary>Null prints none: the title usually says it.</summary>
    public string? ValueTitle { get; init; }

    /// <summary>True writes each mark's value above it.</summary>
    public bool ValueLabels { get; init; } = true;

    /// <summary>A Unicode LDML number pattern for the axis and the value labels; null takes a short one that fits the scale.</summary>
    public string? Pattern { get; init; }

    public ChartOrder Order { get; init; } = ChartOrder.Category;

    /// <summary>#RRGGBB; null takes the first colour of the palette.</summary>
    public string? Color { get; init; }
}

public enum ChartType { Columns }

public enum ChartRows { Group, All }

/// <summary>The order of categories along the axis.</summary>
public enum ChartOrder { Category, LargestFirst, SmallestFirst }
