using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Parsing;

/// <summary>
/// Reads ISO SQL scalar expressions by recursive descent. From the loosest binding: OR, AND, NOT,
/// comparisons (with BETWEEN, IN, LIKE, IS), ||, + and -, * / %, sign.
/// </summary>
public sealed partial class Parser
{
    private const int MaxDepth = 100;

    /// <summary>Compiling and evaluating go down a tree, so it can only be so high.</summary>
    public const int MaxHeight = 250;

    /// <summary>Longer chains are put together in pairs of pairs, so that a long list of conditions is no high tree.</summary>
    private const int LongChain = 16;
    /// <summary>Words that are no names, wherever they stand.</summary>
    internal static readonly HashSet<string> Reserved =
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

    /// <summary>The token after the next one; of the last one, itself.</summary>
    private Token Second => _tokens[Math.Min(_at + 1, _tokens.Count - 1)];

    /// <summary>The next token; the end is never passed, so whatever goes on after it finds it again.</summary>
    private Token Take()
    {
        var token = Next;
        if (token.Kind != TokenKind.End) _at++;
        return token;
    }

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

    private Syntax Or() => Associative(And, "OR");

    private Syntax And() => Associative(Not, "AND");

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
                left = Low(new BinarySyntax(token.Text, left, Concatenation(), token.Position));
                continue;
            }
            if (TryTake("IS"))
            {
                left = Low(Is(left, token.Position));
                continue;
            }
            var not = Next.Is("NOT") && Second.Text is "BETWEEN" or "IN" or "LIKE";
            if (not) _at++;
            if (TryTake("BETWEEN"))
            {
                var low = Concatenation();
                Expect("AND");
                left = Low(new BetweenSyntax(left, low, Concatenation(), not, token.Position));
            }
            else if (TryTake("IN"))
            {
                if (Next.Kind == TokenKind.Parameter)
                    left = Low(new InParameterSyntax(left, (ParameterSyntax)Primary(), not, token.Position));
                else
                {
                    Expect("(");
                    left = Low(new InSyntax(left, List(), not, token.Position));
                }
            }
            else if (TryTake("LIKE")) left = Low(new LikeSyntax(left, Concatenation(), not, token.Position, Escape()));
            else return left;
        }
    }

    /// <summary>IS NULL, IS TRUE, IS FALSE, IS UNKNOWN, IS DISTINCT FROM, and each with NOT.</summary>
    private Syntax Is(Syntax left, int position)
    {
        var not = TryTake("NOT");
        if (TryTake("NULL") || TryTake("UNKNOWN")) return new IsNullSyntax(left, not, position);
        if (Next.Is("TRUE") || Next.Is("FALSE"))
            return new BinarySyntax(not ? SameOrNot.Distinct : SameOrNot.Same, left, Primary(), position);
        Expect("DISTINCT", "NULL, TRUE, FALSE or DISTINCT FROM");
        Expect("FROM");
        return new BinarySyntax(not ? SameOrNot.Same : SameOrNot.Distinct, left, Concatenation(), position);
    }

    private char? Escape()
    {
        if (!TryTake("ESCAPE")) return null;
        if (Next.Kind != TokenKind.Text || Next.Text.Length != 1) throw Unexpected("one character in quotes, as in ESCAPE '!'");
        return Take().Text[0];
    }

    private Syntax Concatenation() => Associative(Sum, "||");

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
            left = Low(new BinarySyntax(token.Text, left, operand(), token.Position));
        }
    }

    /// <summary>Operands of one operator that means the same however they are put together.</summary>
    private Syntax Associative(Func<Syntax> operand, string op)
    {
        var first = operand();
        if (!Next.Is(op)) return first;
        var (operands, positions) = (new List<Syntax> { first }, new List<int>());
        while (Next.Is(op))
        {
            positions.Add(Take().Position);
            operands.Add(operand());
        }
        if (operands.Count <= LongChain)
            return operands.Skip(1).Select((o, i) => (o, i)).Aggregate(first, (left, next) =>
                Low(new BinarySyntax(op, left, next.o, positions[next.i])));
        return Between(0, operands.Count);

        Syntax Between(int from, int to)
        {
            if (to - from == 1) return operands[from];
            var middle = (from + to) / 2;
            return Low(new BinarySyntax(op, Between(from, middle), Between(middle, to), positions[middle - 1]));
        }
    }

    /// <exception cref="ExpressionException">The tree is higher than can be worked through.</exception>
    private static T Low<T>(T node) where T : Syntax => node.Height <= MaxHeight ? node
        : throw new ExpressionException("expression-too-deep",
            $"More than {MaxHeight} operations build on one another here.", node.Position, "Work a part of it out as a field of its own.");

    private Syntax Deeper(Func<Syntax> inner)
    {
        if (++_depth > MaxDepth)
            throw new ExpressionException("expression-too-deep", $"The expression is nested more than {MaxDepth} deep.", Next.Position);
        var result = inner();
        _depth--;
        return Low(result);
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
                return new LiteralSyntax(Value.Of(NormalForm.Of(token.Text)), token.Position);
            case TokenKind.Parameter:
                _at++;
                return new ParameterSyntax(token.Text, token.Position);
            case TokenKind.QuotedName:
                _at++;
                return new NameSyntax(token.Text, token.Position, InQuotes: true);
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
                return new ExtractSyntax(part.Text.ToUpperInvariant(), operand, part.Position);
            case "CURRENT_DATE" or "CURRENT_TIMESTAMP": return new CallSyntax(token.Text, [], token.Position);
        }
        if (Reserved.Contains(token.Text))
        {
            _at--;
            throw Unexpected("a value");
        }
        return TryTake("(") ? Call(token) : new NameSyntax(token.Source, token.Position);
    }
}
