using System.Collections.Concurrent;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Sql.Catalogue;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Sql.Sqlite;

/// <summary>
/// Knows of columns whether SQLite compares all their values as reports do. That takes a look at every row of the table that a
/// column comes from, by way of views too, once for each state of the database.
/// </summary>
internal sealed class PlainColumns
{
    private const int MostKnown = 1000;
    private static readonly QueryLimits Patience = QueryLimits.Default with { Time = TimeSpan.FromSeconds(10) };

    private readonly ConcurrentDictionary<ContentHash, bool> _known = [];

    /// <param name="stamp">Changes whenever the database does; null looks anew.</param>
    /// <returns>False also if nobody can tell in time.</returns>
    public bool IsPlain(string path, Dataset dataset, Field field, string? stamp, CancellationToken cancel)
    {
        var sql = QueryBuilder.Select(dataset, [field]);
        var key = ContentHash.Of(stamp, field.AsRead, sql);
        if (stamp is not null && _known.TryGetValue(key, out var known)) return known;
        var found = Look(path, sql, field, cancel);
        if (_known.Count > MostKnown) _known.Clear();
        if (stamp is not null) _known[key] = found;
        return found;
    }

    private bool Look(string path, string sql, Field field, CancellationToken cancel)
    {
        try
        {
            using var connection = SafeConnection.Open(path, Patience, cancel);
            if (connection.OriginOf(sql) is not var (table, column)) return false;
            using var command = connection.Command(
                $"SELECT EXISTS (SELECT 1 FROM {QueryBuilder.Quote(table)} WHERE "
                + $"{NarrowingSql.Exceptions(field, QueryBuilder.Quote(column))})");
            return (long)command.ExecuteScalar()! == 0;
        }
        catch (Exception e) when (e is DataException or SqliteException)
        {
            cancel.ThrowIfCancellationRequested();
            return false;
        }
    }
}
