namespace LucidLattice.Core.Drawing;

/// <summary>Breaks a text into lines that fit a width: at line ends, spaces and hyphens, and inside of words that are too long.</summary>
public static class TextWrapper
{
    /// <summary>Lines without their trailing spaces; one empty line for an empty text. Linear in the text.</summary>
    public static IReadOnlyList<string> Wrap(ITextMeasurer measurer, Font font, string text, double width)
    {
        if (text.AsSpan().IndexOfAny('\n', '\r') < 0 && measurer.Width(font, text) <= width) return [text];
        var lines = new List<string>();
        foreach (var paragraph in text.AsSpan().EnumerateLines()) WrapParagraph(measurer, font, paragraph, width, lines);
        return lines;
    }

    /// <summary>The text, shortened to fit with an ellipsis where it has to be.</summary>
    public static string Shorten(ITextMeasurer measurer, Font font, string text, double width)
    {
        if (measurer.Width(font, text) <= width) return text;
        int low = 0, high = text.Length;
        while (low < high)
        {
            var middle = (low + high + 1) / 2;
            if (measurer.Width(font, text[..middle] + "…") <= width) low = middle;
            else high = middle - 1;
        }
        if (low > 0 && char.IsHighSurrogate(text[low - 1])) low--;
        return text[..low].TrimEnd() + "…";
    }

    private static void WrapParagraph(ITextMeasurer measurer, Font font, ReadOnlySpan<char> text, double width, List<string> lines)
    {
        var lineStart = 0;
        var lineWidth = 0.0;
        var at = 0;
        while (at < text.Length)
        {
            var end = EndOfWord(text, at);
            var word = text[at..end];
            var visible = measurer.Width(font, word.TrimEnd(' '));
            if (lineWidth + visible > width && at > lineStart)
            {
                lines.Add(text[lineStart..at].TrimEnd(' ').ToString());
                lineStart = at;
                lineWidth = 0;
            }
            if (visible > width)
            {
                at = lineStart = BreakWord(measurer, font, text, at, end, width, lines);
                lineWidth = measurer.Width(font, text[lineStart..end]);
            }
            else lineWidth += measurer.Width(font, word);
            at = end;
        }
        lines.Add(text[lineStart..].TrimEnd(' ').ToString());
    }

    private static int EndOfWord(ReadOnlySpan<char> text, int at)
    {
        while (at < text.Length && text[at] is not (' ' or '-' or '–')) at++;
        while (at < text.Length && text[at] is ' ' or '-' or '–') at++;
        return at;
    }

    /// <summary>Adds the full lines of a word that is too long, and returns where its rest starts.</summary>
    private static int BreakWord(ITextMeasurer measurer, Font font, ReadOnlySpan<char> text, int at, int end, double width, List<string> lines)
    {
        var start = at;
        var used = 0.0;
        while (at < end)
        {
            var length = char.IsHighSurrogate(text[at]) && at + 1 < end ? 2 : 1;
            var advance = measurer.Width(font, text.Slice(at, length));
            if (used + advance > width && at > start)
            {
                lines.Add(text[start..at].ToString());
                start = at;
                used = 0;
            }
            used += advance;
            at += length;
        }
        return start;
    }
}
