using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets;

/// <summary>Writes conditions as expressions, so that one language decides what holds.</summary>
public static class ConditionText
{
    /// <summary>The expression of a condition; empty if it holds for every row.</summary>
    /// <exception cref="ExpressionException">A field that is gone, an operator or a value that does not suit its type.</exception>
    public static string Write(Condition? condition, Dataset dataset, IReadOnlyList<Parameter> parameters) => condition switch
    {
        AllOf all => Joined(all.Conditions, " AND ", dataset, parameters),
        AnyOf any => Joined(any.Conditions, " OR ", dataset, parameters),
        FieldCondition field => Write(field, dataset, parameters),
        ExpressionCondition expression => expression.Expression.Trim(),
        _ => "",
    };

    /// <summary>The operators that make sense for a type.</summary>
    public static IReadOnlyList<ConditionOperator> For(DataType type) => type switch
    {
        DataType.Text =>
            [ConditionOperator.Equal, ConditionOperator.NotEqual, ConditionOperator.OneOf, ConditionOperator.NoneOf,
                ConditionOperator.Contains, ConditionOperator.StartsWith, ConditionOperator.EndsWith, ConditionOperator.Empty,
                ConditionOperator.NotEmpty],
        DataType.Bool => [ConditionOperator.Equal, ConditionOperator.NotEqual, ConditionOperator.Empty, ConditionOperator.NotEmpty],
        _ => [.. Numbers, .. type.IsTime() ? DateConditions.All : []],
    };

    private static readonly ConditionOperator[] Numbers =
    [
        ConditionOperator.Equal, ConditionOperator.NotEqual, ConditionOperator.Less, ConditionOperator.AtMost, ConditionOperator.More,
        ConditionOperator.AtLeast, ConditionOperator.Between, ConditionOperator.OneOf, ConditionOperator.NoneOf, ConditionOperator.Empty,
        ConditionOperator.NotEmpty,
    ];

    private static string Joined(IReadOnlyList<Condition> conditions, string by, Dataset dataset, IReadOnlyList<Parameter> parameters)
        => string.Join(by,
            conditions.Select(c => Write(c, dataset, parameters)).Where(text => text.Length > 0).Select(text => $"({text})"));

    private static string Write(FieldCondition condition, Dataset dataset, IReadOnlyList<Parameter> parameters)
    {
        var field = dataset.Fields.FirstOrDefault(f => f.Name == condition.Field)
            ?? throw new ExpressionException("unknown-field",
            $"A condition is about “{condition.Field}”, which “{dataset.Name}” does not have.", 0,
            Nearest.To(condition.Field, dataset.Fields.Select(f => f.Name)) is { } near ? $"Did you mean “{near}”?" : null);
        if (!For(field.Type).Contains(condition.Is))
            throw new ExpressionException("type-mismatch", $"“{field.Caption}” is {field.Type.Words()}, so it cannot be asked that way.", 0,
                "Choose another operator.");
        var name = Names.Quoted(field.Name);
        switch (condition.Is)
        {
            case ConditionOperator.Empty: return field.Type == DataType.Text ? $"{name} IS NULL OR {name} = ''" : $"{name} IS NULL";
            case ConditionOperator.NotEmpty: return field.Type == DataType.Text
                ? $"{name} IS NOT NULL AND {name} <> ''"
                : $"{name} IS NOT NULL";
        }
        if (condition.Parameter is { Length: > 0 } parameter) return OfParameter(condition, field, name, parameter, parameters);
        if (DateConditions.All.Contains(condition.Is)) return DateConditions.Write(condition.Is, name, condition.Values);
        // A condition whose value is still to be chosen hides nothing.
        var values = condition.Values.Where(v => v.Length > 0 || field.Type == DataType.Text
            && condition.Is is ConditionOperator.Equal or ConditionOperator.NotEqual).Select(v => Literal(v, field)).ToList();
        if (values.Count < (condition.Is == ConditionOperator.Between ? 2 : 1)) return "";
        return condition.Is switch
        {
            ConditionOperator.Between =>
                field.Type == DataType.DateTime && condition.Values.All(v => v.Length == 10)
                    ? $"{name} >= {values[0]} AND {name} < {values[1]} + INTERVAL '1' DAY"
                    : $"{name} BETWEEN {values[0]} AND {values[1]}",
            ConditionOperator.OneOf => $"{name} IN ({string.Join(", ", values)})",
            ConditionOperator.NoneOf => $"{name} NOT IN ({string.Join(", ", values)})",
            ConditionOperator.Contains => $"contains({name}, {values[0]})",
            ConditionOperator.StartsWith => $"starts_with({name}, {values[0]})",
            ConditionOperator.EndsWith => $"ends_with({name}, {values[0]})",
            _ => $"{name} {Sign(condition.Is)} {values[0]}",
        };
    }

    private static string OfParameter(FieldCondition condition, Field field, string name, string parameter,
        IReadOnlyList<Parameter> parameters)
    {
        if (parameters.All(p => p.Name != parameter))
            throw new ExpressionException("unknown-parameter",
                $"A condition on “{field.Caption}” asks for “:{parameter}”, which is no parameter here.", 0,
                "Add the parameter, or choose a value.");
        if (DateConditions.All.Contains(condition.Is)) return DateConditions.OfParameter(condition.Is, name, $":{parameter}");
        return condition.Is switch
        {
            ConditionOperator.Equal or ConditionOperator.OneOf or ConditionOperator.Between => $"{name} IN :{parameter}",
            ConditionOperator.NotEqual or ConditionOperator.NoneOf => $"{name} NOT IN :{parameter}",
            ConditionOperator.Contains => $"contains({name}, :{parameter})",
            ConditionOperator.StartsWith => $"starts_with({name}, :{parameter})",
            ConditionOperator.EndsWith => $"ends_with({name}, :{parameter})",
            _ => $"{name} {Sign(condition.Is)} :{parameter}",
        };
    }

    private static string Sign(ConditionOperator op) => op switch
    {
        ConditionOperator.Equal => "=",
        ConditionOperator.NotEqual => "<>",
        ConditionOperator.Less => "<",
        ConditionOperator.AtMost => "<=",
        ConditionOperator.More => ">",
        _ => ">=",
    };

    private static string Literal(string text, Field field)
    {
        if (!ValueText.TryParse(text, field.Type, out var value)
            && !(field.Type == DataType.DateTime && ValueText.TryParse(text, DataType.Date, out value)))
            throw new ExpressionException("type-mismatch", $"“{text}” is not {field.Type.Words()}, which “{field.Caption}” is.", 0,
                $"Write it as {ValueText.Example(field.Type)}.");
        return value.Type switch
        {
            DataType.Text => $"'{value.Text.Replace("'", "''")}'",
            DataType.Date => $"DATE '{value.Invariant}'",
            DataType.DateTime => $"TIMESTAMP '{value.Invariant}'",
            DataType.Bool => value.Bool ? "TRUE" : "FALSE",
            // A minus sign of its own would be read as subtracting.
            _ => value.Invariant.StartsWith('-') ? $"({value.Invariant})" : value.Invariant,
        };
    }
}
