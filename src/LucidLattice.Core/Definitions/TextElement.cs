namespace LucidLattice.Core.Definitions;

/// <summary>A text that may hold values: <c>Sailings from {{ :from | d MMMM yyyy }}</c>. It wraps, and its band grows.</summary>
public sealed record TextElement : Element
{
    public required string Text { get; init; }
}
