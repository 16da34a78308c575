using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions;

/// <summary>Aggregates: what they cover follows from where they stand, or from OVER.</summary>
public sealed partial class Compiler
{
    private static readonly Dictionary<string, AggregateFunction> Aggregates = new()
    {
        ["SUM"] = AggregateFunction.Sum,
        ["AVG"] = AggregateFunction.Avg,
        ["COUNT"] = AggregateFunction.Count,
        ["MIN"] = AggregateFunction.Min,
        ["MAX"] = AggregateFunction.Max,
    };

    private Compiled AggregateCall(CallSyntax call)
    {
        if (!Aggregates.TryGetValue(call.Name, out var function))
            throw new ExpressionException("not-an-aggregate", $"{call.Name.ToLowerInvariant()} is no aggregate, so it takes no *, DISTINCT, FILTER or OVER.", call.Position, "Use sum, avg, count, min or max.");
        if (_insideAggregate)
            throw new ExpressionException("nested-aggregate", "An aggregate of an aggregate has no rows to work on.", call.Position, "Work out the inner total in a level of its own.");
        if (_scope.Totals is null) throw TooLate(Phase.Group, _scope.Allowed, call.Position);

        var spec = Spec(call, function);
        var key = KeyOf(call);
        if (call.Over is null && _scope.MarkTotals is { } marks)
        {
            var mark = marks.IndexOf(key, () => spec);
            return Total(spec, frame => frame.MarkTotals![mark, 0, frame.Mark]);
        }
        var level = call.Over is null ? _scope.Levels.Count : LevelOf(call.Over);
        var index = _scope.Totals.IndexOf(key, () => spec);
        return Total(spec, frame => frame.Totals![index, level, frame.Groups[level]]);
    }

    private AggregateSpec Spec(CallSyntax call, AggregateFunction function)
    {
        _insideAggregate = true;
        try
        {
            var filter = call.Filter is null ? null : Expect(Visit(call.Filter), DataType.Bool, call.Filter.Position);
            if (call.Star)
            {
                if (function != AggregateFunction.Count) throw new ExpressionException("star", $"Only count takes *; {call.Name.ToLowerInvariant()} needs something to work on.", call.Position);
                return new AggregateSpec(AggregateFunction.CountRows, null, filter, DataType.Whole);
            }
            if (call.Arguments.Count != 1) throw new ExpressionException("argument-count", $"{call.Name.ToLowerInvariant()} takes one argument.", call.Position);
            var argument = Visit(call.Arguments[0]);
            if (call.Distinct)
            {
                if (function is not (AggregateFunction.Count or AggregateFunction.Min or AggregateFunction.Max)) throw new ExpressionException("distinct", "DISTINCT is offered with count.", call.Position);
                if (function == AggregateFunction.Count) return new AggregateSpec(AggregateFunction.CountDistinct, argument, filter, DataType.Whole);
            }
            if (function is AggregateFunction.Sum or AggregateFunction.Avg && !argument.Type.IsNumber())
                throw new ExpressionException("type-mismatch", $"{call.Name.ToLowerInvariant()} needs a number, but this is {argument.Type.Words()}.", call.Arguments[0].Position, "Count it instead: count(…).");
            if (function == AggregateFunction.Sum && argument.Kind is FieldKind.Share or FieldKind.Key)
                Warn("sum-of-shares", $"Adding up {(argument.Kind == FieldKind.Share ? "shares" : "keys")} rarely makes sense.", call.Position);
            // A price of the joined row times a number of its own is fine: only what is repeated through and through is counted wrongly.
            if (function is AggregateFunction.Sum or AggregateFunction.Avg && argument.Fields.Count > 0 && argument.Fields.All(f => _scope.Repeated.Contains(_scope.Fields[f].Name)))
                Warn("counted-several-times", $"“{_scope.Fields[argument.Fields.First()].Caption}” is there once for each row that a join added to its table, so this total counts it several times. Take that join out of the dataset, or start from a dataset without it.", call.Position);
            var type = function switch
            {
                AggregateFunction.Count => DataType.Whole,
                AggregateFunction.Avg when argument.Type == DataType.Whole => DataType.Decimal,
                _ => argument.Type,
            };
            return new AggregateSpec(function, argument, filter, type);
        }
        finally
        {
            _insideAggregate = false;
        }
    }

    private static Compiled Total(AggregateSpec spec, Func<Frame, Value> evaluate) => new(spec.Type, Phase.Group, evaluate)
    {
        Fields = (spec.Argument?.Fields ?? new HashSet<int>()).Concat(spec.Filter?.Fields ?? new HashSet<int>()).ToHashSet(),
        Scale = spec.Function == AggregateFunction.Avg && spec.Type == DataType.Decimal ? Math.Max(spec.Argument?.Scale ?? 0, 2) : spec.Argument?.Scale,
        Currency = spec.Argument?.Currency,
        Kind = spec.Type == DataType.Whole && spec.Function is AggregateFunction.Count or AggregateFunction.CountRows or AggregateFunction.CountDistinct ? FieldKind.Plain : spec.Argument?.Kind ?? FieldKind.Plain,
    };

    private int LevelOf(OverSyntax over)
    {
        if (over.Level is null) return 0;
        for (var i = 0; i < _scope.Levels.Count; i++)
            if (string.Equals(_scope.Levels[i], over.Level, StringComparison.OrdinalIgnoreCase)) return i + 1;
        var nearest = Nearest.To(over.Level, _scope.Levels);
        throw new ExpressionException("unknown-level", $"“{over.Level}” is no level around this place.", over.Position, nearest is null ? "Use OVER () for all rows." : $"Did you mean “{nearest}”?");
    }

    /// <summary>What makes two aggregates the same: their text without OVER, which says where a total is looked up, not what it is.</summary>
    private string KeyOf(CallSyntax call)
    {
        var shape = call with { Over = null, Position = 0 };
        return $"{shape.Name}|{shape.Star}|{shape.Distinct}|{string.Join(",", call.Arguments.Select(Describe))}|{(call.Filter is null ? "" : Describe(call.Filter))}";
    }

    private static string Describe(Syntax node) => node switch
    {
        LiteralSyntax l => $"'{l.Value.Type}:{l.Value.Invariant}'",
        NameSyntax n => $"\"{n.Name}\"",
        ParameterSyntax p => ":" + p.Name,
        UnarySyntax u => $"({u.Operator} {Describe(u.Operand)})",
        BinarySyntax b => $"({Describe(b.Left)} {b.Operator} {Describe(b.Right)})",
        BetweenSyntax b => $"({Describe(b.Operand)} {b.Not} between {Describe(b.Low)} {Describe(b.High)})",
        InSyntax i => $"({Describe(i.Operand)} {i.Not} in {string.Join(",", i.Choices.Select(Describe))})",
        InParameterSyntax i => $"({Describe(i.Operand)} {i.Not} in :{i.Parameter.Name})",
        LikeSyntax l => $"({Describe(l.Operand)} {l.Not} like {Describe(l.Pattern)})",
        IsNullSyntax i => $"({Describe(i.Operand)} {i.Not} null)",
        CaseSyntax c => $"(case {(c.Operand is null ? "" : Describe(c.Operand))} {string.Join(",", c.Branches.Select(b => Describe(b.When) + ">" + Describe(b.Then)))} {(c.Else is null ? "" : Describe(c.Else))})",
        CastSyntax c => $"(cast {Describe(c.Operand)} {c.Type} {c.Scale})",
        ExtractSyntax e => $"(extract {e.Part} {Describe(e.Operand)})",
        CallSyntax c => $"{c.Name}({string.Join(",", c.Arguments.Select(Describe))})",
        _ => throw new InvalidOperationException(node.GetType().Name),
    };
}
