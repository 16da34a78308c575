using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>What rows are grouped by: rows with the same value of <see cref="By"/> stand together. A level of a section is one, and so
/// is a field of a crosstab.</summary>
public abstract record GroupedBy
{
    [JsonPropertyOrder(-1)]
    public required string Id { get; init; }

    /// <summary>Unique among levels, and no field's name: OVER (PARTITION BY name) refers to it.</summary>
    [JsonPropertyOrder(-1)]
    public required string Name { get; init; }

    /// <summary>A row-phase expression whose value is the group's key.</summary>
    [JsonPropertyOrder(-1)]
    [Holds(TextForm.Expression)]
    public required string By { get; init; }
    [JsonPropertyOrder(-1)]
    public bool Descending { get; init; }

    /// <summary>A total by which groups stand in order, as <c>sum(fare)</c>; null puts them in the order of their keys. Groups without one
    /// come last.</summary>
    [JsonPropertyOrder(-1)]
    [Holds(TextForm.Expression)]
    public string? OrderBy { get; init; }

    /// <summary>A condition over a group's totals; groups for which it is not true are left out, and out of all totals around
    /// them.</summary>
    [JsonPropertyOrder(-1)]
    [Holds(TextForm.Expression)]
    public string? Keep { get; init; }

    /// <summary>Only so many groups of each group around them, the first ones in their order; the others are left out likewise. Null keeps
    /// all.</summary>
    [JsonPropertyOrder(-1)]
    public int? First { get; init; }

    /// <summary>What the groups beyond <see cref="First"/> are called, which then follow as one group and are in the totals around; null
    /// leaves them out.</summary>
    [JsonPropertyOrder(-1)]
    public string? Others { get; init; }

    /// <summary>Keys that make one group under a name, in the order of the list; null makes a group of each key.</summary>
    [JsonPropertyOrder(-1)]
    public NamedGroups? Groups { get; init; }

    /// <summary>What a group is called, as a row-phase expression over its first row, where its key is no name; null for its key.</summary>
    [JsonPropertyOrder(-1)]
    [Holds(TextForm.Expression)]
    public string? Label { get; init; }

    /// <summary>What the group of rows without a key is called; null for the words of the report's language.</summary>
    [JsonPropertyOrder(-1)]
    public string? EmptyName { get; init; }

    /// <summary>True prints no header and no footer around rows without a key, and lists them in no contents: they stand right in the group
    /// around.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault), JsonPropertyOrder(-1)]
    public bool OmitEmpty { get; init; }

    /// <summary>True begins with what is inside of its groups hidden; whoever reads on a screen opens them one by one. Totals count
    /// everything.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault), JsonPropertyOrder(-1)]
    public bool Closed { get; init; }

    /// <summary>Prints groups without rows where keys that follow one another have gaps, as months without sailings; null prints
    /// none.</summary>
    [JsonPropertyOrder(-1)]
    public LevelFill? Fill { get; init; }

    /// <summary>A Unicode LDML pattern for the keys where groups are listed by name; null takes the one that suits them.</summary>
    [JsonPropertyOrder(-1)]
    public string? Pattern { get; init; }
}

/// <summary>Which keys have groups though no row has them.</summary>
/// <param name="From">A constant expression for the first one, as <c>period_start(:period)</c>; null takes the first that a row
/// has.</param>
/// <param name="To">The last one, likewise.</param>
public sealed record LevelFill([property: Holds(TextForm.Expression)] string? From = null,
    [property: Holds(TextForm.Expression)] string? To = null);
