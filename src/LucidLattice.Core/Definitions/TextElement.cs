namespace LucidLattice.Core.Definitions;

/// <summary>A text that may hold values: <c>Sailings from {{ :from | d MMMM yyyy }}</c>. It wraps, and its band grows.</summary>
public sealed record TextElement : Element
{
    public required string Text { get; init; }

    /// <summary>What stands after it where its part is printed again on a page that goes on with its group, as “(continued)”; null for
    /// nothing.</summary>
    public string? Continued { get; init; }
}
