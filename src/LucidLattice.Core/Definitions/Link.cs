using System.Text.Json.Serialization;

namespace LucidLattice.Core.Definitions;

/// <summary>A drill-down link: what a click opens, where, and every value it carries.</summary>
public sealed record Link
{
    /// <summary>The id of the report that opens; its published version is shown.</summary>
    public required string Report { get; init; }

    /// <summary>The id of the sheet of that report which is shown; null for its first one.</summary>
    public string? Sheet { get; init; }
    public OpenIn Open { get; init; } = OpenIn.Beside;
    public IReadOnlyList<CarriedValue> Carries { get; init; } = [];

    /// <summary>True makes one link of a whole chart, instead of one for each mark.</summary>
    public bool Whole { get; init; }
}

public enum OpenIn { Beside, Here, NewTab }

/// <summary>A value that a link gives to a parameter of the report it opens.</summary>
public sealed record CarriedValue
{
    /// <summary>The name of the target's parameter, without the colon.</summary>
    public required string Parameter { get; init; }
    public required ValueSource From { get; init; }
}

/// <summary>Where a carried value comes from.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(CategorySource), "category")]
[JsonDerivedType(typeof(SeriesSource), "series")]
[JsonDerivedType(typeof(LevelSource), "level")]
[JsonDerivedType(typeof(ParameterSource), "parameter")]
[JsonDerivedType(typeof(FixedSource), "fixed")]
[JsonDerivedType(typeof(ExpressionSource), "expression")]
public abstract record ValueSource;

/// <summary>The category of the mark that was clicked.</summary>
public sealed record CategorySource : ValueSource
{
    public KeyPart Part { get; init; }
}

/// <summary>All of a key: a value, the days of a period, the keys of a category that stands for several; or one end of a range or a
/// period.</summary>
public enum KeyPart { Whole, Start, End }

/// <summary>The series of the mark that was clicked.</summary>
public sealed record SeriesSource : ValueSource;

/// <summary>The key of the group around the chart, at the level with this id.</summary>
public sealed record LevelSource : ValueSource
{
    public required string Level { get; init; }
    public KeyPart Part { get; init; }
}

/// <summary>The value that a parameter of this report has in the run that was clicked.</summary>
public sealed record ParameterSource : ValueSource
{
    public required string Name { get; init; }
}

/// <summary>What an expression gives where the link stands: a field of the row, or something of the group.</summary>
public sealed record ExpressionSource : ValueSource
{
    public required string Expression { get; init; }
}

/// <summary>Always the same value, written as its parameter's type is (2025-01-31, 12.5, true).</summary>
public sealed record FixedSource : ValueSource
{
    public required string Value { get; init; }
}
