using System.Text.RegularExpressions;

namespace LucidLattice.Expressions.Parsing;

/// <summary>The pieces of a call of an aggregate as they were written.</summary>
/// <param name="Of">What it is taken of; “*” for rows.</param>
/// <param name="Where">Its condition; null without one.</param>
public sealed partial record CallText(string Of, string? Where)
{
    /// <param name="text">An expression that is known to be right.</param>
    /// <param name="position">Where the call begins in it.</param>
    public static CallText Read(string text, int position)
    {
        var tokens = Lexer.Read(text);
        var at = tokens.FindIndex(t => t.Position == position) + 1;
        var of = Inside(text, tokens, ref at);
        string? where = null;
        for (; at < tokens.Count && tokens[at].Kind == TokenKind.Word && (tokens[at].Text is "FILTER" or "WITHIN"); )
        {
            var isFilter = tokens[at].Text == "FILTER";
            while (at < tokens.Count && !tokens[at].Is("(")) at++;
            var inner = Inside(text, tokens, ref at);
            if (isFilter) where = Lead().Replace(inner, "");
            else of = Lead().Replace(inner, "");
        }
        return new CallText(Plain(of), where is null ? null : Plain(where));
    }

    /// <summary>What stands between the parentheses that begin at a token, which is passed over.</summary>
    private static string Inside(string text, List<Token> tokens, ref int at)
    {
        var (from, depth) = (tokens[at].Position + 1, 0);
        do
        {
            if (tokens[at].Is("(")) depth++;
            if (tokens[at].Is(")")) depth--;
            at++;
        }
        while (depth > 0 && at < tokens.Count);
        return text[from..tokens[at - 1].Position].Trim();
    }

    /// <summary>Without marks around names that need none, and without parentheses around the whole.</summary>
    private static string Plain(string text)
    {
        text = Quoted().Replace(text, "$1").Trim();
        while (text is ['(', .., ')'] && Closes(text)) text = text[1..^1].Trim();
        return text;
    }

    /// <summary>True if the first parenthesis is closed by the last one.</summary>
    private static bool Closes(string text)
    {
        var depth = 0;
        foreach (var token in Lexer.Read(text))
        {
            depth += token.Is("(") ? 1 : token.Is(")") ? -1 : 0;
            if (depth == 0) return token.Position == text.Length - 1;
        }
        return false;
    }

    [GeneratedRegex("\"([a-z_][a-z0-9_]*)\"")]
    private static partial Regex Quoted();

    [GeneratedRegex(@"^(WHERE|DISTINCT|ORDER\s+BY)\s+", RegexOptions.IgnoreCase)]
    private static partial Regex Lead();
}
