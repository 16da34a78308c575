using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Layout;

/// <summary>A band part with its texts wrapped and everything pushed down that stands below what grew.</summary>
public sealed record PlacedPart(PartPlan Plan, double Height, IReadOnlyList<PlacedElement> Elements);

/// <summary>An element at its final place within its part; lengths in points.</summary>
/// <param name="Lines">The lines of a text; null for everything else.</param>
public sealed record PlacedElement(ElementPlan Plan, double Y, double Height, IReadOnlyList<string>? Lines);
