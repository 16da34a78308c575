using LucidLattice.Core.Definitions;
using LucidLattice.Core.Elements;

namespace LucidLattice.Core.Planning;

/// <summary>A band part with its elements from top to bottom, and the sections that are printed below them.</summary>
public sealed record PartPlan(BandPart Part, IReadOnlyList<ElementPlan> Elements, IReadOnlyList<SectionPlan> Sections)
{
    /// <summary>As high as it says, and at least as high as what stands in it, so that nothing in it is lost.</summary>
    public double Height { get; } = Elements.Select(Bottom).Append(Part.Height).Max();

    /// <summary>True if nothing in it can make it grow, so that its height is always the same.</summary>
    public bool HasFixedHeight { get; } = Sections.Count == 0 && !Elements.Any(e => e.Grows);

    /// <summary>A text without a height is as high as its line.</summary>
    private static double Bottom(ElementPlan plan) =>
        plan.Element.Y + (plan.Element.Height > 0 || plan is not TextPlan ? plan.Element.Height : plan.Style.LineHeight);
}
