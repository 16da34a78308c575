using System.Globalization;

namespace LucidLattice.Core.Drawing;

/// <summary>Where the writing of a text starts: decided by its first letter (Unicode Standard Annex 9, rules P2 and P3, without
/// embeddings).</summary>
public static class WritingDirection
{
    public static bool IsRightToLeft(string text)
    {
        foreach (var rune in text.EnumerateRunes())
        {
            if (rune.Value is '\u200F' or >= 0x590 and < 0x900 or >= 0xFB1D and < 0xFE00 or >= 0xFE70 and < 0xFF00 or >= 0x10800
                and < 0x11000 or >= 0x1E800 and < 0x1F000 && System.Text.Rune.IsLetter(rune)) return true;
            if (System.Text.Rune.GetUnicodeCategory(rune) is UnicodeCategory.UppercaseLetter or UnicodeCategory.LowercaseLetter
                or UnicodeCategory.TitlecaseLetter or UnicodeCategory.ModifierLetter or UnicodeCategory.OtherLetter) return false;
        }
        return false;
    }
}
