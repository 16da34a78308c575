using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Drawing;

/// <summary>A font of those that ship with the program.</summary>
/// <param name="Size">In points.</param>
public readonly record struct Font(FontFamily Family, double Size, bool Bold = false, bool Italic = false);

/// <summary>Measures texts with the very fonts that browser and PDF draw with. Lengths are in points.</summary>
public interface ITextMeasurer
{
    /// <summary>The width of a text on one line.</summary>
    double Width(Font font, ReadOnlySpan<char> text);

    /// <summary>The height above the baseline and the depth below it, both positive.</summary>
    (double Ascent, double Descent) Extent(Font font);
}
