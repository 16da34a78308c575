using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Guides;

/// <summary>Tones that go with a colour. Contrast is that of WCAG 2.2, from relative luminance.</summary>
public static class Tones
{
    private const double LeastContrast = 3, LeastTextContrast = 4.5;

    /// <summary>What is written on an area of this colour: white, ink, or, on middle tones, black.</summary>
    public static string TextOn(string fill) =>
        new[] { "#FFFFFF", Palette.Ink }.FirstOrDefault(text => Contrast(fill, text) >= LeastTextContrast) ?? "#000000";

    /// <summary>A darker tone for the outline of an area that is hard to see on paper; null where it needs none.</summary>
    public static string? Outline(string fill) => Contrast(fill, "#FFFFFF") < LeastContrast ? Darker(fill) : null;

    /// <summary>(1.05 ...): the lighter luminance over the darker one, each with 0.05 added.</summary>
    public static double Contrast(string one, string other)
    {
        var (a, b) = (Luminance(one), Luminance(other));
        return (Math.Max(a, b) + 0.05) / (Math.Min(a, b) + 0.05);
    }

    private static double Luminance(string color)
    {
        var (r, g, b) = HexColors.Channels(color);
        return 0.2126 * Linear(r) + 0.7152 * Linear(g) + 0.0722 * Linear(b);
    }

    private static double Linear(int channel)
    {
        var share = channel / 255.0;
        return share <= 0.04045 ? share / 12.92 : Math.Pow((share + 0.055) / 1.055, 2.4);
    }

    public static string Darker(string color) => Palettes.Mixed(color, "#000000", 1 / 3.0);

    public static string Lighter(string color) => Palettes.Mixed(color, "#FFFFFF", 0.35);
}
