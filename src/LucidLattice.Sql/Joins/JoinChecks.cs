using LucidLattice.Data;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Sql.Joins;

/// <summary>What makes a join impossible, before any SQL is written.</summary>
internal static class JoinChecks
{
    /// <exception cref="DataException">The first thing that is wrong.</exception>
    public static void Require(Dataset dataset, JoinSource join)
    {
        if (join.Tables.Count == 0) throw new DataException("join-empty", $"“{dataset.Name}” joins no tables yet.");
        var before = new HashSet<string>();
        foreach (var table in join.Tables)
        {
            if (table.Join is { } how)
            {
                if (!before.Contains(how.To))
                    throw new DataException("join-order", $"“{table.Table}” is joined to a table that is not there before it.");
                if (how.On.Count == 0)
                    throw new DataException("join-without-key",
                        $"“{table.Table}” is joined on nothing, so every row would meet every other one. Choose the columns that have to "
                        + $"be equal.");
            }
            else if (before.Count > 0)
                throw new DataException("join-without-key",
                    $"“{table.Table}” is joined to nothing yet. Draw a line to it from key to key, or pick the columns under “Tables”.");
            if (!before.Add(table.Id)) throw new DataException("duplicate-id", $"Two tables of the join are called “{table.Id}”.");
        }
        var open = join.Tables.Where(t => t.Join?.Kind == JoinKind.Unmatched).Select(t => t.Id).ToHashSet();
        if (dataset.Fields.FirstOrDefault(f => f.Table is { } id && open.Contains(id)) is { } field)
            throw new DataException("join-unmatched-field",
                $"“{field.Caption}” comes from a table whose rows are only looked at to find those without a match, so it has no values.");
        if (join.Tables.FirstOrDefault(t => t.Join is { } how && open.Contains(how.To)) is { } next)
            throw new DataException("join-order", $"“{next.Table}” is joined to a table of which no rows are kept.");
    }
}
