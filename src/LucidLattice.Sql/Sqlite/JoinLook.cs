using System.Collections.Concurrent;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Joins;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Sql.Sqlite;

/// <summary>Finds out what joins do: to the number of rows, table by table, and to numbers that come several times.</summary>
internal sealed class JoinLook(QueryLimits limits)
{
    private const int MostRemembered = 400;

    /// <summary>A column that is no key shows it in its first rows, nearly always.</summary>
    private const int FirstRows = 5000;

    /// <summary>Counting reads whole tables, and most changes of a dataset leave its joins alone.</summary>
    private readonly ConcurrentDictionary<ContentHash, object> _known = [];
    private readonly TextForms _forms = new();

    /// <exception cref="DataException">The join is not complete, or cannot be read.</exception>
    public IReadOnlyList<JoinEffect> Effects(string path, Dataset dataset, CancellationToken cancel)
        => Remembered("effects", path, dataset, cancel, (join, connection, stamp) =>
            Effects(join, connection, _forms.NotNormal(join, connection, stamp))) ?? [];

    /// <summary>The fields of the tables whose rows are repeated; of a join that is not complete or cannot be read, none.</summary>
    public IReadOnlySet<string> Repeated(string path, Dataset dataset, CancellationToken cancel)
    {
        IReadOnlySet<string> tables = new HashSet<string>();
        try
        {
            tables = Remembered("repeated", path, dataset, cancel,
                (join, connection, stamp) =>
                {
                    var notNormal = _forms.NotNormal(join, connection, stamp);
                    return JoinRepeats.Tables(join, table => MeetsSeveral(connection, table, notNormal),
                        table => HasSeveral(connection, join.Tables.First(t => t.Id == table.Join!.To).Table,
                            table.Join!.On.Select(p => p.To), notNormal));
                }) ?? tables;
        }
        catch (DataException)
        {
            // Reading it will say why.
        }
        return dataset.Fields.Where(f => f.Table is { } table && tables.Contains(table)).Select(f => f.Name).ToHashSet();
    }

    private T? Remembered<T>(string what, string path, Dataset dataset, CancellationToken cancel,
        Func<JoinSource, SafeConnection, string, T> find) where T : class
    {
        if (dataset.Source is not JoinSource join) return null;
        var stamp = FileStamp.Of(path);
        var key = ContentHash.Of(what, stamp, join);
        if (_known.TryGetValue(key, out var known)) return (T)known;
        JoinChecks.Require(dataset, join);
        using var connection = SafeConnection.Open(path, limits, cancel);
        try
        {
            var found = find(join, connection, stamp);
            if (_known.Count > MostRemembered) _known.Clear();
            _known[key] = found;
            return found;
        }
        catch (SqliteException e)
        {
            throw connection.Explain(e, dataset.Name);
        }
    }

    private static List<JoinEffect> Effects(JoinSource join, SafeConnection connection, IReadOnlySet<(string, string)> notNormal)
    {
        var effects = new List<JoinEffect>();
        var before = Number(connection, $"SELECT count(*) {QueryBuilder.From(join, 1)}");
        for (var i = 1; i < join.Tables.Count; i++)
        {
            var table = join.Tables[i];
            var after = Number(connection, $"SELECT count(*) {QueryBuilder.From(join, i + 1, null, notNormal)}");
            effects.Add(
                new JoinEffect(table.Id, table.Table, before, after, table.Join!.Kind != JoinKind.Unmatched
                && MeetsSeveral(connection, table, notNormal)));
            before = after;
        }
        return effects;
    }

    private static bool MeetsSeveral(SafeConnection connection, JoinedTable table, IReadOnlySet<(string, string)> notNormal) =>
        HasSeveral(connection, table.Table, table.Join!.On.Select(p => p.Column), notNormal);

    /// <summary>True if several rows of a table have the same values in some columns.</summary>
    private static bool HasSeveral(SafeConnection connection, string table, IEnumerable<string> of,
        IReadOnlySet<(string Table, string Column)> notNormal)
    {
        var grouped = string.Join(", ",
            of.Select(c => QueryBuilder.Quote(c) + (notNormal.Contains((table, c)) ? $" COLLATE {SafeConnection.NormalForm}" : "")));
        var columns = of.Select(QueryBuilder.Quote).ToList();
        bool Several(string from) =>
            Number(connection,
                $"SELECT EXISTS (SELECT 1 FROM {from} WHERE {string.Join(" AND ", columns.Select(c => $"{c} IS NOT NULL"))} GROUP BY "
                + $"{grouped} HAVING count(*) > 1)") == 1;
        var name = QueryBuilder.Quote(table);
        return Several($"(SELECT {string.Join(", ", columns)} FROM {name} LIMIT {FirstRows})") || Several(name);
    }

    private static long Number(SafeConnection connection, string sql)
    {
        using var command = connection.Command(sql);
        return (long)command.ExecuteScalar()!;
    }
}
