using System.Text.Json;
using System.Text.Json.Serialization;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Model.Definitions;

/// <summary>Where the columns of a dataset come from.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(TableSource), "table")]
[JsonDerivedType(typeof(JoinSource), "join")]
[JsonDerivedType(typeof(QuerySource), "query")]
[JsonDerivedType(typeof(DerivedSource), "derived")]
public abstract record DatasetSource;

/// <summary>A table or a view.</summary>
public sealed record TableSource : DatasetSource
{
    public required string Table { get; init; }
}

/// <summary>One SELECT statement. <c>:name</c> in it is a bound parameter of the report.</summary>
public sealed record QuerySource : DatasetSource
{
    [Holds(TextForm.Sql)]
    public required string Sql { get; init; }
}

/// <summary>The rows of another dataset, after its own conditions, order and limit.</summary>
public sealed record DerivedSource : DatasetSource
{
    /// <summary>The id of the kept dataset.</summary>
    public required string Dataset { get; init; }

    /// <summary>What that dataset says: filled in whenever a dataset is taken from the shelf, so that a report file stays whole by
    /// itself.</summary>
    [JsonIgnore]
    public Dataset? Base { get; init; }

    /// <summary><see cref="Base"/> as it is written. Descriptions of the format are made from the records, and would run in a circle with a
    /// dataset inside of a dataset.</summary>
    [JsonPropertyName("base"), ExcludedFromHash]
    public JsonElement? Written
    {
        get => Base is null ? null : JsonSerializer.SerializeToElement(Base, ReportJson.Options);
        init => Base = value?.Deserialize<Dataset>(ReportJson.Options);
    }
}

/// <summary>Several tables, each joined to one of those before it; the first one starts.</summary>
public sealed record JoinSource : DatasetSource
{
    public IReadOnlyList<JoinedTable> Tables { get; init; } = [];
}

/// <summary>A table that takes part in a join. The same table may take part several times, under different ids.</summary>
public sealed record JoinedTable
{
    /// <summary>Names the table within the join; fields say which they come from.</summary>
    public required string Id { get; init; }
    public required string Table { get; init; }

    /// <summary>How it is joined; null for the first one.</summary>
    public Join? Join { get; init; }

    /// <summary>Where its card lies on the canvas, in pixels.</summary>
    [ExcludedFromHash]
    public double X { get; init; }

    [ExcludedFromHash]
    public double Y { get; init; }
}

/// <summary>A join to a table before.</summary>
public sealed record Join
{
    /// <summary>The id of the table that it joins.</summary>
    public required string To { get; init; }
    public JoinKind Kind { get; init; }

    /// <summary>The columns that have to be equal: all pairs of a key of several columns.</summary>
    public IReadOnlyList<KeyPair> On { get; init; } = [];
}

/// <param name="Column">Of the joined table.</param>
/// <param name="To">Of the table that it joins.</param>
public sealed record KeyPair(string Column, string To);

/// <summary>Inner: only rows with a match; Left: all rows before, empty where there is no match; Unmatched: only rows before that have no
/// match.</summary>
public enum JoinKind { Inner, Left, Unmatched }
