using LucidLattice.Model.Definitions;

namespace LucidLattice.Datasets;

/// <summary>Finds the fields of one dataset again in another one: a later state of it, or one that takes its place.</summary>
public static class FieldMapping
{
    /// <summary>For each old field the new one's name, or null if none is the same: by where it comes from, by its name, by its
    /// label.</summary>
    public static IReadOnlyDictionary<string, string?> Propose(Dataset old, Dataset next)
    {
        var found = old.Fields.GroupBy(f => f.Name).ToDictionary(g => g.Key, _ => (string?)null);
        var free = next.Fields.ToList();
        // From the surest reason to the weakest, so that two names that were swapped are told apart.
        Func<Field, Field, bool>[] reasons =
        [
            (a, b) => a.Name == b.Name && Origin(old, a) == Origin(next, b),
            (a, b) => Origin(old, a) is { } origin && origin == Origin(next, b),
            (a, b) => string.Equals(a.Name, b.Name, StringComparison.OrdinalIgnoreCase),
            (a, b) => string.Equals(a.Caption, b.Caption, StringComparison.OrdinalIgnoreCase),
        ];
        foreach (var same in reasons)
            foreach (var field in old.Fields.Where(f => found[f.Name] is null))
                if (free.Find(f => same(field, f)) is { } match)
                {
                    found[field.Name] = match.Name;
                    free.Remove(match);
                }
        return found;
    }

    /// <summary>The column of which table, or the expression; null if only the name tells it.</summary>
    private static string? Origin(Dataset dataset, Field field) => field switch
    {
        { Expression.Length: > 0 } => "= " + field.Expression,
        _ => dataset.Source switch
        {
            JoinSource join =>
                join.Tables.FirstOrDefault(t => t.Id == field.Table) is { } table
                    ? $"{dataset.Database}|{Nth(join, table)}|{field.ColumnName}"
                    : null,
            TableSource table => $"{dataset.Database}|{table.Table}|{field.ColumnName}",
            DerivedSource { Base: { } basis } when basis.Fields.FirstOrDefault(f => f.Name == field.ColumnName) is { } there =>
            Origin(basis, there),
            DerivedSource derived => $"{derived.Dataset}|{field.ColumnName}",
            _ => field.Column is { } column ? $"column {column}" : $"column {field.Name}",
        },
    };

    /// <summary>A table that takes part several times is a different one each time.</summary>
    private static string Nth(JoinSource join, JoinedTable table)
        => join.Tables.TakeWhile(t => t.Id != table.Id).Count(t => t.Table == table.Table) is > 0 and var n
            ? $"{table.Table} {n + 1}"
            : table.Table;
}
