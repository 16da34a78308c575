using LucidLattice.Model.Definitions;

namespace LucidLattice.Drawing;

/// <summary>A font of those that ship with the program.</summary>
/// <param name="Size">In points.</param>
/// <param name="StandIn">The name of a family that steps in where this one has no letters; null for the family itself.</param>
public readonly record struct Font(FontFamily Family, double Size, bool Bold = false, bool Italic = false, string? StandIn = null);
