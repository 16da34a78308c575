using System.Text;

namespace LucidLattice.Drawing;

/// <summary>
/// Sets texts with the very fonts that browser and PDF draw with: kerning, fonts that step in for missing letters, and
/// the direction of letters are decided here, once for all outputs. Lengths are in points. Can be asked by several threads.
/// </summary>
public interface ITypesetter
{
    /// <summary>The width of a text on one line.</summary>
    double Width(Font font, ReadOnlySpan<char> text);

    /// <summary>The height above the baseline and the depth below it, both positive.</summary>
    (double Ascent, double Descent) Extent(Font font);

    /// <summary>A text on one line as spans of one font and one direction, from left to right (Unicode Standard Annex 9 orders
    /// them).</summary>
    IReadOnlyList<TextSpan> Spans(Font font, string text);

    /// <summary>Where a line of a text may end (Unicode Standard Annex 14), in rising order, the text's end included.</summary>
    IReadOnlyList<LineBreak> Breaks(string text);

    /// <summary>True if one of the fonts that ship with the program has a shape for the character, or if it needs none.</summary>
    bool CanDraw(Rune character);
}

/// <param name="Text">In logical order, also where it is set from right to left.</param>
/// <param name="Font">The font that was asked for, or one that steps in for it.</param>
/// <param name="Missing">True if no font has the characters: boxes are drawn in their place, one for each.</param>
public readonly record struct TextSpan(string Text, Font Font, double Width, bool RightToLeft = false, bool Missing = false);

/// <param name="At">The index of the first character of the next line.</param>
/// <param name="Must">True at the end of a paragraph.</param>
public readonly record struct LineBreak(int At, bool Must);
