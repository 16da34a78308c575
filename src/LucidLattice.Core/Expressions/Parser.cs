using System.Globalization;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions;

/// <summary>
/// Reads ISO SQL scalar expressions by recursive descent. From the loosest binding: OR, AND, NOT,
/// comparisons (with BETWEEN, IN, LIKE, IS), ||, + and -, * / %, sign.
/// </summary>
public sealed class Parser
{
    private const int MaxDepth = 100;
    private static readonly HashSet<string> Reserved =
        ["AND", "OR", "NOT", "CASE", "WHEN", "THEN", "ELSE", "END", "BETWEEN", "IN", "LIKE", "IS", "NULL", "FROM", "AS", "OVER", "FILTER"];
    private readonly List<Token> _tokens;
    private int _at;
    private int _depth;

    private Parser(List<Token> tokens) => _tokens = tokens;

    /// <exception cref="ExpressionException">The text is no expression.</exception>
    public static Syntax Parse(string text)
    {
        var parser = new Parser(Lexer.Read(text));
        if (parser.Next.Kind == TokenKind.End) throw new ExpressionException("empty-expression", "There is no expression here.", 0);
        var tree = parser.Or();
        if (parser.Next.Kind != TokenKind.End) throw parser.Unexpected("the end, or an operator such as + or AND");
        return tree;
    }

    private Token Next => _tokens[_at];

    private Token Take() => _tokens[_at++];

    private bool TryTake(string word)
    {
        if (!Next.Is(word)) return false;
        _at++;
        return true;
    }

    private void Expect(string word, string? hint = null)
    {
        if (!TryTake(word)) throw Unexpected(hint ?? word);
    }

    private ExpressionException Unexpected(string expected) => Next.Kind == TokenKind.End
        ? new("unexpected-end", $"The expression ends where {expected} was expected.", Next.Position)
        : new("unexpected-token", $"Expected {expected} at character {Next.Position + 1}, but found “{Next.Source}”.", Next.Position);

    private Syntax Or() => Chain(And, "OR");

    private Syntax And() => Chain(Not, "AND");

    private Syntax Not()
    {
        var position = Next.Position;
        return TryTake("NOT") ? Deeper(() => new UnarySyntax("NOT", Not(), position)) : Comparison();
    }

    private Syntax Comparison()
    {
        var left = Concatenation();
        while (true)
        {
            var token = Next;
            if (token.Kind == TokenKind.Symbol && token.Text is "=" or "<>" or "<" or "<=" or ">" or ">=")
            {
                _at++;
                left = new BinarySyntax(token.Text, left, Concatenation(), token.Position);
                continue;
            }
            if (TryTake("IS"))
            {
                var isNot = TryTake("NOT");
                Expect("NULL");
                left = new IsNullSyntax(left, isNot, token.Position);
                continue;
            }
            var not = Next.Is("NOT") && _tokens[_at + 1].Text is "BETWEEN" or "IN" or "LIKE";
            if (not) _at++;
            if (TryTake("BETWEEN"))
            {
                var low = Concatenation();
                Expect("AND");
                left = new BetweenSyntax(left, low, Concatenation(), not, token.Position);
            }
            else if (TryTake("IN"))
            {
                if (Next.Kind == TokenKind.Parameter) left = new InParameterSyntax(left, (ParameterSyntax)Primary(), not, token.Position);
                else
                {
                    Expect("(");
                    left = new InSyntax(left, List(), not, token.Position);
                }
            }
            else if (TryTake("LIKE")) left = new LikeSyntax(left, Concatenation(), not, token.Position);
            else return left;
        }
    }

    private Syntax Concatenation() => Chain(Sum, "||");

    private Syntax Sum() => Chain(Product, "+", "-");

    private Syntax Product() => Chain(Sign, "*", "/", "%");

    private Syntax Sign()
    {
        var token = Next;
        if (TryTake("-")) return Deeper(() => new UnarySyntax("-", Sign(), token.Position));
        return TryTake("+") ? Deeper(Sign) : Primary();
    }

    private Syntax Chain(Func<Syntax> operand, params ReadOnlySpan<string> operators)
    {
        var left = operand();
        while (true)
        {
            var token = Next;
            var found = false;
            foreach (var op in operators) found |= token.Is(op);
            if (!found) return left;
            _at++;
            left = new BinarySyntax(token.Text, left, operand(), token.Position);
        }
    }

    private Syntax Deeper(Func<Syntax> inner)
    {
        if (++_depth > MaxDepth)
            throw new ExpressionException("expression-too-deep", $"The expression is nested more than {MaxDepth} deep.", Next.Position);
        var result = inner();
        _depth--;
        return result;
    }

    private Syntax Primary()
    {
        var token = Next;
        switch (token.Kind)
        {
            case TokenKind.Number:
                _at++;
                return new LiteralSyntax(Number(token), token.Position);
            case TokenKind.Text:
                _at++;
                return new LiteralSyntax(Value.Of(token.Text.Normalize()), token.Position);
            case TokenKind.Parameter:
                _at++;
                return new ParameterSyntax(token.Text, token.Position);
            case TokenKind.QuotedName:
                _at++;
                return new NameSyntax(token.Text, token.Position);
            case TokenKind.Symbol when TryTake("("):
                return Deeper(() =>
                {
                    var inner = Or();
                    Expect(")");
                    return inner;
                });
            case TokenKind.Word:
                return Deeper(Word);
            default:
                throw Unexpected("a value");
        }
    }

    private static Value Number(Token token)
    {
        var culture = CultureInfo.InvariantCulture;
        if (token.Text.Contains('e', StringComparison.OrdinalIgnoreCase)
            && double.TryParse(token.Text, NumberStyles.Float, culture, out var real) && double.IsFinite(real)) return Value.Of(real);
        if (long.TryParse(token.Text, NumberStyles.None, culture, out var whole)) return Value.Of(whole);
        if (decimal.TryParse(token.Text, NumberStyles.AllowDecimalPoint, culture, out var number)) return Value.Of(number);
        throw new ExpressionException("bad-number", $"“{token.Text}” is no number that can be written here.", token.Position,
            "Write numbers as 42, 12.5 or 1e6.");
    }

    private Syntax Word()
    {
        var token = Take();
        switch (token.Text)
        {
            case "NULL": return new LiteralSyntax(Value.Null, token.Position);
            case "TRUE" or "FALSE": return new LiteralSyntax(Value.Of(token.Text == "TRUE"), token.Position);
            case "DATE" when Next.Kind == TokenKind.Text: return Typed(DataType.Date, token.Position);
            case "TIMESTAMP" when Next.Kind == TokenKind.Text: return Typed(DataType.DateTime, token.Position);
            case "INTERVAL": return IntervalLiteral(token.Position);
            case "CASE": return Case(token.Position);
            case "CAST": return Cast(token.Position);
            case "EXTRACT":
                Expect("(");
                var part = Take();
                Expect("FROM");
                var operand = Or();
                Expect(")");
                return new ExtractSyntax(part.Text, operand, token.Position);
            case "CURRENT_DATE" or "CURRENT_TIMESTAMP": return new CallSyntax(token.Text, [], token.Position);
        }
        if (Reserved.Contains(token.Text))
        {
            _at--;
            throw Unexpected("a value");
        }
        return TryTake("(") ? Call(token) : new NameSyntax(token.Source, token.Position);
    }

    private Syntax Typed(DataType type, int position)
    {
        var text = Take();
        return ValueText.TryParse(text.Text, type, out var value) && !value.IsNull
            ? new LiteralSyntax(value, position)
            : throw new ExpressionException("bad-date", $"'{text.Text}' is not {type.Words()}.", text.Position,
            $"Write it as '{ValueText.Example(type)}'.");
    }

    private Syntax IntervalLiteral(int position)
    {
        if (Next.Kind != TokenKind.Text) throw Unexpected("a number in quotes, as in INTERVAL '1' MONTH");
        var amount = Take();
        var unit = Take();
        if (!int.TryParse(amount.Text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var n))
            throw new ExpressionException("bad-interval", $"'{amount.Text}' is no whole number.", amount.Position,
                "Write intervals as INTERVAL '1' MONTH.");
        if (Math.Abs((long)n) > 1_000_000)
            throw new ExpressionException("bad-interval", $"An interval of {n} {unit.Source} is too long.", amount.Position);
        var interval = unit.Text.TrimEnd('S') switch
        {
            "YEAR" => new Interval(n * 12, TimeSpan.Zero),
            "QUARTER" => new Interval(n * 3, TimeSpan.Zero),
            "MONTH" => new Interval(n, TimeSpan.Zero),
            "WEEK" => new Interval(0, TimeSpan.FromDays(7L * n)),
            "DAY" => new Interval(0, TimeSpan.FromDays(n)),
            "HOUR" => new Interval(0, TimeSpan.FromHours(n)),
            "MINUTE" => new Interval(0, TimeSpan.FromMinutes(n)),
            "SECOND" => new Interval(0, TimeSpan.FromSeconds(n)),
            _ => throw new ExpressionException("bad-interval", $"“{unit.Source}” is no unit of time.", unit.Position,
            "Use YEAR, QUARTER, MONTH, WEEK, DAY, HOUR, MINUTE or SECOND."),
        };
        return new LiteralSyntax(Value.Of(interval), position);
    }

    private Syntax Case(int position)
    {
        var operand = Next.Is("WHEN") ? null : Or();
        var branches = new List<(Syntax, Syntax)>();
        while (TryTake("WHEN"))
        {
            var when = Or();
            Expect("THEN");
            branches.Add((when, Or()));
        }
        if (branches.Count == 0) throw Unexpected("WHEN");
        var otherwise = TryTake("ELSE") ? Or() : null;
        Expect("END");
        return new CaseSyntax(operand, branches, otherwise, position);
    }

    private Syntax Cast(int position)
    {
        Expect("(");
        var operand = Or();
        Expect("AS");
        var type = Take();
        int? scale = null;
        var kind = type.Text switch
        {
            "INTEGER" or "INT" or "BIGINT" => DataType.Whole,
            "DECIMAL" or "NUMERIC" => DataType.Decimal,
            "DOUBLE" or "REAL" or "FLOAT" => DataType.Double,
            "VARCHAR" or "TEXT" or "CHAR" => DataType.Text,
            "DATE" => DataType.Date,
            "TIMESTAMP" => DataType.DateTime,
            "BOOLEAN" => DataType.Bool,
            _ => throw new ExpressionException("bad-type", $"“{type.Source}” is no type.", type.Position,
            "Use INTEGER, DECIMAL, DOUBLE, VARCHAR, DATE, TIMESTAMP or BOOLEAN."),
        };
        if (type.Text == "DOUBLE") TryTake("PRECISION");
        if (TryTake("("))
        {
            // DECIMAL(12, 2): the second number is the scale; other types ignore their length.
            var first = Take();
            var second = TryTake(",") ? Take() : default;
            if (kind == DataType.Decimal)
                scale = int.TryParse(second.Text ?? "0", out var s) && s is >= 0 and <= 12
                    ? s
                    : throw new ExpressionException("bad-type", "The scale of a DECIMAL is 0 to 12.", first.Position);
            Expect(")");
        }
        Expect(")");
        return new CastSyntax(operand, kind, scale, position);
    }

    private Syntax Call(Token name)
    {
        var star = false;
        var distinct = false;
        IReadOnlyList<Syntax> arguments = [];
        if (TryTake("*"))
        {
            star = true;
            Expect(")");
        }
        else
        {
            distinct = TryTake("DISTINCT");
            if (name.Text == "SUBSTRING" && !Next.Is(")")) arguments = SubstringArguments();
            else arguments = List();
        }
        var within = Within();
        Syntax? filter = null;
        if (Next.Is("FILTER"))
        {
            _at++;
            Expect("(");
            Expect("WHERE");
            filter = Or();
            Expect(")");
        }
        return new CallSyntax(name.Text, arguments, name.Position)
            { Star = star, Distinct = distinct, Filter = filter, Within = within, Over = Over(name) };
    }

    private Syntax? Within()
    {
        if (!Next.Is("WITHIN")) return null;
        _at++;
        Expect("GROUP");
        Expect("(");
        Expect("ORDER");
        Expect("BY");
        var ordered = Or();
        Expect(")");
        return ordered;
    }

    private OverSyntax? Over(Token function)
    {
        var position = Next.Position;
        if (!TryTake("OVER")) return null;
        Expect("(");
        string? level = null;
        if (TryTake("PARTITION"))
        {
            Expect("BY");
            if (Next.Kind is not (TokenKind.Word or TokenKind.QuotedName)) throw Unexpected("the name of a level");
            var named = Take();
            level = named.Kind == TokenKind.QuotedName ? named.Text : named.Source;
        }
        if (function.Text is "RANK" or "DENSE_RANK") return Ranked(level, position);
        if (Next.Is("ORDER"))
            throw new ExpressionException(
                "over-order", "OVER takes no ORDER BY of its own: rows are in the order in which they are printed.", Next.Position,
                "Remove the ORDER BY.");
        var running = TryTake("ROWS");
        if (running)
        {
            Expect("UNBOUNDED");
            Expect("PRECEDING");
        }
        Expect(")", "PARTITION BY level, ROWS UNBOUNDED PRECEDING, or )");
        return new OverSyntax(level, position, running);
    }

    private OverSyntax Ranked(string? level, int position)
    {
        Expect("ORDER", "ORDER BY");
        Expect("BY");
        var by = Or();
        var descending = TryTake("DESC");
        if (!descending) TryTake("ASC");
        Expect(")");
        return new OverSyntax(level, position, By: by, Descending: descending);
    }

    private IReadOnlyList<Syntax> SubstringArguments()
    {
        var arguments = new List<Syntax> { Or() };
        if (TryTake("FROM"))
        {
            arguments.Add(Or());
            if (TryTake("FOR")) arguments.Add(Or());
            Expect(")");
            return arguments;
        }
        while (TryTake(",")) arguments.Add(Or());
        Expect(")");
        return arguments;
    }

    private List<Syntax> List()
    {
        var items = new List<Syntax>();
        if (TryTake(")")) return items;
        do items.Add(Or());
        while (TryTake(","));
        Expect(")", "a comma or )");
        return items;
    }
}
