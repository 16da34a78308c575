using System.Text.Json.Serialization;
using LucidLattice.Model.Values;

namespace LucidLattice.Model.Definitions;

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
    [Holds(TextForm.Expression)]
    public string? Expression { get; init; }

    /// <summary>True keeps it out of the lists that authors pick from.</summary>
    public bool Hidden { get; init; }

    /// <summary>Digits after the decimal sign, for decimal fields (0 to 12); null takes as many as the values have, up to
    /// 12. Other types have none.</summary>
    public int? Scale { get => Type == DataType.Decimal ? field : null; init; }
    public FieldKind Kind { get; init; } = FieldKind.Plain;

    /// <summary>ISO 4217 code of a money field; null takes the report's.</summary>
    public string? Currency { get; init; }

    /// <summary>What the codes of a coded field mean, in the order in which they are listed, grouped and drawn; empty for other
    /// fields.</summary>
    public IReadOnlyList<CodedValue> Codes { get; init; } = [];

    /// <summary>True if a total of it means something: a number that is no key, no share and no rate.</summary>
    [JsonIgnore]
    public bool AddsUp => Type.IsNumber() && Codes.Count == 0 && Kind is not (FieldKind.Key or FieldKind.Share or FieldKind.Rate);

    /// <summary>How dates and times are written in the database.</summary>
    public DateEncoding Dates { get; init; } = DateEncoding.Iso;

    /// <summary>The name of the column in its table or query.</summary>
    [JsonIgnore]
    public string ColumnName => Column ?? Name;

    /// <summary>The field without what only people read: what decides how its values are read.</summary>
    [JsonIgnore]
    public Field AsRead =>
        this with { Label = null, Description = null, Hidden = false, Kind = FieldKind.Plain, Currency = null, Codes = [] };

    /// <summary>The field without what never decides a value or an order.</summary>
    [JsonIgnore]
    public Field AsEvaluated => this with { Label = null, Description = null, Hidden = false };

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
public enum FieldKind
{
    Plain, Key, Money, Share, Size, Duration,

    /// <summary>A price, a rate or a measured state, as a temperature: it is averaged, not added up.</summary>
    Rate,
}

/// <summary>Iso: 2025-01-31 or 2025-01-31 06:15:00; Unix: seconds since 1970; Julian: Julian day numbers.</summary>
public enum DateEncoding { Iso, Unix, Julian }
