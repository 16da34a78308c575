using LucidLattice.Expressions.Parsing;

namespace LucidLattice.Expressions.Formatting;

/// <summary>
/// A text with values: <c>Sailings from {{ :from | d MMMM yyyy }}</c>. The last single bar outside of quotes starts a pattern;
/// <c>{{{{</c> prints two braces.
/// </summary>
public static class TextTemplate
{
    /// <summary>A literal text, or an expression with its pattern. Positions count from the template's start.</summary>
    public readonly record struct Piece(string? Literal, string? Expression, string? Pattern, int Position);

    /// <exception cref="ExpressionException">Braces that are not closed.</exception>
    public static IReadOnlyList<Piece> Parse(string text)
    {
        var pieces = new List<Piece>();
        var literal = new System.Text.StringBuilder();
        for (var at = 0; at < text.Length;)
        {
            if (string.CompareOrdinal(text, at, "{{{{", 0, 4) == 0)
            {
                literal.Append("{{");
                at += 4;
            }
            else if (string.CompareOrdinal(text, at, "{{", 0, 2) == 0)
            {
                var end = EndOfValue(text, at + 2);
                if (end < 0)
                    throw new ExpressionException("unclosed-braces", "The braces {{ are not closed.", at,
                        "Add }} after the value, or write {{{{ to print two braces.");
                if (literal.Length > 0) pieces.Add(new(literal.ToString(), null, null, at));
                literal.Clear();
                pieces.Add(Value(text[(at + 2)..end], at + 2));
                at = end + 2;
            }
            else literal.Append(text[at++]);
        }
        if (literal.Length > 0) pieces.Add(new(literal.ToString(), null, null, 0));
        return pieces;
    }

    /// <summary>The text with each of its expressions replaced; all else stays as it was written. A text that cannot be read stays
    /// whole.</summary>
    public static string MapExpressions(string text, Func<string, string> change)
    {
        IReadOnlyList<Piece> pieces;
        try
        {
            pieces = Parse(text);
        }
        catch (ExpressionException)
        {
            return text;
        }
        foreach (var piece in pieces.Where(p => p.Expression is { Length: > 0 }).Reverse())
        {
            var at = text.IndexOf(piece.Expression!, piece.Position, StringComparison.Ordinal);
            text = string.Concat(text.AsSpan(0, at), change(piece.Expression!), text.AsSpan(at + piece.Expression!.Length));
        }
        return text;
    }

    /// <summary>Where the braces close: outside of quotes, or, where a quote is left open, the first that do.</summary>
    private static int EndOfValue(string text, int from)
    {
        var quote = '\0';
        for (var i = from; i < text.Length; i++)
        {
            if (quote != '\0') quote = text[i] == quote ? '\0' : quote;
            else if (text[i] is '\'' or '"') quote = text[i];
            else if (string.CompareOrdinal(text, i, "}}", 0, 2) == 0) return i;
        }
        return text.IndexOf("}}", from, StringComparison.Ordinal);
    }

    private static Piece Value(string content, int position)
    {
        var bar = -1;
        var quote = '\0';
        for (var i = 0; i < content.Length; i++)
        {
            if (quote != '\0') quote = content[i] == quote ? '\0' : quote;
            else if (content[i] is '\'' or '"') quote = content[i];
            else if (content[i] == '|' && (i + 1 >= content.Length || content[i + 1] != '|') && (i == 0 || content[i - 1] != '|')) bar = i;
        }
        return bar < 0
            ? new Piece(null, content.Trim(), null, position)
            : new Piece(null, content[..bar].Trim(), content[(bar + 1)..].Trim(), position);
    }
}
