using System.Globalization;
using System.Text.RegularExpressions;

namespace LucidLattice.Model.Definitions;

/// <summary>Colours as definitions write them.</summary>
public static partial class HexColors
{
    /// <summary>True for #RRGGBB; anything else never reaches a page.</summary>
    public static bool IsColor(string text) => Pattern().IsMatch(text);

    /// <summary>Red, green and blue of #RRGGBB, from 0 to 255.</summary>
    public static (int R, int G, int B) Channels(string color)
    {
        var number = int.Parse(color.AsSpan(1, 6), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
        return (number >> 16, number >> 8 & 255, number & 255);
    }

    [GeneratedRegex("^#[0-9A-Fa-f]{6}$")]
    private static partial Regex Pattern();
}
