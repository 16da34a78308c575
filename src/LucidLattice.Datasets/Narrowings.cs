using LucidLattice.Data;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets;

/// <summary>Finds in a condition what a database can use to read fewer rows: comparisons of a column with what is the same for all
/// rows.</summary>
public sealed class Narrowings
{
    private readonly Scope _scope;
    private readonly Frame _frame;

    private Narrowings(Scope scope, Frame frame) => (_scope, _frame) = (scope, frame);

    /// <param name="condition">One that compiles in the scope.</param>
    /// <param name="query">Gives the parameters with their values, and the clock.</param>
    /// <returns>What holds for every row for which the condition does; nothing if nothing plain can be said.</returns>
    public static IReadOnlyList<Narrowing> FromCondition(string condition, DataQuery query)
    {
        var scope = new Scope { Fields = query.Dataset.Fields, Parameters = query.Definitions, Allowed = Phase.Row };
        var frame = new Frame { Parameters = [.. query.Values], Now = query.Now, Collation = new Collation(query.Language) };
        return condition.Length == 0 ? [] : [.. new Narrowings(scope, frame).In(Parser.Parse(condition))];
    }

    private IEnumerable<Narrowing> In(Syntax node) => node switch
    {
        BinarySyntax { Operator: "AND" } both => In(both.Left).Concat(In(both.Right)),
        BinarySyntax { Operator: "=" } equal => OneOf(equal.Left, [equal.Right]).Concat(OneOf(equal.Right, [equal.Left])),
        BinarySyntax { Operator: ">" or ">=" } more =>
        Bound(more.Left, NarrowingKind.AtLeast, more.Right).Concat(Bound(more.Right, NarrowingKind.AtMost, more.Left)),
        BinarySyntax { Operator: "<" or "<=" } less =>
        Bound(less.Left, NarrowingKind.AtMost, less.Right).Concat(Bound(less.Right, NarrowingKind.AtLeast, less.Left)),
        BetweenSyntax { Not: false } between =>
        Bound(between.Operand, NarrowingKind.AtLeast, between.Low).Concat(Bound(between.Operand, NarrowingKind.AtMost, between.High)),
        InParameterSyntax { Not: false } among => Among(among.Operand, among.Parameter),
        InSyntax { Not: false, Choices: [ParameterSyntax only] } among => Among(among.Operand, only),
        InSyntax { Not: false } among => OneOf(among.Operand, among.Choices),
        IsNullSyntax { Not: true } notEmpty when Column(notEmpty.Operand) is { } field => [new(field, NarrowingKind.NotEmpty, [])],
        _ => [],
    };

    private IEnumerable<Narrowing> Bound(Syntax column, NarrowingKind kind, Syntax bound)
        => Column(column) is { } field && Constant(bound) is { IsNull: false } value ? [new(field, kind, [value])] : [];

    private IEnumerable<Narrowing> OneOf(Syntax column, IReadOnlyList<Syntax> choices)
    {
        // What may ask for rows without a value leaves those in.
        if (Column(column) is not { } field || choices.Any(c => c is ParameterSyntax p && ValueOf(p).IsEmpty)) return [];
        var values = choices.Select(Constant).ToList();
        // One that differs from row to row leaves everything open; an empty one is equal to nothing.
        return values.Any(v => v is null) || values.All(v => v!.Value.IsNull)
            ? []
            : [new(field, NarrowingKind.OneOf, [.. values.Select(v => v!.Value).Where(v => !v.IsNull)])];
    }

    private IEnumerable<Narrowing> Among(Syntax column, ParameterSyntax parameter)
    {
        if (Column(column) is not { } field || ValueOf(parameter) is not { IsNull: false } value) yield break;
        switch (value.Type)
        {
            case DataType.Every:
            case DataType.Empty:
            case DataType.List when value.List.Contains(Value.Empty):
                break;
            case DataType.List:
                yield return new(field, NarrowingKind.OneOf, value.List.Values);
                break;
            case DataType.Period:
                if (value.Period.From is { } from) yield return new(field, NarrowingKind.AtLeast, [Value.Of(from)]);
                // The last moment of a day has no name, so the next day is the bound.
                if (value.Period.End is { } end) yield return new(field, NarrowingKind.AtMost, [Value.Of(end)]);
                break;
            default:
                yield return new(field, NarrowingKind.OneOf, [value]);
                break;
        }
    }

    /// <summary>The field that a name means, if it is read and not worked out.</summary>
    private Field? Column(Syntax node)
        => node is NameSyntax && Compiler.Compile(node, _scope).Field is { } index
            && _scope.Fields[index] is { Expression: not { Length: > 0 } } field ? field : null;

    private Value ValueOf(ParameterSyntax parameter)
    {
        for (var i = 0; i < _scope.Parameters.Count; i++)
            if (string.Equals(_scope.Parameters[i].Name, parameter.Name, StringComparison.OrdinalIgnoreCase)) return _frame.Parameters[i];
        return Value.Null;
    }

    /// <summary>The value of what is the same for all rows; null for anything else.</summary>
    private Value? Constant(Syntax node) => node.FieldNames().Any() ? null : _frame.Try(Compiler.Compile(node, _scope));
}
