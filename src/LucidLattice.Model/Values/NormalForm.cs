using System.Text;

namespace LucidLattice.Model.Values;

/// <summary>Texts in normal form C (Unicode Annex 15), so that é is é however it was typed.</summary>
public static class NormalForm
{
    private const char Replacement = '\uFFFD', NoCharacter = '\uFFFE';

    /// <summary>The text in normal form. What is no character – half of a surrogate pair, U+FFFE – becomes U+FFFD.</summary>
    public static string Of(string text) => Ascii.IsValid(text) ? text : WellFormed(text).Normalize();

    /// <summary>True if <see cref="Of"/> changes nothing.</summary>
    public static bool Is(string text) => Ascii.IsValid(text) || (IsWellFormed(text) && text.IsNormalized());

    private static bool IsWellFormed(string text)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (char.IsHighSurrogate(text[i]) && i + 1 < text.Length && char.IsLowSurrogate(text[i + 1])) i++;
            else if (char.IsSurrogate(text[i]) || text[i] == NoCharacter) return false;
        }
        return true;
    }

    private static string WellFormed(string text) => IsWellFormed(text) ? text : string.Create(text.Length, text, (letters, from) =>
    {
        for (var i = 0; i < from.Length; i++)
        {
            var pair = char.IsHighSurrogate(from[i]) && i + 1 < from.Length && char.IsLowSurrogate(from[i + 1]);
            letters[i] = pair || !(char.IsSurrogate(from[i]) || from[i] == NoCharacter) ? from[i] : Replacement;
            if (pair) letters[i + 1] = from[++i];
        }
    });
}
