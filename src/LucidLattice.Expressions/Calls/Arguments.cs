using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>What functions have in common: the types that they ask for, and NULL for NULL.</summary>
internal static class Arguments
{
    /// <summary>NULL if any argument is NULL.</summary>
    public static Compiled Strict(DataType type, Compiled[] arguments, Func<Value[], Value> apply)
        => Compiled.Combined(type, arguments, frame =>
        {
            var values = new Value[arguments.Length];
            for (var i = 0; i < values.Length; i++)
            {
                values[i] = arguments[i].Evaluate(frame);
                if (values[i].IsNull) return Value.Null;
            }
            return apply(values);
        });

    /// <summary>A number from a number of the same type.</summary>
    public static Compiled Number(CallSyntax call, Compiled argument, Func<Value, Value> apply)
    {
        argument = AsNumber(call, 0, argument);
        return Strict(argument.Type, [argument], v => apply(v[0])) with
            { Scale = argument.Scale, Kind = argument.Kind, Currency = argument.Currency };
    }

    /// <summary>A double from numbers: what cannot be exact.</summary>
    public static Compiled Inexact(CallSyntax call, Compiled[] arguments, Func<double[], double> apply)
    {
        arguments = [.. arguments.Select((a, i) => AsNumber(call, i, a))];
        return Strict(DataType.Double, arguments, v =>
        {
            var result = apply([.. v.Select(x => x.AsDouble)]);
            return double.IsInfinity(result) ? throw new OverflowException() : Value.Of(result);
        });
    }

    /// <summary>A text, or what <paramref name="type"/> says, from texts.</summary>
    public static Compiled Text(CallSyntax call, Compiled[] arguments, Func<Value[], Value> apply, DataType type = DataType.Text)
    {
        for (var i = 0; i < arguments.Length; i++) Require(call, i, arguments[i], DataType.Text, "a text");
        return Strict(type, arguments, apply);
    }

    /// <summary>The argument as a number; lengths of time count in days.</summary>
    public static Compiled AsNumber(CallSyntax call, int index, Compiled argument)
    {
        argument = Lengths.InDays(argument);
        return argument.Type.IsNumber() || argument.Type == DataType.Null ? argument : throw Wrong(call, index, "a number", argument.Type);
    }

    public static void Require(CallSyntax call, int index, Compiled argument, DataType type, string words)
    {
        if (argument.Type != type && argument.Type != DataType.Null) throw Wrong(call, index, words, argument.Type);
    }

    public static ExpressionException Wrong(CallSyntax call, int argument, string expected, DataType found)
        => new("type-mismatch", $"{call.Name.ToLowerInvariant()} needs {expected}, but this is {found.Words()}.",
            call.Arguments[argument].Position);
}
