using LucidLattice.Core.Definitions;
using LucidLattice.Core.Elements;

namespace LucidLattice.Core.Planning;

/// <summary>A band part with its elements from top to bottom, and the sections that are printed below them.</summary>
public sealed record PartPlan(BandPart Part, IReadOnlyList<ElementPlan> Elements, IReadOnlyList<SectionPlan> Sections)
{
    /// <summary>True if nothing in it can make it grow, so that its height is always the same.</summary>
    public bool HasFixedHeight { get; } = Sections.Count == 0 && !Elements.Any(e => e.Grows);
}
