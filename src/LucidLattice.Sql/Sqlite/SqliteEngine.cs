using System.Collections.Concurrent;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Joins;

namespace LucidLattice.Sql.Sqlite;

/// <summary>SQLite files, opened for reading alone. An address is the full path of a file.</summary>
public sealed class SqliteEngine(QueryLimits limits) : ISqlEngine
{
    /// <summary>The kind of connections to SQLite files.</summary>
    public const string KindName = "sqlite";

    private const int MostSchemas = 100;
    private readonly ConcurrentDictionary<string, (string Stamp, IReadOnlyList<TableInfo> Tables)> _schemas = new();
    private readonly SqliteReader _rows = new(limits);
    private readonly JoinLook _joins = new(limits);

    /// <summary>A connection to a file.</summary>
    public static Connection At(string path) => new(KindName, Path.GetFullPath(path));

    public string Kind => KindName;

    public string Name => "SQLite";

    public long MemoryUsed => SafeConnection.MemoryUsed;

    public RowSet Read(Connection at, DataQuery query, RunProgress progress, CancellationToken cancel) =>
        _rows.Read(at.Address, query, progress, cancel);

    public void Require(Connection at, DataQuery query) => _rows.Require(at.Address, query);

    public string Stamp(Connection at) => FileStamp.Of(at.Address);

    public int? RowsAtMost(Connection at, Dataset dataset) => _rows.RowsAtMost(at.Address, dataset);

    public IReadOnlySet<string> Repeated(Connection at, Dataset dataset, CancellationToken cancel) =>
        _joins.Repeated(at.Address, dataset, cancel);

    public IReadOnlyList<JoinEffect> Effects(Connection at, Dataset dataset, CancellationToken cancel) =>
        _joins.Effects(at.Address, dataset, cancel);

    public IReadOnlyList<TableInfo> Tables(Connection at, CancellationToken cancel = default)
    {
        var path = at.Address;
        var stamp = FileStamp.Of(path);
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

    public SqlDescription Describe(Connection at, string sql, CancellationToken cancel)
    {
        var fields = SchemaReader.Describe(at.Address, sql, cancel);
        using var connection = SafeConnection.Open(at.Address, limits, cancel);
        return new SqlDescription(fields, [.. connection.ParameterNames(sql).Distinct()]);
    }

    public string Sql(Dataset dataset, IReadOnlyList<Field> fields) => QueryBuilder.Select(dataset, fields);
}
