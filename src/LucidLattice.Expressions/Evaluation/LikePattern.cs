using System.Text;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>SQL's LIKE: % stands for any text, _ for any one character; upper and lower case differ.</summary>
public sealed class LikePattern
{
    private readonly string _source, _characters;
    private readonly HashSet<int> _plain = [];

    /// <param name="escape">The character after it stands for itself; at the very end, it stands for itself.</param>
    private LikePattern(string pattern, char? escape)
    {
        var characters = new StringBuilder();
        for (var at = 0; at < pattern.Length; at++)
        {
            if (pattern[at] == escape && at + 1 < pattern.Length)
            {
                at++;
                _plain.Add(characters.Length);
            }
            characters.Append(pattern[at]);
        }
        (_source, _characters) = (pattern, characters.ToString());
    }

    /// <summary>The last one again, where it was made from the same pattern: rows mostly share one.</summary>
    public static LikePattern Of(string pattern, char? escape, ref LikePattern? last)
        => last is { } known && known._source == pattern ? known : last = new LikePattern(pattern, escape);

    /// <summary>Linear in the text for each %: on a mismatch it only goes back to the last %.</summary>
    public bool Matches(string text)
    {
        int t = 0, p = 0, star = -1, resume = 0;
        while (t < text.Length)
        {
            if (Is('%', p))
            {
                star = p++;
                resume = t;
            }
            else if (p < _characters.Length && (Is('_', p) || _characters[p] == text[t]))
            {
                t += Is('_', p) && char.IsHighSurrogate(text[t]) && t + 1 < text.Length ? 2 : 1;
                p++;
            }
            else if (star >= 0)
            {
                p = star + 1;
                t = ++resume;
            }
            else return false;
        }
        while (Is('%', p)) p++;
        return p == _characters.Length;
    }

    private bool Is(char wildcard, int at) => at < _characters.Length && _characters[at] == wildcard && !_plain.Contains(at);
}
