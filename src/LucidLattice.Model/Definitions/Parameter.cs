using System.Text.Json.Serialization;
using LucidLattice.Model.Values;

namespace LucidLattice.Model.Definitions;

/// <summary>A value that is asked for, or carried by a link, before the report runs. Used as <c>:name</c>.</summary>
public sealed record Parameter
{
    /// <summary>Letters, digits and underscores, not starting with a digit.</summary>
    [Holds(TextForm.ParameterName)]
    public required string Name { get; init; }
    public required DataType Type { get; init; }

    /// <summary>One value, several, or a period. Conditions on any of them are written <c>field IN :name</c>.</summary>
    public ParameterShape Shape { get; init; }
    public string? Label { get; init; }

    /// <summary>A sentence for those who do not know what to give.</summary>
    public string? Help { get; init; }

    /// <summary>
    /// An expression worked out when nobody gives a value; it may use other parameters, in any order. <c>*</c> stands for every
    /// one. Of several values it gives one, or a JSON array of texts gives more; of a period it gives the first day.
    /// </summary>
    [Holds(TextForm.Expression)]
    public string? Default { get; init; }

    /// <summary>The last day of a period, likewise.</summary>
    [Holds(TextForm.Expression)]
    public string? DefaultEnd { get; init; }

    /// <summary>True if the report cannot run without a value.</summary>
    public bool Required { get; init; }

    /// <summary>Who may set it. The server refuses values from anybody else.</summary>
    public SetBy SetBy { get; init; } = SetBy.Reader;

    /// <summary>True keeps a value that readers cannot set out of their sight.</summary>
    public bool Hidden { get; init; }

    /// <summary>The values to choose from; null lets readers type any.</summary>
    public Choices? Choices { get; init; }

    /// <summary>What the choice of every one is called (“every region”); null does not offer it. It drops the conditions on the parameter,
    /// and rows without a value stay.</summary>
    public string? Every { get; init; }

    /// <summary>What people read: the label, or else the name.</summary>
    [JsonIgnore]
    public string Caption => Label ?? Name.Replace('_', ' ');
}

public enum ParameterShape { Single, Several, Period }

/// <summary>Reader: readers, and links that lead here; Link: links alone; Nobody: always the default.</summary>
public enum SetBy { Reader, Link, Nobody }

/// <summary>Where the values to choose from come from.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(FixedChoices), "fixed")]
[JsonDerivedType(typeof(DatasetChoices), "dataset")]
public abstract record Choices;

/// <summary>A list that the author wrote, in its order.</summary>
public sealed record FixedChoices : Choices
{
    public IReadOnlyList<FixedChoice> Values { get; init; } = [];
}

/// <param name="Value">Written as its type is: 2025-01-31, 12.5, true.</param>
/// <param name="Label">What people read; null for the value itself.</param>
public sealed record FixedChoice(string Value, string? Label = null);

/// <summary>The distinct values of a dataset's rows. Rows without a value are no choice.</summary>
public sealed record DatasetChoices : Choices
{
    /// <summary>The id of one of the report's datasets.</summary>
    public required string Dataset { get; init; }

    /// <summary>A row-phase expression that gives the value.</summary>
    [Holds(TextForm.Expression)]
    public required string Value { get; init; }

    /// <summary>A row-phase expression that gives what people read; null for the value itself.</summary>
    [Holds(TextForm.Expression)]
    public string? Label { get; init; }

    /// <summary>A row-phase condition, which may use other parameters: <c>region IN :region</c>.</summary>
    [Holds(TextForm.Expression)]
    public string? Filter { get; init; }
    public ChoiceOrder Order { get; init; }

    /// <summary>Which choice stands there where nobody gives a value, and where the default gives none or one that is not offered, as the
    /// last of the years that there are; null for none of them.</summary>
    public InitialChoice? Initial { get; init; }

    /// <summary>True offers the dataset's rows before its own conditions: what a condition on this very parameter would otherwise
    /// hide.</summary>
    public bool Unfiltered { get; init; }
}

/// <summary>The first or the last of the choices, in their order.</summary>
public enum InitialChoice { First, Last }

/// <summary>Label: by what people read, coded fields in the order of their codes.</summary>
public enum ChoiceOrder { Label, Value, AsRead }
