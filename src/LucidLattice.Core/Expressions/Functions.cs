using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions;

/// <summary>The functions of one row's values. A new function is one more line in the table.</summary>
public static class Functions
{
    private delegate Compiled Maker(CallSyntax call, Compiled[] arguments);

    private static readonly Dictionary<string, (int Least, int Most, Maker Make)> Table = new()
    {
        ["CURRENT_DATE"] = (0, 0,
            (_, _) => new(DataType.Date, Phase.Constant, f => Value.Of(DateOnly.FromDateTime(f.Now)))
            { Reads = Reads.TheClock(ClockUse.Day) }),
        ["CURRENT_TIMESTAMP"] =
        (0, 0, (_, _) => new(DataType.DateTime, Phase.Constant, f => Value.Of(f.Now)) { Reads = Reads.TheClock(ClockUse.Instant) }),
        ["PAGE_NUMBER"] = (0, 0, (_, _) => new(DataType.Whole, Phase.Page, f => Value.Of((long)f.PageNumber))),
        ["PAGE_COUNT"] = (0, 0, (_, _) => new(DataType.Whole, Phase.Page, f => f.PageCount is { } n ? Value.Of((long)n) : Value.Null)),
        ["COALESCE"] = (1, 20, Coalesce),
        ["NULLIF"] = (2, 2, NullIf),
        ["ABS"] = (1, 1,
        (c, a) => Number(c, a[0],
        v => v.Type switch { DataType.Whole => Value.Of(Math.Abs(v.Whole)), DataType.Decimal => Value.Of(Math.Abs(v.Decimal)),
        _ => Value.Of(Math.Abs(v.Double)) })),
        ["SIGN"] = (1, 1, (c, a) => Number(c, a[0], v => Value.Of((long)Math.Sign(v.AsDouble))) with { Type = DataType.Whole }),
        ["FLOOR"] = (1, 1,
        (c, a) => Number(c, a[0],
        v => v.Type switch { DataType.Decimal => Value.Of(Math.Floor(v.Decimal)), DataType.Double => Value.Of(Math.Floor(v.Double)),
        _ => v })),
        ["CEILING"] = (1, 1,
        (c, a) => Number(c, a[0],
        v => v.Type switch { DataType.Decimal => Value.Of(Math.Ceiling(v.Decimal)), DataType.Double => Value.Of(Math.Ceiling(v.Double)),
        _ => v })),
        ["ROUND"] = (1, 2, Round),
        ["MOD"] = (2, 2, (c, a) => Arithmetic.Binary("%", a[0], a[1], c.Position, (_, _, _) => { })),
        ["SQRT"] = (1, 1,
        (c, a) => Number(c, a[0], v => v.AsDouble < 0 ? Value.Null : Value.Of(Math.Sqrt(v.AsDouble))) with { Type = DataType.Double }),
        ["UPPER"] = (1, 1, (c, a) => Text(c, a, v => Value.Of(v[0].Text.ToUpperInvariant()))),
        ["LOWER"] = (1, 1, (c, a) => Text(c, a, v => Value.Of(v[0].Text.ToLowerInvariant()))),
        ["TRIM"] = (1, 1, (c, a) => Text(c, a, v => Value.Of(v[0].Text.Trim(' ')))),
        ["LENGTH"] = (1, 1, (c, a) => Text(c, a, v => Value.Of((long)Characters(v[0].Text))) with { Type = DataType.Whole }),
        ["REPLACE"] = (3, 3,
        (c, a) => Text(c, a,
        v => v[1].Text.Length == 0 ? v[0] : Value.Of(v[0].Text.Replace(v[1].Text, v[2].Text, StringComparison.Ordinal)))),
        ["CONTAINS"] = (2, 2,
        (c, a) => Text(c, a, v => Value.Of(v[0].Text.Contains(v[1].Text, StringComparison.Ordinal))) with { Type = DataType.Bool }),
        ["STARTS_WITH"] = (2, 2,
        (c, a) => Text(c, a, v => Value.Of(v[0].Text.StartsWith(v[1].Text, StringComparison.Ordinal))) with { Type = DataType.Bool }),
        ["ENDS_WITH"] = (2, 2,
        (c, a) => Text(c, a, v => Value.Of(v[0].Text.EndsWith(v[1].Text, StringComparison.Ordinal))) with { Type = DataType.Bool }),
        ["SUBSTRING"] = (2, 3, Substring),
        ["DATE_TRUNC"] = (2, 2, DateTrunc),
    };

    /// <summary>The names of all functions, in capital letters.</summary>
    public static IEnumerable<string> All => Table.Keys;

    public static Compiled Call(CallSyntax call, Compiled[] arguments)
    {
        var name = call.Name switch { "CEIL" => "CEILING", "SUBSTR" => "SUBSTRING", "CHAR_LENGTH" => "LENGTH", _ => call.Name };
        if (!Table.TryGetValue(name, out var function))
        {
            var nearest = Nearest.To(call.Name, Table.Keys.Concat(FunctionHelp.All.Select(f => f.Name)))?.ToLowerInvariant();
            throw new ExpressionException("unknown-function", $"There is no function “{call.Name.ToLowerInvariant()}”.", call.Position,
                nearest is null ? null : $"Did you mean “{nearest}”?");
        }
        if (arguments.Length < function.Least || arguments.Length > function.Most)
            throw new ExpressionException("argument-count",
                $"{call.Name.ToLowerInvariant()} takes "
                + $"{(function.Least == function.Most ? function.Least : $"{function.Least} to {function.Most}")} "
                + $"argument{(function.Most == 1 ? "" : "s")}, not {arguments.Length}.", call.Position);
        return function.Make(call, arguments);
    }

    private static Compiled Number(CallSyntax call, Compiled argument, Func<Value, Value> apply)
    {
        if (!argument.Type.IsNumber() && argument.Type != DataType.Null) throw Wrong(call, 0, "a number", argument.Type);
        return Strict(argument.Type, [argument], v => apply(v[0])) with { Scale = argument.Scale, Kind = argument.Kind };
    }

    private static Compiled Text(CallSyntax call, Compiled[] arguments, Func<Value[], Value> apply)
    {
        for (var i = 0; i < arguments.Length; i++)
            if (arguments[i].Type is not (DataType.Text or DataType.Null)) throw Wrong(call, i, "a text", arguments[i].Type);
        return Strict(DataType.Text, arguments, apply);
    }

    private static Compiled Round(CallSyntax call, Compiled[] arguments)
    {
        if (!arguments[0].Type.IsNumber() && arguments[0].Type != DataType.Null) throw Wrong(call, 0, "a number", arguments[0].Type);
        if (arguments.Length == 2 && arguments[1].Type != DataType.Whole)
            throw Wrong(call, 1, "a whole number of digits", arguments[1].Type);
        var digits = call.Arguments is [_, LiteralSyntax { Value: var literal }] ? (int?)literal.Whole : arguments.Length == 1 ? 0 : null;
        return Strict(arguments[0].Type, arguments, v =>
        {
            var places = v.Length == 2 ? (int)Math.Clamp(v[1].Whole, 0, 12) : 0;
            return v[0].Type switch
            {
                DataType.Decimal => Value.Of(decimal.Round(v[0].Decimal, places, MidpointRounding.AwayFromZero)),
                DataType.Double => Value.Of(Math.Round(v[0].Double, places, MidpointRounding.AwayFromZero)),
                _ => v[0],
            };
        }) with
        { Scale = arguments[0].Type == DataType.Decimal ? digits : null, Kind = arguments[0].Kind };
    }

    private static Compiled Coalesce(CallSyntax call, Compiled[] arguments)
    {
        var (type, results) = Casts.Unify(arguments, call.Position, "COALESCE");
        return Compiler.Combined(type, results, frame =>
        {
            foreach (var result in results)
                if (result.Evaluate(frame) is { IsNull: false } value) return value;
            return Value.Null;
        }) with
        { Scale = results.Max(r => r.Scale), Kind = results[0].Kind };
    }

    private static Compiled NullIf(CallSyntax call, Compiled[] arguments)
    {
        if (arguments[0].Type != DataType.Null && arguments[1].Type != DataType.Null) Casts.Unify(arguments, call.Position, "NULLIF");
        return Compiler.Combined(arguments[0].Type, arguments, frame =>
        {
            var (a, b) = (arguments[0].Evaluate(frame), arguments[1].Evaluate(frame));
            return !a.IsNull && !b.IsNull && Value.Compare(a, b, null) == 0 ? Value.Null : a;
        }) with
        { Scale = arguments[0].Scale, Kind = arguments[0].Kind };
    }

    /// <summary>Counts code points from 1, as ISO SQL does; a start before the text takes from its length.</summary>
    private static Compiled Substring(CallSyntax call, Compiled[] arguments)
    {
        if (arguments[0].Type is not (DataType.Text or DataType.Null)) throw Wrong(call, 0, "a text", arguments[0].Type);
        for (var i = 1; i < arguments.Length; i++)
            if (arguments[i].Type is not (DataType.Whole or DataType.Null)) throw Wrong(call, i, "a whole number", arguments[i].Type);
        return Strict(DataType.Text, arguments, v =>
        {
            var runes = v[0].Text.EnumerateRunes().ToArray();
            var from = Math.Clamp(v[1].Whole, -1_000_000_000, 1_000_000_000);
            var end = v.Length == 3 ? from + Math.Clamp(v[2].Whole, 0, 1_000_000_000) : long.MaxValue;
            var text = new System.Text.StringBuilder();
            for (var i = Math.Max(1, from); i < end && i <= runes.Length; i++) text.Append(runes[i - 1]);
            return Value.Of(text.ToString());
        });
    }

    private static Compiled DateTrunc(CallSyntax call, Compiled[] arguments)
    {
        if (call.Arguments[0] is not LiteralSyntax { Value: { Type: DataType.Text } part } || DateParts.Start(part.Text) is not { } start)
            throw new ExpressionException("unknown-part", "date_trunc needs a part of a date in quotes first.", call.Position,
                "Use 'year', 'quarter', 'month', 'week', 'day' or 'hour'.");
        if (!arguments[1].Type.IsTime() && arguments[1].Type != DataType.Null) throw Wrong(call, 1, "a date", arguments[1].Type);
        return Strict(arguments[1].Type, [arguments[1]],
            v => v[0].Type == DataType.Date ? Value.Of(DateOnly.FromDateTime(start(v[0].AsDateTime))) : Value.Of(start(v[0].DateTime)));
    }

    private static int Characters(string text) => text.EnumerateRunes().Count();

    /// <summary>NULL if any argument is NULL.</summary>
    private static Compiled Strict(DataType type, Compiled[] arguments, Func<Value[], Value> apply)
        => Compiler.Combined(type, arguments, frame =>
        {
            var values = new Value[arguments.Length];
            for (var i = 0; i < values.Length; i++)
            {
                values[i] = arguments[i].Evaluate(frame);
                if (values[i].IsNull) return Value.Null;
            }
            return apply(values);
        });

    private static ExpressionException Wrong(CallSyntax call, int argument, string expected, DataType found)
        => new("type-mismatch", $"{call.Name.ToLowerInvariant()} needs {expected}, but this is {found.Words()}.",
            call.Arguments[argument].Position);
}
