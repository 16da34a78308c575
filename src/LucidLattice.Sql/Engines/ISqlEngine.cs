using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Joins;

namespace LucidLattice.Sql.Engines;

/// <summary>What a SELECT statement gives and asks for.</summary>
/// <param name="Parameters">The names that the SQL asks for, without their colons.</param>
public sealed record SqlDescription(IReadOnlyList<Field> Fields, IReadOnlyList<string> Parameters);

/// <summary>
/// A kind of database: how it is opened for reading alone, its catalogue, its dialect, its types, its limits and what it may be trusted
/// to compute. A new kind is a folder with a class of this and a line in <c>SqlEngines</c>; the tests in <c>EngineContract</c> say what
/// it has to keep to. Every method throws a <see cref="DataException"/> in words for people where the database cannot be read.
/// </summary>
public interface ISqlEngine
{
    /// <summary>As connections name it: <c>sqlite</c>.</summary>
    string Kind { get; }

    /// <summary>As people name it: “SQLite”.</summary>
    string Name { get; }

    /// <summary>Reads rows in the order that the dataset asks for, or else in the database's own. Conditions in
    /// <see cref="DataQuery.Wanted"/> may leave rows out for which they do not hold, never one for which they do.</summary>
    /// <param name="cancel">Ends the query within a step of the engine.</param>
    RowSet Read(Connection at, DataQuery query, RunProgress progress, CancellationToken cancel);

    /// <summary>Prepares what would be read, without reading it: fields that are gone and parameters without a value are found.</summary>
    void Require(Connection at, DataQuery query);

    /// <summary>Changes whenever the data may have changed; null if nobody can tell.</summary>
    string? Stamp(Connection at);

    /// <summary>The most rows that a dataset can have, if that is known without reading them.</summary>
    int? RowsAtMost(Connection at, Dataset dataset);

    /// <summary>The names of fields whose values a join repeats.</summary>
    IReadOnlySet<string> Repeated(Connection at, Dataset dataset, CancellationToken cancel);

    /// <summary>What each join of a dataset does to the number of rows; empty for a dataset without joins.</summary>
    IReadOnlyList<JoinEffect> Effects(Connection at, Dataset dataset, CancellationToken cancel);

    /// <summary>The tables and views. As long as the database does not change, it is looked at once.</summary>
    IReadOnlyList<TableInfo> Tables(Connection at, CancellationToken cancel = default);

    /// <summary>The columns of a SELECT statement, with proposed types, and the names of its parameters. Anything but one statement that
    /// reads is refused.</summary>
    SqlDescription Describe(Connection at, string sql, CancellationToken cancel);

    /// <summary>The SQL of a dataset as it is sent, for those who want to see it.</summary>
    string Sql(Dataset dataset, IReadOnlyList<Field> fields);

    /// <summary>The memory that it takes in this process now, in bytes.</summary>
    long MemoryUsed { get; }
}
