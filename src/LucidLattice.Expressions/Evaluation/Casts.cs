using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>Changes of type, asked for by CAST or needed to bring several results to one type.</summary>
public static class Casts
{
    public static Compiled Cast(Compiled operand, DataType type, int? scale, int position)
    {
        if (operand.Type == DataType.Interval && type != DataType.Interval) operand = Lengths.InDays(operand);
        if (operand.Type == type && scale is null) return operand;
        var possible = operand.Type == DataType.Null || type == DataType.Text || operand.Type == DataType.Text
            || (operand.Type.IsNumber() && type.IsNumber()) || (operand.Type.IsTime() && type.IsTime())
            || (operand.Type == DataType.Bool && type == DataType.Whole);
        if (!possible)
            throw new ExpressionException("type-mismatch", $"{operand.Type.Words()} cannot be changed to {type.Words()}.", position);
        return Compiled.Combined(type, [operand], frame =>
        {
            var value = operand.Evaluate(frame);
            return value.IsNull ? value : Change(value, type, scale);
        }) with
        {
            Scale = type == DataType.Decimal ? scale ?? Usual(operand) : null,
            Kind = operand.Kind,
            Source = CompiledSource.From("cast", operand, type, scale),
        };
    }

    /// <summary>The digits of a decimal are those that it has; others print two.</summary>
    private static int? Usual(Compiled operand) => operand.Type == DataType.Decimal ? operand.Scale : 2;

    public static Compiled ToText(Compiled operand) => Cast(operand, DataType.Text, null, 0);

    /// <summary>The type that all results fit, and the results changed to it.</summary>
    /// <exception cref="ExpressionException">There is none.</exception>
    public static (DataType Type, Compiled[] Results) Unify(Compiled[] results, int position, string what)
    {
        // Beside a number, a length of time is its days.
        if (results.Any(r => r.Type is not (DataType.Interval or DataType.Null))) results = [.. results.Select(Lengths.InDays)];
        var types = results.Select(r => r.Type).Where(t => t != DataType.Null).Distinct().ToList();
        var type = types.Count switch
        {
            0 => DataType.Null,
            1 => types[0],
            _ when types.All(t => t.IsNumber()) => types.Contains(DataType.Double) ? DataType.Double : DataType.Decimal,
            _ when types.All(t => t.IsTime()) => DataType.DateTime,
            _ => throw new ExpressionException("type-mismatch",
            $"The results of {what} are of different types: {types[0].Words()} and {types[1].Words()}.", position),
        };
        return (type, [.. results.Select(r => r.Type == DataType.Null ? r
            : Cast(r, type, null, position) is var cast && type == DataType.Decimal ? cast with { Scale = Scales.Of(r) } : cast)]);
    }

    private static Value Change(Value value, DataType type, int? scale)
    {
        switch (type)
        {
            case DataType.Text: return Value.Of(value.Invariant);
            case var _ when value.Type == DataType.Text: return Parse(value.Text, type, scale);
            case DataType.Whole when value.Type == DataType.Bool: return Value.Of(value.Bool ? 1L : 0L);
            case DataType.Whole when value.Type == DataType.Double: return Value.Of(checked((long)Math.Truncate(value.Double)));
            case DataType.Whole: return Value.Of(checked((long)decimal.Truncate(value.Decimal)));
            case DataType.Decimal when scale is { } digits: return Value.Of(
                decimal.Round(value.Decimal, digits, MidpointRounding.AwayFromZero));
            case DataType.Decimal: return Value.Of(value.Decimal);
            case DataType.Double: return Value.Of(value.AsDouble);
            case DataType.Date: return Value.Of(DateOnly.FromDateTime(value.AsDateTime));
            default: return Value.Of(value.AsDateTime);
        }
    }

    /// <summary>A text that is no value of the type becomes NULL, so that one bad row does not stop a report.</summary>
    private static Value Parse(string text, DataType type, int? scale)
    {
        if (!ValueText.TryParse(text, type == DataType.Date ? DataType.DateTime : type, out var value) || value.IsNull) return Value.Null;
        return value.Type == type && scale is null ? value : Change(value, type, scale);
    }
}
