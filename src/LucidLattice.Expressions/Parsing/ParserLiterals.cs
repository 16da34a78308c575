using System.Globalization;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Parsing;

/// <summary>Values as they are written: numbers, dates, intervals, and names of types.</summary>
public sealed partial class Parser
{
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

    private Syntax Cast(int position)
    {
        Expect("(");
        var operand = Or();
        Expect("AS");
        var (kind, scale) = (TypeName(), (int?)null);
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

    private DataType TypeName()
    {
        var first = Take();
        var (name, source) = (first.Text.ToUpperInvariant(), first.Source);
        while (Next.Kind == TokenKind.Word && TypeNames.GoesOn(name))
        {
            var more = Take();
            (name, source) = ($"{name} {more.Text}", $"{source} {more.Source}");
        }
        return TypeNames.Find(name) ?? throw new ExpressionException("bad-type", $"“{source}” is no type.", first.Position,
            $"Use {WordList.Joined(TypeNames.All.Select(t => t.Names[0]), " or ")}.");
    }
}
