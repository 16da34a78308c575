using LucidLattice.Core.Definitions;

namespace LucidLattice.Sql.Joins;

/// <summary>Which tables of a join come out with rows repeated because of a table that was joined to them.</summary>
internal static class JoinRepeats
{
    /// <summary>
    /// A table that is joined on columns that are no key of it multiplies all that lies on the other side of its line: a sailing
    /// with three bookings is there three times, and so are its route and its region. What is only looked up is not repeated in
    /// this sense: the seats of a vessel belong to each of its sailings.
    /// </summary>
    /// <param name="meetsSeveral">True if several rows of a joined table can have the same values in its columns.</param>
    /// <returns>Ids of tables.</returns>
    public static IReadOnlySet<string> Tables(JoinSource join, Func<JoinedTable, bool> meetsSeveral)
    {
        var repeated = new HashSet<string>();
        foreach (var table in join.Tables.Where(t => t.Join is { Kind: not JoinKind.Unmatched }).Where(meetsSeveral))
            repeated.UnionWith(join.Tables.Select(t => t.Id).Except(Behind(join, table.Id)));
        return repeated;
    }

    /// <summary>A table with all that hangs on it, by way of others too; a table only ever hangs on one before it.</summary>
    private static HashSet<string> Behind(JoinSource join, string table)
    {
        var behind = new HashSet<string> { table };
        foreach (var next in join.Tables)
            if (next.Join is { } how && behind.Contains(how.To)) behind.Add(next.Id);
        return behind;
    }
}
