using System.Text.Json;
using System.Text.Json.Serialization;
using LucidLattice.Core.Data;

namespace LucidLattice.Core.Definitions;

/// <summary>
/// Rows with declared types: from a table, a view, joined tables or a query of a registered database; then worked-out fields,
/// conditions, distinct rows, an order and a limit, in this order.
/// </summary>
public sealed record Dataset
{
    public required string Id { get; init; }
    public required string Name { get; init; }
    public string? Description { get; init; }

    /// <summary>In a report: the id of the kept dataset that this is a copy of. The report follows it when its author says so.</summary>
    public string? CopyOf { get; init; }

    /// <summary>The name of a registered database.</summary>
    public required string Database { get; init; }
    public required DatasetSource Source { get; init; }
    public IReadOnlyList<Field> Fields { get; init; } = [];

    /// <summary>Only rows for which it holds are kept; null keeps all.</summary>
    public Condition? Filter { get; init; }

    /// <summary>True leaves of rows that are equal in all fields only the first.</summary>
    public bool Distinct { get; init; }

    /// <summary>The dataset's own order, by its fields; reports may order again.</summary>
    public IReadOnlyList<SortKey> Sort { get; init; } = [];

    /// <summary>The most rows that are read; a cut-off is a problem that is stated wherever the report appears.</summary>
    public int? RowLimit { get; init; }

    /// <summary>The most seconds that its query may take; null takes the program's own limit, which it cannot exceed.</summary>
    public int? SecondsLimit { get; init; }

    /// <summary>In a kept dataset: the parameters that its conditions and its SQL ask for. A report made from it takes them over.</summary>
    public IReadOnlyList<Parameter> Parameters { get; init; } = [];

    /// <summary>In a kept dataset: what a report made from it starts with; null takes its first fields as columns.</summary>
    public Starter? Starter { get; init; }
}

/// <summary>What a new report over a dataset starts with. All of it can be changed in the report.</summary>
public sealed record Starter
{
    /// <summary>Names of fields, in the order of the columns.</summary>
    public IReadOnlyList<string> Columns { get; init; } = [];

    /// <summary>Names of fields among the columns that get a total.</summary>
    public IReadOnlyList<string> Totals { get; init; } = [];

    /// <summary>The field by which rows are grouped, or null.</summary>
    public string? GroupBy { get; init; }

    /// <summary>The field whose values become the categories of a chart, or null for no chart.</summary>
    public string? ChartOf { get; init; }
}

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
    public required string Sql { get; init; }
}

/// <summary>The rows of another dataset, after its own conditions, order and limit.</summary>
public sealed record DerivedSource : DatasetSource
{
    /// <summary>The id of the kept dataset.</summary>
    public required string Dataset { get; init; }

    /// <summary>What that dataset says: filled in whenever a dataset is taken from the shelf, so that a report file stays whole by itself.</summary>
    [JsonIgnore]
    public Dataset? Base { get; init; }

    /// <summary><see cref="Base"/> as it is written. Descriptions of the format are made from the records, and would run in a circle with a dataset inside of a dataset.</summary>
    [JsonPropertyName("base")]
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
    public double X { get; init; }
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

/// <summary>Inner: only rows with a match; Left: all rows before, empty where there is no match; Unmatched: only rows before that have no match.</summary>
public enum JoinKind { Inner, Left, Unmatched }

/// <summary>A field with the type that it is declared to have; SQLite's own columns have none.</summary>
public sealed record Field
{
    public required string Name { get; init; }
    public required DataType Type { get; init; }
    public string? Label { get; init; }
    public string? Description { get; init; }

    /// <summary>In a join: the id of the table that it comes from.</summary>
    public string? Table { get; init; }

    /// <summary>The column that it comes from, where that is called otherwise.</summary>
    public string? Column { get; init; }

    /// <summary>A row-phase expression over other fields, for a field that is worked out.</summary>
    public string? Expression { get; init; }

    /// <summary>True keeps it out of the lists that authors pick from.</summary>
    public bool Hidden { get; init; }

    /// <summary>Digits after the decimal sign, for decimal fields (0 to 12).</summary>
    public int Scale { get; init; } = 2;
    public FieldKind Kind { get; init; } = FieldKind.Plain;

    /// <summary>ISO 4217 code of a money field; null takes the report's.</summary>
    public string? Currency { get; init; }

    /// <summary>What the codes of a coded field mean, in the order in which they are listed, grouped and drawn; empty for other fields.</summary>
    public IReadOnlyList<CodedValue> Codes { get; init; } = [];

    /// <summary>How dates and times are written in the database.</summary>
    public DateEncoding Dates { get; init; } = DateEncoding.Iso;

    /// <summary>The name of the column in its table or query.</summary>
    [JsonIgnore]
    public string ColumnName => Column ?? Name;

    /// <summary>The field without what only people read: what decides how its values are read.</summary>
    [JsonIgnore]
    public Field AsRead => this with { Label = null, Description = null, Hidden = false, Kind = FieldKind.Plain, Currency = null, Codes = [] };

    /// <summary>What people read: the label, or else the name with its first letter raised.</summary>
    [JsonIgnore]
    public string Caption => Label ?? (Name.Length == 0 ? "" : char.ToUpperInvariant(Name[0]) + Name[1..].Replace('_', ' '));
}

/// <summary>One code of a coded field.</summary>
/// <param name="Code">Written as the field's type is: sailed, 3, true.</param>
/// <param name="Label">What people read instead of it.</param>
/// <param name="Color">#RRGGBB of its marks in charts; null for the chart's own.</param>
public sealed record CodedValue(string Code, string Label, string? Color = null);

/// <summary>What a number means: decides its pattern and whether adding it up makes sense.</summary>
public enum FieldKind { Plain, Key, Money, Share, Size, Duration }

/// <summary>Iso: 2025-01-31 or 2025-01-31 06:15:00; Unix: seconds since 1970; Julian: Julian day numbers.</summary>
public enum DateEncoding { Iso, Unix, Julian }
