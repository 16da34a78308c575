using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Joins;

namespace LucidLattice.Sql.Engines;

/// <summary>The databases by name, each asked through the engine of its kind. Whatever reads a database reads it here.</summary>
public sealed class SqlDatabases(IDatabases databases, IReadOnlyList<ISqlEngine> engines) : IRowReader
{
    public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel)
    {
        var at = Known(query.Dataset.Database);
        return EngineOf(at).Read(at, query, progress, cancel);
    }

    public void Require(DataQuery query)
    {
        var at = Known(query.Dataset.Database);
        EngineOf(at).Require(at, query);
    }

    public string? Stamp(Dataset dataset) => databases.Find(dataset.Database) is { } at ? EngineOf(at).Stamp(at) : null;

    public int? RowsAtMost(Dataset dataset) => databases.Find(dataset.Database) is { } at ? EngineOf(at).RowsAtMost(at, dataset) : null;

    public IReadOnlySet<string> Repeated(Dataset dataset, CancellationToken cancel)
        => databases.Find(dataset.Database) is { } at ? EngineOf(at).Repeated(at, dataset, cancel) : new HashSet<string>();

    /// <inheritdoc cref="ISqlEngine.Effects"/>
    /// <exception cref="DataException">The join is not complete, or cannot be read.</exception>
    public IReadOnlyList<JoinEffect> Effects(Dataset dataset, CancellationToken cancel)
    {
        var at = Known(dataset.Database);
        return EngineOf(at).Effects(at, dataset, cancel);
    }

    /// <inheritdoc cref="ISqlEngine.Tables"/>
    /// <exception cref="DataException">There is no such database, or it cannot be read.</exception>
    public IReadOnlyList<TableInfo> Tables(string database, CancellationToken cancel = default) => Tables(Known(database), cancel);

    /// <summary>As <see cref="Tables(string, CancellationToken)"/>, of a database that may not be registered yet.</summary>
    public IReadOnlyList<TableInfo> Tables(Connection at, CancellationToken cancel = default) => EngineOf(at).Tables(at, cancel);

    /// <inheritdoc cref="ISqlEngine.Describe"/>
    /// <exception cref="DataException">There is no such database, or the SQL is not understood, or wants to do more than read.</exception>
    public SqlDescription Describe(string database, string sql, CancellationToken cancel)
    {
        var at = Known(database);
        return EngineOf(at).Describe(at, sql, cancel);
    }

    /// <inheritdoc cref="ISqlEngine.Sql"/>
    public string Sql(Dataset dataset, IReadOnlyList<Field> fields) => dataset.Source switch
    {
        // What comes on top of the other dataset is calculated after reading.
        DerivedSource { Base: { } from } => Sql(from, FieldsBehind(from, fields)),
        DerivedSource => throw new DataException("dataset-missing",
            $"“{dataset.Name}” starts from a dataset that is not there any more."),
        _ => EngineOf(Known(dataset.Database)).Sql(dataset, fields),
    };

    private static IReadOnlyList<Field> FieldsBehind(Dataset from, IReadOnlyList<Field> fields) => [.. from.Fields.Where(
        f => f.Expression is not { Length: > 0 } && (fields.Count == 0 || fields.Any(own => own.ColumnName == f.Name)))];

    /// <summary>The memory that all engines take in this process now, in bytes.</summary>
    public long MemoryUsed => engines.Sum(e => e.MemoryUsed);

    private Connection Known(string database) => databases.Find(database)
        ?? throw new DataException("unknown-database", $"No database is registered as “{database}”. {databases.Known}");

    private ISqlEngine EngineOf(Connection at) => engines.FirstOrDefault(e => e.Kind == at.Kind)
        ?? throw new DataException("unknown-engine", $"This program cannot read databases of the kind “{at.Kind}”. It reads "
            + $"{string.Join(", ", engines.Select(e => e.Name))}.");
}
