using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Parsing;

/// <summary>Calls of functions and totals, with what may follow them, and CASE.</summary>
public sealed partial class Parser
{
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
            arguments = name.Text switch
            {
                "SUBSTRING" when !Next.Is(")") => SubstringArguments(),
                "POSITION" when !Next.Is(")") => PositionArguments(),
                "TRIM" when !Next.Is(")") => TrimArguments(ref name),
                _ => List(),
            };
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

    /// <summary>position(part IN text).</summary>
    private IReadOnlyList<Syntax> PositionArguments()
    {
        var part = Concatenation();
        Expect("IN", "IN, as in position('a' IN name)");
        var text = Concatenation();
        Expect(")");
        return [part, text];
    }

    /// <summary>trim(text), TRIM([LEADING | TRAILING | BOTH] [characters] FROM text): gives the function the name of its side.</summary>
    private IReadOnlyList<Syntax> TrimArguments(ref Token name)
    {
        // A field may be called so, too.
        var isField = Second.Is(")") || Second.Is(",");
        var side = Next.Text is "LEADING" or "TRAILING" or "BOTH" && !isField ? Take() : default;
        if (side.Text is "LEADING" or "TRAILING") name = name with { Text = side.Text == "LEADING" ? "LTRIM" : "RTRIM" };
        if (TryTake("FROM")) return List();
        var first = Or();
        if (TryTake("FROM"))
        {
            var text = Or();
            Expect(")");
            return [text, first];
        }
        if (side.Text is not null) throw Unexpected("FROM, as in TRIM(LEADING '0' FROM name)");
        var arguments = new List<Syntax> { first };
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
