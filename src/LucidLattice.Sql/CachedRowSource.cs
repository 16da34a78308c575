using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;

namespace LucidLattice.Sql;

/// <summary>
/// Keeps the rows of recent queries, by what they were made from: the file's stamp, the dataset, the fields and the bound
/// values. What was not used for longest goes first when the memory limit is reached.
/// </summary>
public sealed class CachedRowSource(IRowSource source, IDatabases databases, long memoryLimit = 512L << 20) : IRowSource
{
    private readonly Dictionary<string, LinkedListNode<(string Key, RowSet Rows)>> _byKey = [];
    private readonly LinkedList<(string Key, RowSet Rows)> _byUse = [];
    private readonly Lock _lock = new();
    private long _bytes;

    public RowSet Read(DataQuery query, CancellationToken cancel)
    {
        var key = Key(query);
        lock (_lock)
        {
            if (_byKey.TryGetValue(key, out var found))
            {
                _byUse.Remove(found);
                _byUse.AddFirst(found);
                return found.Value.Rows;
            }
        }
        var rows = source.Read(query, cancel);
        lock (_lock)
        {
            if (rows.Bytes > memoryLimit / 2 || _byKey.ContainsKey(key)) return rows;
            _byKey[key] = _byUse.AddFirst((key, rows));
            _bytes += rows.Bytes;
            while (_bytes > memoryLimit)
            {
                var oldest = _byUse.Last!;
                _bytes -= oldest.Value.Rows.Bytes;
                _byKey.Remove(oldest.Value.Key);
                _byUse.RemoveLast();
            }
        }
        return rows;
    }

    public void Require(DataQuery query) => source.Require(query);

    private string Key(DataQuery query)
    {
        var file = databases.PathOf(query.Dataset.Database) is { } path ? new FileInfo(path) : null;
        var stamp = file is { Exists: true } ? $"{file.FullName}|{file.Length}|{file.LastWriteTimeUtc.Ticks}" : "";
        // Only values that the SQL can name belong to the key; a table has none.
        var values = query.Dataset.Source is QuerySource ? string.Join('|', query.Parameters.OrderBy(p => p.Key, StringComparer.Ordinal).Select(p => $"{p.Key}={p.Value.Type}:{p.Value.Invariant.Length}:{p.Value.Invariant}")) : "";
        return $"{stamp}|{System.Text.Json.JsonSerializer.Serialize(query.Dataset with { Fields = query.Fields }, ReportJson.Options)}|{values}";
    }
}
