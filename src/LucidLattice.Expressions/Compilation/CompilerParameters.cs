using LucidLattice.Data;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Compilation;

/// <summary>What expressions take from parameters.</summary>
public sealed partial class Compiler
{
    private Compiled Parameter(ParameterSyntax syntax)
    {
        var index = IndexOfParameter(syntax);
        var parameter = _scope.Parameters[index];
        if (parameter.Shape == ParameterShape.Several)
            throw new ExpressionException("several-values",
                $"“:{parameter.Name}” can hold several values, so nothing can be worked out from it.", syntax.Position,
                $"Ask whether a value is among them: field IN :{parameter.Name}.");
        if (parameter.Shape == ParameterShape.Period)
            throw new ExpressionException("several-values", $"“:{parameter.Name}” is a period.", syntax.Position,
                $"Ask whether a day is in it: field IN :{parameter.Name}; or use period_start(:{parameter.Name}) and "
                + $"period_end(:{parameter.Name}).");
        // Every one is no value: comparing with it gives NULL, as comparing with nothing does.
        return new Compiled(parameter.Type, Phase.Constant,
            frame => frame.Parameters[index] is { IsEvery: false, IsEmpty: false } value ? value : Value.Null)
            { Reads = Reads.Parameter(index) };
    }

    /// <summary>What readers set, as a sentence: “Region: Northern Isles; Period: 2025”.</summary>
    private Compiled AllParameters()
    {
        var shown = _scope.Parameters.Select((p, i) => (p.Caption, Index: i, p.Hidden)).Where(p => !p.Hidden).ToList();
        return new Compiled(DataType.Text, Phase.Constant, frame => Value.Of(string.Join("; ", shown
            .Select(p => (p.Caption, Words: frame.ParameterWords(p.Index, null))).Where(p => p.Words.Length > 0)
            .Select(p => $"{p.Caption}: {p.Words}"))))
            { Reads = Reads.All(shown.Select(p => Reads.Parameter(p.Index))) };
    }

    private int IndexOfParameter(ParameterSyntax syntax)
    {
        for (var i = 0; i < _scope.Parameters.Count; i++)
            if (string.Equals(_scope.Parameters[i].Name, syntax.Name, StringComparison.OrdinalIgnoreCase)) return i;
        var nearest = Nearest.To(syntax.Name, _scope.Parameters.Select(p => p.Name));
        throw new ExpressionException("unknown-parameter", $"There is no parameter “:{syntax.Name}”.", syntax.Position,
            nearest is null ? $"Create the parameter “:{syntax.Name}”." : $"Did you mean “:{nearest}”?");
    }

    private ParameterShape ShapeOf(ParameterSyntax syntax) =>
        _scope.Parameters.FirstOrDefault(p => string.Equals(p.Name, syntax.Name, StringComparison.OrdinalIgnoreCase))?.Shape
            ?? ParameterShape.Single;

    /// <summary>Every one drops the condition, so that rows without a value stay; a parameter without a value gives NULL, and one that asks
    /// for rows without a value holds for those.</summary>
    private Compiled InParameter(InParameterSyntax node)
    {
        var operand = Visit(node.Operand);
        var index = IndexOfParameter(node.Parameter);
        var parameter = _scope.Parameters[index];
        RequireComparable(operand.Type, parameter.Type, node.Position);
        return Compiled.Combined(DataType.Bool, [operand], frame =>
        {
            var wanted = frame.Parameters[index];
            if (wanted.IsEvery) return Value.Of(true);
            var value = operand.Evaluate(frame);
            if (AsksForEmpty(wanted) && (value.IsNull || wanted.IsEmpty)) return Value.Of(value.IsNull != node.Not);
            if (value.IsNull || wanted.IsNull) return Value.Null;
            var found = wanted.Type switch
            {
                DataType.List => wanted.List.Contains(value),
                DataType.Period => wanted.Period.Contains(value),
                _ => Value.Compare(value, wanted, null) == 0,
            };
            return Value.Of(found != node.Not);
        }, Reads.Parameter(index));
    }

    private static bool AsksForEmpty(Value wanted) =>
        wanted.IsEmpty || (wanted.Type == DataType.List && wanted.List.Contains(Value.Empty));

    /// <summary>Comparing with a parameter that asks for rows without a value is asking whether there is none.</summary>
    private Compiled? ComparedWithParameter(BinarySyntax node)
    {
        if (node.Operator is not ("=" or "<>")) return null;
        var (parameter, other) = node.Right is ParameterSyntax right ? (right, node.Left) : (node.Left as ParameterSyntax, node.Right);
        if (parameter is null || other is ParameterSyntax) return null;
        var (index, operand) = (IndexOfParameter(parameter), Visit(other));
        var plain = Comparison(node.Operator, Visit(node.Left), Visit(node.Right), node.Position);
        return Compiled.Combined(DataType.Bool, [operand], frame => frame.Parameters[index].IsEmpty
            ? Value.Of(operand.Evaluate(frame).IsNull == (node.Operator == "="))
            : plain.Evaluate(frame), Reads.Parameter(index));
    }

    /// <summary>The functions that take a parameter itself, not its value.</summary>
    private Compiled? ParameterFunction(CallSyntax call)
    {
        if (call is { Name: "PARAMETERS", Arguments.Count: 0 }) return AllParameters();
        if (call.Name is not ("PERIOD_START" or "PERIOD_END" or "IS_EVERY")) return null;
        if (call.Arguments is not [ParameterSyntax syntax])
            throw new ExpressionException("argument-count",
                $"{call.Name.ToLowerInvariant()} takes one parameter, as in {call.Name.ToLowerInvariant()}(:name).", call.Position);
        var index = IndexOfParameter(syntax);
        if (call.Name == "IS_EVERY")
            return new Compiled(DataType.Bool, Phase.Constant, frame => Value.Of(frame.Parameters[index].IsEvery))
                { Reads = Reads.Parameter(index) };
        if (_scope.Parameters[index].Shape != ParameterShape.Period)
            throw new ExpressionException("type-mismatch", $"“:{syntax.Name}” is no period.", syntax.Position);
        var start = call.Name == "PERIOD_START";
        return new Compiled(DataType.Date, Phase.Constant, frame => frame.Parameters[index] is { Type: DataType.Period } value
            && (start ? value.Period.From : value.Period.To) is { } day ? Value.Of(day) : Value.Null) { Reads = Reads.Parameter(index) };
    }
}
