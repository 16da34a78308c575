namespace LucidLattice.Expressions.Parsing;

/// <summary>Cuts an expression into tokens.</summary>
public static class Lexer
{
    /// <summary>The most characters that an expression may have.</summary>
    public const int MaxLength = 20_000;

    private static readonly string[] Symbols = ["||", "<=", ">=", "<>", "!=", "+", "-", "*", "/", "%", "(", ")", ",", "=", "<", ">"];

    /// <exception cref="ExpressionException">A character that starts nothing, or a quote that is not closed.</exception>
    public static List<Token> Read(string text)
    {
        if (text.Length > MaxLength)
            throw new ExpressionException("expression-too-long",
                $"The expression has {text.Length:N0} characters; at most {MaxLength:N0} are allowed.", MaxLength);
        var tokens = new List<Token>();
        var at = 0;
        while (at < text.Length)
        {
            var c = text[at];
            if (char.IsWhiteSpace(c))
            {
                at++;
                continue;
            }
            var start = at;
            if (c is '\'' or '"')
            {
                var content = Quoted(text, ref at, c);
                tokens.Add(new(c == '"' ? TokenKind.QuotedName : TokenKind.Text, content, start, text[start..at]));
            }
            else if (char.IsAsciiDigit(c) || (c == '.' && at + 1 < text.Length && char.IsAsciiDigit(text[at + 1])))
            {
                at = EndOfNumber(text, at);
                tokens.Add(new(TokenKind.Number, text[start..at], start, text[start..at]));
            }
            else if (IsNameStart(c))
            {
                while (at < text.Length && IsNamePart(text[at])) at++;
                tokens.Add(new(TokenKind.Word, text[start..at].ToUpperInvariant(), start, text[start..at]));
            }
            else if (c == ':' && at + 1 < text.Length && IsNameStart(text[at + 1]))
            {
                at++;
                while (at < text.Length && IsNamePart(text[at])) at++;
                tokens.Add(new(TokenKind.Parameter, text[(start + 1)..at], start, text[start..at]));
            }
            else
            {
                if (ForeignSigns.At(text, start) is { } mistaken) throw mistaken;
                var symbol = Symbols.FirstOrDefault(s => string.CompareOrdinal(text, start, s, 0, s.Length) == 0)
                    ?? throw new ExpressionException("unexpected-character", $"“{c}” at character {start + 1} cannot stand here.", start,
                    $"There are {string.Join(' ', Symbols)}, and AND, OR, NOT, IN, BETWEEN, LIKE and IS.");
                at += symbol.Length;
                tokens.Add(new(TokenKind.Symbol, symbol == "!=" ? "<>" : symbol, start, symbol));
            }
        }
        tokens.Add(new(TokenKind.End, "", text.Length, ""));
        return tokens;
    }

    private static string Quoted(string text, ref int at, char quote)
    {
        var start = at++;
        var content = new System.Text.StringBuilder();
        while (true)
        {
            if (at >= text.Length)
                throw new ExpressionException("unclosed-quote", $"The quote that opens at character {start + 1} is not closed.", start,
                    $"Add {quote} where the text ends.");
            if (text[at] != quote) content.Append(text[at++]);
            else if (at + 1 < text.Length && text[at + 1] == quote)
            {
                content.Append(quote);
                at += 2;
            }
            else
            {
                at++;
                return content.ToString();
            }
        }
    }

    private static int EndOfNumber(string text, int at)
    {
        while (at < text.Length && (char.IsAsciiDigit(text[at]) || text[at] == '.')) at++;
        if (at < text.Length && text[at] is 'e' or 'E')
        {
            var digits = at + 1 < text.Length && text[at + 1] is '+' or '-' ? at + 2 : at + 1;
            if (digits < text.Length && char.IsAsciiDigit(text[digits]))
            {
                at = digits;
                while (at < text.Length && char.IsAsciiDigit(text[at])) at++;
            }
        }
        return at;
    }

    private static bool IsNameStart(char c) => char.IsLetter(c) || c == '_';

    private static bool IsNamePart(char c) => char.IsLetterOrDigit(c) || c == '_';
}
