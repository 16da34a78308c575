namespace LucidLattice.Core.Expressions;

/// <summary>SQL's LIKE: % stands for any text, _ for any one character; upper and lower case differ.</summary>
public static class LikePattern
{
    /// <summary>Linear in the text for each %: on a mismatch it only goes back to the last %.</summary>
    public static bool Matches(string text, string pattern)
    {
        int t = 0, p = 0, star = -1, resume = 0;
        while (t < text.Length)
        {
            if (p < pattern.Length && pattern[p] == '%')
            {
                star = p++;
                resume = t;
            }
            else if (p < pattern.Length && (pattern[p] == '_' || pattern[p] == text[t]))
            {
                t += pattern[p] == '_' && char.IsHighSurrogate(text[t]) && t + 1 < text.Length ? 2 : 1;
                p++;
            }
            else if (star >= 0)
            {
                p = star + 1;
                t = ++resume;
            }
            else return false;
        }
        while (p < pattern.Length && pattern[p] == '%') p++;
        return p == pattern.Length;
    }
}
