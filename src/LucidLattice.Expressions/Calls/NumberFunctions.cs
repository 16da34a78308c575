using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>Functions that give numbers of numbers.</summary>
internal static class NumberFunctions
{
    public static IReadOnlyList<Function> All { get; } =
    [
        new(new("abs", "abs(n)", "without its sign"), 1, 1, (c, a) => Arguments.Number(c, a[0], v => v.Type switch
        {
            DataType.Whole => Value.Of(Math.Abs(v.Whole)),
            DataType.Decimal => Value.Of(Math.Abs(v.Decimal)),
            _ => Value.Of(Math.Abs(v.Double)),
        })),
        new(new("sign", "sign(n)", "-1, 0 or 1"), 1, 1,
            (c, a) => Arguments.Number(c, a[0], v => Value.Of((long)Math.Sign(v.AsDouble))) with { Type = DataType.Whole, Scale = null }),
        new(new("floor", "floor(n)", "the next whole number below"), 1, 1,
            (c, a) => Cut(c, a[0], Math.Floor, Math.Floor)),
        new(new("ceiling", "ceiling(n)", "the next whole number above"), 1, 1,
            (c, a) => Cut(c, a[0], Math.Ceiling, Math.Ceiling)) { AlsoCalled = ["CEIL"] },
        new(new("round", "round(n, digits)", "rounded, halves away from zero; digits below 0 round to tens, hundreds"), 1, 2, Round),
        new(new("mod", "mod(a, b)", "what is left after dividing"), 2, 2,
            (c, a) => Arithmetic.Binary("%", a[0], a[1], c.Position, (_, _, _) => { })),
        new(new("sqrt", "sqrt(n)", "the square root; empty below 0"), 1, 1, (c, a) => Arguments.Inexact(c, a, v => Math.Sqrt(v[0]))),
        new(new("power", "power(n, exponent)", "n to the power of the exponent"), 2, 2,
            (c, a) => Arguments.Inexact(c, a, v => Math.Pow(v[0], v[1]))) { AlsoCalled = ["POW"] },
        new(new("exp", "exp(n)", "e to the power of n"), 1, 1, (c, a) => Arguments.Inexact(c, a, v => Math.Exp(v[0]))),
        new(new("ln", "ln(n)", "the natural logarithm; empty for 0 and below"), 1, 1,
            (c, a) => Arguments.Inexact(c, a, v => v[0] <= 0 ? double.NaN : Math.Log(v[0]))),
    ];

    private static Compiled Cut(CallSyntax call, Compiled argument, Func<decimal, decimal> exact, Func<double, double> inexact)
        => Arguments.Number(call, argument, v => v.Type switch
        {
            DataType.Decimal => Value.Of(exact(v.Decimal)),
            DataType.Double => Value.Of(inexact(v.Double)),
            _ => v,
        });

    private static Compiled Round(CallSyntax call, Compiled[] arguments)
    {
        var number = Arguments.AsNumber(call, 0, arguments[0]);
        if (arguments.Length == 2) Arguments.Require(call, 1, arguments[1], DataType.Whole, "a whole number of digits");
        var digits = call.Arguments.Count == 1 ? 0 : Digits(call.Arguments[1]);
        return Arguments.Strict(number.Type, [number, .. arguments.Skip(1)], v =>
        {
            var places = v.Length == 2 ? (int)Math.Clamp(v[1].Whole, -400, 400) : 0;
            return v[0].Type switch
            {
                DataType.Decimal => Value.Of(Rounding.Round(v[0].Decimal, places)),
                DataType.Double => Value.Of(Rounding.Round(v[0].Double, places)),
                _ => Value.Of(checked((long)Rounding.Round(v[0].Decimal, places))),
            };
        }) with
        {
            Scale = number.Type == DataType.Decimal && digits is { } known ? Math.Clamp(known, 0, 28) : null,
            Kind = number.Kind, Currency = number.Currency,
        };
    }

    /// <summary>The digits, where they are written down.</summary>
    private static int? Digits(Syntax written) => written switch
    {
        LiteralSyntax { Value: { Type: DataType.Whole } value } => (int)Math.Clamp(value.Whole, 0, 28),
        UnarySyntax { Operator: "-" } => 0,
        _ => null,
    };
}
