using System.Collections.Concurrent;
using System.Text.Json;
using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Sql;

/// <summary>What joining one table does to the number of rows.</summary>
/// <param name="Id">Of the joined table.</param>
/// <param name="Before">Rows without it.</param>
/// <param name="After">Rows with it.</param>
/// <param name="Repeats">True if a row before it can meet several of its rows, so that numbers of the tables before would be counted more than once.</param>
public sealed record JoinEffect(string Id, string Table, long Before, long After, bool Repeats);

/// <summary>Counts the rows of a join, table by table.</summary>
public sealed class JoinLook(IDatabases databases, QueryLimits? limits = null)
{
    private const int MostRemembered = 200;

    /// <summary>Counting reads whole tables, and most changes of a dataset leave its joins alone.</summary>
    private readonly ConcurrentDictionary<string, IReadOnlyList<JoinEffect>> _known = [];

    /// <param name="stamp">Changes whenever the database does; null counts anew.</param>
    /// <exception cref="DataException">The join is not complete, or cannot be read.</exception>
    public IReadOnlyList<JoinEffect> Effects(Dataset dataset, string? stamp, CancellationToken cancel)
    {
        if (stamp is null || dataset.Source is not JoinSource join) return Effects(dataset, cancel);
        var key = $"{stamp}|{string.Join('|', join.Tables.Select(t => JsonSerializer.Serialize(t with { X = 0, Y = 0 }, ReportJson.Options)))}";
        if (_known.TryGetValue(key, out var effects)) return effects;
        if (_known.Count > MostRemembered) _known.Clear();
        return _known[key] = Effects(dataset, cancel);
    }

    /// <exception cref="DataException">The join is not complete, or cannot be read.</exception>
    public IReadOnlyList<JoinEffect> Effects(Dataset dataset, CancellationToken cancel)
    {
        if (dataset.Source is not JoinSource join) return [];
        JoinChecks.Require(dataset, join);
        var path = databases.PathOf(dataset.Database) ?? throw new DataException("unknown-database", $"No database is registered as “{dataset.Database}”.");
        using var connection = SafeConnection.Open(path, limits ?? QueryLimits.Default, cancel);
        try
        {
            return Effects(join, Count, MeetsSeveral);
        }
        catch (SqliteException e)
        {
            throw SqliteFailure.Of(e, dataset.Name, limits ?? QueryLimits.Default, cancel);
        }

        long Count(string from)
        {
            using var command = connection.Command($"SELECT count(*) {from}");
            return (long)command.ExecuteScalar()!;
        }

        bool MeetsSeveral(JoinedTable table)
        {
            var columns = string.Join(", ", table.Join!.On.Select(p => QueryBuilder.Quote(p.Column)));
            using var command = connection.Command($"SELECT EXISTS (SELECT 1 FROM {QueryBuilder.Quote(table.Table)} WHERE {string.Join(" AND ", table.Join.On.Select(p => $"{QueryBuilder.Quote(p.Column)} IS NOT NULL"))} GROUP BY {columns} HAVING count(*) > 1)");
            return (long)command.ExecuteScalar()! == 1;
        }
    }

    private static List<JoinEffect> Effects(JoinSource join, Func<string, long> count, Func<JoinedTable, bool> meetsSeveral)
    {
        var effects = new List<JoinEffect>();
        var before = count(QueryBuilder.From(join, 1));
        for (var i = 1; i < join.Tables.Count; i++)
        {
            var table = join.Tables[i];
            var after = count(QueryBuilder.From(join, i + 1));
            effects.Add(new JoinEffect(table.Id, table.Table, before, after, table.Join!.Kind != JoinKind.Unmatched && meetsSeveral(table)));
            before = after;
        }
        return effects;
    }
}
