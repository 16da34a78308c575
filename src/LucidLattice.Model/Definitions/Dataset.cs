using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

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

    /// <summary>The dataset without what is done to its columns once they were read, and without what authors say about it.</summary>
    [JsonIgnore]
    public Dataset AsRead => this with
    {
        Description = null, CopyOf = null, Fields = [], Filter = null, Distinct = false, Sort = [], Parameters = [], Starter = null,
    };
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
