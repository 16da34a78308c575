using System.Text.RegularExpressions;

namespace LucidLattice.Core.Definitions;

/// <summary>Colours as definitions write them.</summary>
public static partial class HexColors
{
    /// <summary>True for #RRGGBB; anything else never reaches a page.</summary>
    public static bool IsColor(string text) => Pattern().IsMatch(text);

    [GeneratedRegex("^#[0-9A-Fa-f]{6}$")]
    private static partial Regex Pattern();
}
