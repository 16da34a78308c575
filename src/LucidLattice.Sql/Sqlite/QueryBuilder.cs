using System.Text;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Sql.Sqlite;

/// <summary>Writes the SQL of a dataset. Names are quoted; values never become part of the text.</summary>
public static class QueryBuilder
{
    /// <param name="conditions">What has to hold, as SQL; null for nothing.</param>
    /// <param name="notNormal">Columns of tables whose texts are not in normal form C; joins on them compare by it.</param>
    public static string Select(Dataset dataset, IReadOnlyList<Field> fields, IReadOnlyList<string>? conditions = null,
        IReadOnlySet<(string Table, string Column)>? notNormal = null)
    {
        // Rows count even where no field is asked for.
        var list = fields.Count == 0 ? "1" : string.Join(",\n       ", fields.Select(f => Column(dataset, f)));
        return dataset.Source switch
        {
            TableSource table => $"SELECT {list}\nFROM {Quote(table.Table)}{Where(conditions ?? [])}",
            JoinSource join => $"SELECT {list}\n{From(join, join.Tables.Count, conditions, notNormal)}",
            QuerySource query => $"SELECT {list}\nFROM ({Trimmed(query.Sql)}\n){Where(conditions ?? [])}",
            _ => throw new InvalidOperationException(dataset.Source.GetType().Name),
        };
    }

    /// <summary>FROM and WHERE of the first tables of a join.</summary>
    public static string From(JoinSource join, int tables, IReadOnlyList<string>? conditions = null,
        IReadOnlySet<(string Table, string Column)>? notNormal = null)
    {
        // Of a join that is not right yet, the SQL is shown as far as it goes.
        string TableOf(string id) => join.Tables.FirstOrDefault(t => t.Id == id)?.Table ?? "";
        var (from, where) = (new StringBuilder(), new List<string>());
        foreach (var table in join.Tables.Take(tables))
        {
            var name = $"{Quote(table.Table)} AS {Quote(table.Id)}";
            if (table.Join is not { } how) from.Append(from.Length == 0 ? $"FROM {name}" : $"\nCROSS JOIN {name}");
            else
            {
                var on = string.Join(" AND ",
                    how.On.Select(pair => $"{Quote(table.Id)}.{Quote(pair.Column)} = {Quote(how.To)}.{Quote(pair.To)}"
                        + (IsForeign(table.Table, pair.Column) || IsForeign(TableOf(how.To), pair.To)
                            ? $" COLLATE {SafeConnection.NormalForm}" : "")));
                if (how.Kind == JoinKind.Unmatched) where.Add($"NOT EXISTS (SELECT 1 FROM {name} WHERE {on})");
                else from.Append($"\n{(how.Kind == JoinKind.Left ? "LEFT JOIN" : "JOIN")} {name} ON {on}");
            }
        }
        return from.Append(Where([.. where, .. conditions ?? []])).ToString();

        bool IsForeign(string table, string column) => notNormal is not null && notNormal.Contains((table, column));
    }

    private static string Where(IReadOnlyList<string> conditions) =>
        conditions.Count == 0 ? "" : $"\nWHERE {string.Join("\n  AND ", conditions)}";

    /// <summary>The column that a field is read from.</summary>
    public static string ColumnOf(Dataset dataset, Field field) =>
        dataset.Source is JoinSource && field.Table is { } table ? $"{Quote(table)}.{Quote(field.ColumnName)}" : Quote(field.ColumnName);

    private static string Column(Dataset dataset, Field field)
    {
        var column = ColumnOf(dataset, field);
        return field.Table is null && field.ColumnName == field.Name ? column : $"{column} AS {Quote(field.Name)}";
    }

    /// <summary>A name as SQL takes it, whatever it contains.</summary>
    public static string Quote(string name) => $"\"{name.Replace("\"", "\"\"")}\"";

    private static string Trimmed(string sql) => sql.Trim().TrimEnd(';');
}
