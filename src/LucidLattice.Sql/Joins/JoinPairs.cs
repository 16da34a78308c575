using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Catalogue;

namespace LucidLattice.Sql.Joins;

/// <summary>A pair of columns that a table could be joined on.</summary>
/// <param name="To">The id of the table before it.</param>
/// <param name="Column">The column of the table itself.</param>
/// <param name="Other">The column of the table before it.</param>
/// <param name="Label">For people: “port_id, as in routes”.</param>
public sealed record JoinPair(string To, string Column, string Other, string Label);

/// <summary>Finds the pairs on which a table of a dataset can be joined to one before it.</summary>
public static class JoinPairs
{
    /// <summary>
    /// Pairs of one type, called alike or both fit to be keys; columns of one name, which most likely mean the same, come first. Pairs
    /// that are joined already are left out, and so are tables that are only looked at for rows without a match.
    /// </summary>
    /// <param name="table">The id of the joined table.</param>
    public static IReadOnlyList<JoinPair> Find(Dataset dataset, string table, IReadOnlyList<TableInfo> schema)
    {
        var tables = dataset.Source is JoinSource join ? join.Tables : [];
        if (tables.FirstOrDefault(t => t.Id == table) is not { } joined || Info(joined) is not { } own) return [];
        return [.. tables.TakeWhile(t => t.Id != table)
            .Where(t => (joined.Join is null || t.Id == joined.Join.To) && t.Join?.Kind != JoinKind.Unmatched)
            .SelectMany(t => Info(t) is { } info ? Pairs(joined, own, t, info) : [])];

        TableInfo? Info(JoinedTable of) => schema.FirstOrDefault(s => s.Name == of.Table);
    }

    private static IEnumerable<JoinPair> Pairs(JoinedTable joined, TableInfo own, JoinedTable before, TableInfo other) =>
        from mine in own.Fields
        from theirs in other.Fields
        let alike = mine.Name == theirs.Name
        where mine.Type == theirs.Type && (alike || (FitsAKey(own, mine) && FitsAKey(other, theirs)))
        where joined.Join?.On.Any(p => p.Column == mine.Name || p.To == theirs.Name) != true
        orderby alike descending
        select new JoinPair(before.Id, mine.Name, theirs.Name, Label(mine.Name, theirs.Name, before.Table.Replace('_', ' ')));

    private static string Label(string mine, string theirs, string table) =>
        mine == theirs ? $"{mine}, as in {table}" : $"{mine} = {theirs} of {table}";

    private static bool FitsAKey(TableInfo table, Field field) =>
        field.Type == DataType.Text || field.Kind == FieldKind.Key || table.Keys.Contains(field.Name)
        || table.References.Any(r => r.Columns.Any(c => c.Column == field.Name));
}
