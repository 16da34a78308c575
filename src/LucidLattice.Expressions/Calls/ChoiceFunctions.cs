using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>Functions that take one of their arguments.</summary>
internal static class ChoiceFunctions
{
    public static IReadOnlyList<Function> All { get; } =
    [
        new(new("coalesce", "coalesce(a, b, …)", "the first of them that is not empty"), 1, 20, Coalesce),
        new(new("nullif", "nullif(a, b)", "a, or empty if it equals b"), 2, 2, NullIf),
        new(new("greatest", "greatest(a, b, …)", "the largest of them; empties do not count"), 1, 20, (c, a) => Extreme(c, a, 1)),
        new(new("least", "least(a, b, …)", "the smallest of them; empties do not count"), 1, 20, (c, a) => Extreme(c, a, -1)),
    ];

    private static Compiled Coalesce(CallSyntax call, Compiled[] arguments)
    {
        var (type, results) = Casts.Unify(arguments, call.Position, "COALESCE");
        return (Compiled.Combined(type, results, frame =>
        {
            foreach (var result in results)
                if (result.Evaluate(frame) is { IsNull: false } value) return value;
            return Value.Null;
        }) with
        { Scale = Scales.OfAny(results) }).MeaningOf(results);
    }

    private static Compiled NullIf(CallSyntax call, Compiled[] arguments)
    {
        if (arguments[0].Type != DataType.Null && arguments[1].Type != DataType.Null) Casts.Unify(arguments, call.Position, "NULLIF");
        return Compiled.Combined(arguments[0].Type, arguments, frame =>
        {
            var (a, b) = (arguments[0].Evaluate(frame), arguments[1].Evaluate(frame));
            return !a.IsNull && !b.IsNull && Value.Compare(a, b, null) == 0 ? Value.Null : a;
        }) with
        { Scale = arguments[0].Scale, Kind = arguments[0].Kind, Currency = arguments[0].Currency };
    }

    /// <summary>The largest or smallest value that is there; texts in the order of the report's language, as with &lt;.</summary>
    private static Compiled Extreme(CallSyntax call, Compiled[] arguments, int sign)
    {
        var (type, results) = Casts.Unify(arguments, call.Position, call.Name.ToLowerInvariant());
        return (Compiled.Combined(type, results, frame =>
        {
            var best = Value.Null;
            foreach (var result in results)
            {
                var value = result.Evaluate(frame);
                if (!value.IsNull && (best.IsNull || sign * Value.Compare(value, best, frame.Collation) > 0)) best = value;
            }
            return best;
        }) with
        { Scale = Scales.OfAny(results) }).MeaningOf(results);
    }
}
