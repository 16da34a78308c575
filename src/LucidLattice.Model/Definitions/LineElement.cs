namespace LucidLattice.Model.Definitions;

/// <summary>A horizontal rule at the element's top edge.</summary>
public sealed record LineElement : Element
{
    /// <summary>Stroke width in points.</summary>
    public double Thickness { get; init; } = 0.75;
}
