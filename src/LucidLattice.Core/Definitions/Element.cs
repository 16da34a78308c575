using System.Text.Json.Serialization;

namespace LucidLattice.Core.Definitions;

/// <summary>Something placed in a band part. Y is measured from the part's top edge, in points.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(TextElement), "text")]
[JsonDerivedType(typeof(HeadingElement), "heading")]
[JsonDerivedType(typeof(CellElement), "cell")]
[JsonDerivedType(typeof(TotalElement), "total")]
[JsonDerivedType(typeof(LineElement), "line")]
[JsonDerivedType(typeof(ChartElement), "chart")]
public abstract record Element
{
    public required string Id { get; init; }
    public double Y { get; init; }
    public double Height { get; init; } = 16;
    public Style? Style { get; init; }
}

/// <summary>An element with a place of its own. X is measured from the left margin, in points.</summary>
public abstract record FreeElement : Element
{
    public double X { get; init; }
    public required double Width { get; init; }
}

/// <summary>An element whose place, width, alignment and pattern come from its column.</summary>
public abstract record ColumnElement : Element
{
    /// <summary>The column's id.</summary>
    public required string Column { get; init; }
}

/// <summary>A text that may hold values: <c>Sailings from {{ :from | d MMMM yyyy }}</c>. It wraps, and its band grows.</summary>
public sealed record TextElement : FreeElement
{
    public required string Text { get; init; }
}

/// <summary>The heading of a column.</summary>
public sealed record HeadingElement : ColumnElement;

/// <summary>The value of a column, for the row that is printed.</summary>
public sealed record CellElement : ColumnElement;

/// <summary>A subtotal of a column, over the rows of the group whose header or footer it stands in.</summary>
public sealed record TotalElement : ColumnElement
{
    public Aggregate Aggregate { get; init; } = Aggregate.Sum;
}

/// <summary>A horizontal rule at the element's top edge.</summary>
public sealed record LineElement : FreeElement
{
    /// <summary>Stroke width in points.</summary>
    public double Thickness { get; init; } = 0.75;
}

/// <summary>How a column's values are brought to one figure.</summary>
public enum Aggregate { Sum, Avg, Count, Min, Max }
