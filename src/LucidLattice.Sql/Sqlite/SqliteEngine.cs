using System.Collections.Concurrent;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Joins;

namespace LucidLattice.Sql.Sqlite;

/// <summary>SQLite files, opened for reading alone.</summary>
public sealed class SqliteEngine(IDatabases databases, QueryLimits? limits = null) : ISqlEngine
{
    private const int MostSchemas = 100;
    private readonly ConcurrentDictionary<string, (string Stamp, IReadOnlyList<TableInfo> Tables)> _schemas = new();
    private readonly SqliteReader _rows = new(databases, limits);
    private readonly JoinLook _joins = new(databases, limits);

    public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel) => _rows.Read(query, progress, cancel);

    public void Require(DataQuery query) => _rows.Require(query);

    public string? Stamp(Dataset dataset) => _rows.Stamp(dataset);

    public int? RowsAtMost(Dataset dataset) => _rows.RowsAtMost(dataset);

    public IReadOnlySet<string> Repeated(Dataset dataset, CancellationToken cancel) =>
        _joins.Repeated(dataset, _rows.Stamp(dataset), cancel);

    public IReadOnlyList<TableInfo> Tables(string path, CancellationToken cancel = default)
    {
        var stamp = SqliteReader.StampOf(path);
        if (_schemas.TryGetValue(path, out var known) && known.Stamp == stamp)
        {
            // Whether it may be read is asked each time.
            GuardedFile.Check(path);
            return known.Tables;
        }
        var tables = SchemaReader.Read(path, cancel);
        if (_schemas.Count > MostSchemas) _schemas.Clear();
        _schemas[path] = (stamp, tables);
        return tables;
    }


    public SqlDescription Describe(string path, string sql, CancellationToken cancel)
    {
        var fields = SchemaReader.Describe(path, sql, cancel);
        using var connection = SafeConnection.Open(path, limits ?? QueryLimits.Default, cancel);
        return new SqlDescription(fields, [.. connection.ParameterNames(sql).Distinct()]);
    }

    public IReadOnlyList<JoinEffect> Effects(Dataset dataset, CancellationToken cancel) =>
        _joins.Effects(dataset, _rows.Stamp(dataset), cancel);

    public string Sql(Dataset dataset, IReadOnlyList<Field> fields) => QueryBuilder.Select(dataset, fields);
}
