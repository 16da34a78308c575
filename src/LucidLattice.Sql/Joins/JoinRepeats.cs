using LucidLattice.Model.Definitions;

namespace LucidLattice.Sql.Joins;

/// <summary>Which tables of a join come out with rows repeated because of a table that was joined to them.</summary>
internal static class JoinRepeats
{
    /// <summary>
    /// A table that is joined on columns that are no key of it multiplies all that lies on the other side of its line: a sailing
    /// with three bookings is there three times, and so are its route and its region. What is only looked up is not repeated in
    /// this sense: the seats of a vessel belong to each of its sailings.
    /// </summary>
    /// <remarks>Two tables that have several rows for one of a third repeat each other, whichever of the three comes first: the bookings
    /// and the incidents of a sailing.</remarks>
    /// <param name="meetsSeveral">True if several rows of a joined table can have the same values in its columns.</param>
    /// <param name="isMetBySeveral">True if several rows of the table that it is joined to can have the same values in theirs.</param>
    /// <returns>Ids of tables.</returns>
    public static IReadOnlySet<string> Tables(JoinSource join, Func<JoinedTable, bool> meetsSeveral, Func<JoinedTable, bool> isMetBySeveral)
    {
        var repeated = new HashSet<string>();
        var joined = join.Tables.Where(t => t.Join is { Kind: not JoinKind.Unmatched }).ToList();
        var several = new Dictionary<(string From, string To), bool>();
        foreach (var table in joined)
        {
            several[(table.Join!.To, table.Id)] = meetsSeveral(table);
            several[(table.Id, table.Join.To)] = isMetBySeveral(table);
            if (several[(table.Join.To, table.Id)]) repeated.UnionWith(join.Tables.Select(t => t.Id).Except(Behind(join, table.Id)));
        }
        foreach (var from in join.Tables)
            if (IsRepeatedByOthers(from.Id, several)) repeated.Add(from.Id);
        return repeated;
    }

    /// <summary>True for one of the many of some table that has many others too, near or far: an incident belongs to one sailing, which has
    /// several bookings. A vessel belongs to none: it is looked up by its sailings.</summary>
    private static bool IsRepeatedByOthers(string table, Dictionary<(string From, string To), bool> several)
    {
        var open = new Queue<(string Table, string Before)>();
        foreach (var ((start, to), meets) in several)
            if (start == table && !meets && several[(to, start)]) open.Enqueue((to, table));
        while (open.TryDequeue(out var at))
            foreach (var ((start, to), meets) in several)
            {
                if (start != at.Table || to == at.Before) continue;
                if (meets) return true;
                open.Enqueue((to, start));
            }
        return false;
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
