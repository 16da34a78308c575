using System.Text.Json.Serialization;
using LucidLattice.Core.Data;

namespace LucidLattice.Core.Definitions;

/// <summary>Rows with declared types, from a table, a view or a query of a registered database.</summary>
public sealed record Dataset
{
    public required string Id { get; init; }
    public required string Name { get; init; }

    /// <summary>The name of a registered database.</summary>
    public required string Database { get; init; }
    public required DatasetSource Source { get; init; }
    public IReadOnlyList<Field> Fields { get; init; } = [];

    /// <summary>The most rows that are read; a cut-off is a problem that is stated wherever the report appears.</summary>
    public int? RowLimit { get; init; }
}

[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(TableSource), "table")]
[JsonDerivedType(typeof(QuerySource), "query")]
public abstract record DatasetSource;

/// <summary>A table or a view.</summary>
public sealed record TableSource : DatasetSource
{
    public required string Table { get; init; }
}

/// <summary>One SELECT statement. <c>:name</c> in it is a bound parameter of the report.</summary>
public sealed record QuerySource : DatasetSource
{
    public required string Sql { get; init; }
}

/// <summary>A field with the type that it is declared to have; SQLite's own columns have none.</summary>
public sealed record Field
{
    public required string Name { get; init; }
    public required DataType Type { get; init; }
    public string? Label { get; init; }

    /// <summary>Digits after the decimal sign, for decimal fields (0 to 12).</summary>
    public int Scale { get; init; } = 2;
    public FieldKind Kind { get; init; } = FieldKind.Plain;

    /// <summary>How dates and times are written in the database.</summary>
    public DateEncoding Dates { get; init; } = DateEncoding.Iso;

    /// <summary>What people read: the label, or else the name with its first letter raised.</summary>
    [JsonIgnore]
    public string Caption => Label ?? (Name.Length == 0 ? "" : char.ToUpperInvariant(Name[0]) + Name[1..].Replace('_', ' '));
}

/// <summary>What a number means: decides its pattern and whether adding it up makes sense.</summary>
public enum FieldKind { Plain, Key, Money, Share, Size, Duration }

/// <summary>Iso: 2025-01-31 or 2025-01-31 06:15:00; Unix: seconds since 1970; Julian: Julian day numbers.</summary>
public enum DateEncoding { Iso, Unix, Julian }
