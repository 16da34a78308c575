using System.Globalization;

namespace LucidLattice.Drawing;

/// <summary>Breaks a text into lines that fit a width, where Unicode's rules allow it, and inside of words that are too long.</summary>
public static class TextWrapper
{
    /// <summary>Lines without their trailing spaces; one empty line for an empty text. Linear in the text.</summary>
    public static IReadOnlyList<string> Wrap(ITypesetter typesetter, Font font, string text, double width)
    {
        return text.AsSpan().IndexOfAny('\n', '\r') < 0 && typesetter.Width(font, text) <= width ? [text]
            : Wrap(typesetter, text, width, (from, to) => typesetter.Width(font, text.AsSpan(from..to)));
    }

    /// <summary>The same for a text of which each piece is measured by itself.</summary>
    /// <param name="measure">The width of the characters from one index up to another.</param>
    public static IReadOnlyList<string> Wrap(ITypesetter typesetter, string text, double width, Func<int, int, double> measure)
    {
        var lines = new List<string>();
        var (start, end) = (0, 0);
        foreach (var (at, must) in typesetter.Breaks(text))
        {
            if (end > start && !Fits(start, at))
            {
                lines.Add(Line(start, end));
                start = end;
            }
            if (!Fits(start, at)) start = BreakWord(text, start, at, width, lines, measure);
            end = at;
            if (!must) continue;
            lines.Add(Line(start, at));
            start = at;
        }
        // A text that ends with a line end has an empty last line; so has an empty text.
        if (start < text.Length || lines.Count == 0 || text[^1] is '\n' or '\r') lines.Add(Line(start, text.Length));
        return lines;

        bool Fits(int from, int to) => measure(from, from + Visible(text.AsSpan(from..to)).Length) <= width;

        string Line(int from, int to) => Visible(text.AsSpan(from..to)).ToString();
    }

    /// <summary>The text, shortened to fit with an ellipsis where it has to be.</summary>
    public static string Shorten(ITypesetter typesetter, Font font, string text, double width)
    {
        if (typesetter.Width(font, text) <= width) return text;
        int low = 0, high = text.Length;
        while (low < high)
        {
            var middle = (low + high + 1) / 2;
            if (typesetter.Width(font, text[..middle] + "…") <= width) low = middle;
            else high = middle - 1;
        }
        return text[..WholeCharacters(text, 0, low)].TrimEnd() + "…";
    }

    private static ReadOnlySpan<char> Visible(ReadOnlySpan<char> line) => line.TrimEnd(" \t\r\n\v\f\u0085\u2028\u2029");

    /// <summary>Adds the full lines of a word that is too long, and returns where its rest starts.</summary>
    private static int BreakWord(string text, int start, int end, double width, List<string> lines, Func<int, int, double> measure)
    {
        var visibleEnd = start + Visible(text.AsSpan(start..end)).Length;
        while (true)
        {
            // The end of the line is looked for near its start, so that a long word costs no more than its length.
            int fits = 1, tooLong = 16;
            while (start + tooLong < visibleEnd && measure(start, start + tooLong) <= width)
                (fits, tooLong) = (tooLong, tooLong * 2);
            if (start + tooLong >= visibleEnd)
            {
                tooLong = visibleEnd - start;
                if (measure(start, visibleEnd) <= width) return start;
            }
            while (fits + 1 < tooLong)
            {
                var middle = (fits + tooLong) / 2;
                if (measure(start, start + middle) <= width) fits = middle;
                else tooLong = middle;
            }
            var cut = WholeCharacters(text, start, start + fits);
            if (cut == start) cut = start + StringInfo.GetNextTextElementLength(text, start);
            if (cut >= visibleEnd) return start;
            lines.Add(text[start..cut]);
            start = cut;
        }
    }

    /// <summary>The last place up to <paramref name="at"/> that is not inside of a character with its marks.</summary>
    private static int WholeCharacters(string text, int start, int at)
    {
        while (at > start && at < text.Length && (char.IsLowSurrogate(text[at]) || text[at] == '\u200D' || text[at - 1] == '\u200D'
            || char.GetUnicodeCategory(text[at]) is UnicodeCategory.NonSpacingMark or UnicodeCategory.EnclosingMark
            or UnicodeCategory.SpacingCombiningMark)) at--;
        return at;
    }
}
