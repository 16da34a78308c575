namespace LucidLattice.Drawing;

/// <summary>How an outline is drawn.</summary>
/// <param name="Width">In points.</param>
/// <param name="Dash">Lengths of strokes and gaps in turn, in points; an even number of them. Null draws without gaps.</param>
/// <param name="IsRound">True rounds corners and ends; false leaves them sharp, and ends as they are.</param>
public sealed record Pen(string Color, double Width, IReadOnlyList<double>? Dash = null, bool IsRound = false);
