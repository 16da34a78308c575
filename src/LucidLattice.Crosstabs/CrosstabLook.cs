using System.Globalization;
using LucidLattice.Drawing;

namespace LucidLattice.Crosstabs;

/// <summary>Letters and colours of a crosstab.</summary>
/// <param name="Total">The word for a total in the report's language.</param>
public sealed record CrosstabLook(Font Body, Font Heading, Font Totals, string Ink, string Muted, CultureInfo Culture, string Total)
{
    public const double LineSpacing = 1.3;

    /// <summary>Room at the left and the right of a text, and of each step of nested headings, in points.</summary>
    public double Padding { get; init; } = 4;
    public double Step { get; init; } = 10;

    public double LineHeight(Font font) => font.Size * LineSpacing;

    /// <summary>The same, smaller.</summary>
    public CrosstabLook Scaled(double scale)
    {
        Font Smaller(Font font) => font with { Size = font.Size * scale };
        return this with { Body = Smaller(Body), Heading = Smaller(Heading), Totals = Smaller(Totals), Padding = Padding * scale,
            Step = Step * scale };
    }
}
