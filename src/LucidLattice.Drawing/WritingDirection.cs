using System.Globalization;

namespace LucidLattice.Drawing;

/// <summary>Where the writing of a text starts: decided by its first letter (Unicode Standard Annex 9, rules P2 and P3, without
/// embeddings).</summary>
public static class WritingDirection
{
    public static bool IsRightToLeft(string text)
    {
        foreach (var rune in text.EnumerateRunes())
        {
            if (IsLeftward(rune)) return true;
            if (System.Text.Rune.GetUnicodeCategory(rune) is UnicodeCategory.UppercaseLetter or UnicodeCategory.LowercaseLetter
                or UnicodeCategory.TitlecaseLetter or UnicodeCategory.ModifierLetter or UnicodeCategory.OtherLetter) return false;
        }
        return false;
    }

    /// <summary>True for a letter that runs from right to left.</summary>
    public static bool RunsLeft(char letter) => System.Text.Rune.TryCreate(letter, out var rune) && IsLeftward(rune);

    private static bool IsLeftward(System.Text.Rune rune) =>
        rune.Value is '\u200F' or >= 0x590 and < 0x900 or >= 0xFB1D and < 0xFE00 or >= 0xFE70 and < 0xFF00 or >= 0x10800
            and < 0x11000 or >= 0x1E800 and < 0x1F000 && System.Text.Rune.IsLetter(rune);
}
