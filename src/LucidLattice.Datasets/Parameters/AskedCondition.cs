using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets.Parameters;

/// <summary>A condition whose value the reader gives, with the parameters that ask for it.</summary>
/// <param name="Parameters">All parameters of the dataset, the new ones last.</param>
public sealed record AskedCondition(Condition Condition, IReadOnlyList<Parameter> Parameters)
{
    /// <summary>
    /// Lets the reader give a condition's value: the parameter that fits its operator and its field, with the values of the rows to
    /// choose from and what stood there as the default. The same question is asked once.
    /// </summary>
    public static AskedCondition Ask(Dataset dataset, FieldCondition condition)
    {
        if (dataset.Fields.FirstOrDefault(f => f.Name == condition.Field) is not { } field)
            return new AskedCondition(condition, dataset.Parameters);
        // A span of numbers is asked for by its two ends.
        if (condition.Is == ConditionOperator.Between && !field.Type.IsTime())
        {
            var low = Ask(dataset, condition with { Is = ConditionOperator.AtLeast, Values = [.. condition.Values.Take(1)] });
            var high = Ask(dataset with { Parameters = low.Parameters },
                condition with { Is = ConditionOperator.AtMost, Values = [.. condition.Values.Skip(1).Take(1)] });
            return new AskedCondition(new AllOf { Conditions = [low.Condition, high.Condition] }, high.Parameters);
        }
        var wanted = condition.Is == ConditionOperator.InYear ? Year(dataset, field, condition)
            : condition.Is.UnitOfDay() is { } unit ? DayOf(unit, field, condition) : ParameterFor(dataset, field, condition);
        var known = dataset.Parameters.FirstOrDefault(p => Same(p.Name, wanted.Name) && p.Type == wanted.Type && p.Shape == wanted.Shape);
        var asked = known ?? wanted with { Name = ParameterNames.Free(wanted.Name, dataset.Parameters) };
        return new AskedCondition(condition with { Values = [], Parameter = asked.Name },
            known is null ? [.. dataset.Parameters, asked] : dataset.Parameters);
    }

    /// <summary>Asks for one of the years that there are, the last one at first.</summary>
    private static Parameter Year(Dataset dataset, Field field, FieldCondition condition) => new()
    {
        Name = "year", Type = DataType.Whole, Label = "Year", Required = true,
        Default = condition.Values.Count > 0 && condition.Values[0].Length > 0 ? condition.Values[0] : null,
        Choices = new DatasetChoices
        {
            Dataset = dataset.Id, Value = $"EXTRACT(YEAR FROM {Names.Quoted(field.Name)})", Order = ChoiceOrder.Value, Unfiltered = true,
            Initial = InitialChoice.Last,
        },
    };

    /// <summary>Asks for any day of a quarter, month or week, today at first.</summary>
    private static Parameter DayOf(string unit, Field field, FieldCondition condition) => new()
    {
        Name = unit, Type = DataType.Date, Label = $"{char.ToUpperInvariant(unit[0])}{unit[1..]}", Help = "Any day of it.", Required = true,
        Default = condition.Values.Count > 0 && condition.Values[0].Length > 0 ? Literals.Write(DataType.Date, condition.Values[0])
            : "CURRENT_DATE",
    };

    private static Parameter ParameterFor(Dataset dataset, Field field, FieldCondition condition)
    {
        var values = condition.Values;
        var (start, words) = condition.Is switch
        {
            ConditionOperator.More or ConditionOperator.AtLeast => ("least_", ", at least"),
            ConditionOperator.Less or ConditionOperator.AtMost => ("most_", ", at most"),
            _ => ("", ""),
        };
        var shape = condition.Is switch
        {
            ConditionOperator.OneOf or ConditionOperator.NoneOf => ParameterShape.Several,
            ConditionOperator.Between => ParameterShape.Period,
            _ => ParameterShape.Single,
        };
        var type = shape == ParameterShape.Period ? DataType.Date : field.Type;
        var isListed = condition.Is is ConditionOperator.Equal or ConditionOperator.NotEqual or ConditionOperator.OneOf
            or ConditionOperator.NoneOf;
        return new Parameter
        {
            Name = Names.Parameter(start + field.Name),
            Type = type,
            Shape = shape,
            Label = field.Caption + words,
            Choices = isListed && field.Type != DataType.Bool
                ? new DatasetChoices { Dataset = dataset.Id, Value = Names.Quoted(field.Name), Unfiltered = true }
                : null,
            Default = shape == ParameterShape.Several ? Several(values) : values.Count == 0 ? null : Literals.Write(type, values[0]),
            DefaultEnd = shape == ParameterShape.Period && values.Count > 1 ? Literals.Write(type, values[1]) : null,
            Every = shape == ParameterShape.Several ? $"every {MidSentence.Of(field.Caption)}" : null,
            Required = values.Count == 0 && shape != ParameterShape.Several,
        };
    }

    private static string Several(IReadOnlyList<string> values) =>
        values.Count == 0 ? "*" : System.Text.Json.JsonSerializer.Serialize(values, ReportJson.Options);

    private static bool Same(string a, string b) => string.Equals(a, b, StringComparison.OrdinalIgnoreCase);
}
