using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>What rows have to fulfil, as a sentence with blanks writes it.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(AllOf), "all")]
[JsonDerivedType(typeof(AnyOf), "any")]
[JsonDerivedType(typeof(FieldCondition), "field")]
[JsonDerivedType(typeof(ExpressionCondition), "expression")]
public abstract record Condition;

/// <summary>Every one of them; none at all holds for every row.</summary>
public sealed record AllOf : Condition
{
    public IReadOnlyList<Condition> Conditions { get; init; } = [];
}

/// <summary>At least one of them; none at all holds for every row, so that an unfinished sentence hides nothing.</summary>
public sealed record AnyOf : Condition
{
    public IReadOnlyList<Condition> Conditions { get; init; } = [];
}

/// <summary>A field held against values, or against a parameter.</summary>
public sealed record FieldCondition : Condition
{
    public required string Field { get; init; }
    public ConditionOperator Is { get; init; }

    /// <summary>Written as the field's type is: 2025-01-31, 12.5, true. Two for <see cref="ConditionOperator.Between"/>, any number for
    /// OneOf.</summary>
    public IReadOnlyList<string> Values { get; init; } = [];

    /// <summary>The name of a parameter that gives the value instead.</summary>
    [Holds(TextForm.ParameterName)]
    public string? Parameter { get; init; }
}

/// <summary>An expression, for what the sentence cannot say.</summary>
public sealed record ExpressionCondition : Condition
{
    [Holds(TextForm.Expression)]
    public required string Expression { get; init; }
}

public enum ConditionOperator
{
    Equal, NotEqual, Less, AtMost, More, AtLeast, Between, OneOf, NoneOf, Contains, StartsWith, EndsWith, Empty,
    NotEmpty,

    /// <summary>Of a date: in the year that is given as a number, or asked for as one; in the quarter, month or week of a day.</summary>
    InYear, InQuarter, InMonth, InWeek,

    /// <summary>In the current day, week, month, quarter or year, in the one before it, or in the current one up to today. The value is the
    /// name of the unit.</summary>
    Current, Previous, ToDate,

    /// <summary>In the last n days, weeks, months, quarters or years, today included. Two values: the number and the unit.</summary>
    InLast,
}

public static class ConditionOperators
{
    /// <summary>The unit of the period in which a day has to be: quarter, month or week; null for operators that ask for no day.</summary>
    public static string? UnitOfDay(this ConditionOperator op) => op switch
    {
        ConditionOperator.InQuarter => "quarter", ConditionOperator.InMonth => "month", ConditionOperator.InWeek => "week", _ => null,
    };
}
