using System.Collections.Concurrent;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Sql.Sqlite;

/// <summary>
/// Knows which columns that tables are joined on hold texts that are not in normal form C. Those are compared by it, as all other
/// texts of reports are; the rest by their bytes, which an index can do.
/// </summary>
internal sealed class TextForms
{
    private const int MostKnown = 1000;
    private readonly ConcurrentDictionary<ContentHash, bool> _known = [];

    /// <param name="stamp">Changes whenever the database does; null looks anew.</param>
    /// <returns>Tables with columns, both as the database calls them.</returns>
    public IReadOnlySet<(string Table, string Column)> NotNormal(JoinSource join, SafeConnection connection, string? stamp)
    {
        var tables = join.Tables.ToDictionary(t => t.Id, t => t.Table);
        return join.Tables.Where(t => t.Join is not null)
            .SelectMany(t => t.Join!.On.SelectMany(p => new[] { (t.Table, p.Column), (tables[t.Join.To], p.To) })).Distinct()
            .Where(c => IsNotNormal(connection, c.Item1, c.Item2, stamp)).ToHashSet();
    }

    private bool IsNotNormal(SafeConnection connection, string table, string column, string? stamp)
    {
        var key = ContentHash.Of(stamp, table, column);
        if (stamp is not null && _known.TryGetValue(key, out var known)) return known;
        var name = QueryBuilder.Quote(column);
        using var command = connection.Command($"SELECT EXISTS (SELECT 1 FROM {QueryBuilder.Quote(table)} WHERE typeof({name}) = 'text' "
            + $"AND {name} GLOB {NarrowingSql.PerhapsNotComposed} AND {SafeConnection.NormalForm}({name}) <> {name} COLLATE BINARY)");
        var found = (long)command.ExecuteScalar()! == 1;
        if (_known.Count > MostKnown) _known.Clear();
        if (stamp is not null) _known[key] = found;
        return found;
    }
}
