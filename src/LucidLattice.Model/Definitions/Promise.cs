using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>Something that must hold of the report's figures: two numbers compared. It is tried when the report is published or checked,
/// with the report's defaults.</summary>
public sealed record Promise
{
    public required string Id { get; init; }

    /// <summary>What it is called; null for its sentence.</summary>
    public string? Name { get; init; }
    public required PromisedNumber Left { get; init; }
    public PromiseIs Is { get; init; }
    public required PromisedNumber Right { get; init; }

    /// <summary>By how much the two may differ and still be equal.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public double Within { get; init; }

    /// <summary>How many a report may make.</summary>
    public const int Most = 50;
}

public enum PromiseIs { Equal, AtMost, AtLeast }

/// <summary>A number that a promise compares.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(PrintedTotal), "printed")]
[JsonDerivedType(typeof(DatasetTotal), "dataset")]
[JsonDerivedType(typeof(PlainNumber), "number")]
public abstract record PromisedNumber;

/// <summary>What an element of a report header or footer prints.</summary>
public sealed record PrintedTotal : PromisedNumber
{
    /// <summary>The id of another report, of which the published version is meant; null for this one.</summary>
    public string? Report { get; init; }
    public required string Element { get; init; }
}

/// <summary>A total over all rows of one of the report's datasets, as <c>count(*) FILTER (WHERE region IS NULL)</c>.</summary>
public sealed record DatasetTotal : PromisedNumber
{
    public required string Dataset { get; init; }
    [Holds(TextForm.Expression)]
    public required string Expression { get; init; }
}

public sealed record PlainNumber : PromisedNumber
{
    public decimal Value { get; init; }
}
