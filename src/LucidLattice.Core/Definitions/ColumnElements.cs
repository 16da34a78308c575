namespace LucidLattice.Core.Definitions;

/// <summary>The heading of a column.</summary>
public sealed record HeadingElement : Element;

/// <summary>The value of a column, for the row that is printed.</summary>
public sealed record CellElement : Element;

/// <summary>A subtotal of a column, over the rows of the group whose header or footer it stands in.</summary>
public sealed record TotalElement : Element
{
    /// <summary>The name of a kind of total, as expressions write it.</summary>
    public string Aggregate { get; init; } = "sum";
}
