using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>Years of accounts that begin in another month than January. They are called after the calendar year in which they
/// begin.</summary>
public static class FiscalFunctions
{
    private static readonly string[] Names = ["fiscal_year", "fiscal_quarter"];

    internal static IReadOnlyList<Function> All { get; } =
    [
        new(new("fiscal_year", "fiscal_year(a, 4)", "the year in which the fiscal year of a date begins, from this month on"), 2, 2,
            (c, a) => Of(c, a, (date, first) => date.Month < first ? date.Year - 1 : date.Year)),
        new(new("fiscal_quarter", "fiscal_quarter(a, 4)", "the quarter of the fiscal year, 1 to 4"), 2, 2,
            (c, a) => Of(c, a, (date, first) => (date.Month - first + 12) % 12 / 3 + 1)),
    ];

    /// <summary>An expression with another first month wherever it asks for a fiscal year or quarter.</summary>
    /// <param name="text">One that cannot be read stays as it is.</param>
    public static string WithFirstMonth(string text, int month)
    {
        List<Token> tokens;
        try
        {
            tokens = Lexer.Read(text);
        }
        catch (ExpressionException)
        {
            return text;
        }
        // From the end, so that what stands before keeps its place.
        for (var i = tokens.Count - 1; i >= 0; i--)
            if (Names.Contains(tokens[i].Text, StringComparer.OrdinalIgnoreCase) && LastArgument(tokens, i + 1) is { } number)
                text = text[..number.Position] + month + text[(number.Position + number.Source.Length)..];
        return text;
    }

    /// <summary>The number right before the parenthesis that closes the one at a token; null if there is no such number.</summary>
    private static Token? LastArgument(List<Token> tokens, int open)
    {
        if (open >= tokens.Count || !tokens[open].Is("(")) return null;
        var depth = 0;
        for (var i = open; i < tokens.Count; i++)
        {
            depth += tokens[i].Is("(") ? 1 : tokens[i].Is(")") ? -1 : 0;
            if (depth == 0) return tokens[i - 1].Kind == TokenKind.Number ? tokens[i - 1] : null;
        }
        return null;
    }

    private static Compiled Of(CallSyntax call, Compiled[] arguments, Func<DateTime, int, long> of)
    {
        if (!arguments[0].Type.IsTime() && arguments[0].Type != DataType.Null) throw Arguments.Wrong(call, 0, "a date", arguments[0].Type);
        if (call.Arguments[1] is not LiteralSyntax { Value: { Type: DataType.Whole, Whole: >= 1 and <= 12 } first })
            throw new ExpressionException("bad-argument", $"{call.Name} needs the first month of the fiscal year second.",
                call.Arguments[1].Position, "Use a number from 1 for January to 12 for December.");
        return Arguments.Strict(DataType.Whole, [arguments[0]], v => Value.Of(of(v[0].AsDateTime, (int)first.Whole)));
    }
}
