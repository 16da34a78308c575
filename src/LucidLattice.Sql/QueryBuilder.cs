using LucidLattice.Core.Definitions;

namespace LucidLattice.Sql;

/// <summary>Writes the SQL of a dataset. Names are quoted; values never become part of the text.</summary>
public static class QueryBuilder
{
    public static string Select(Dataset dataset, IReadOnlyList<Field> fields)
    {
        // Rows count even where no field is asked for.
        var list = fields.Count == 0 ? "1" : string.Join(", ", fields.Select(f => Quote(f.Name)));
        return dataset.Source switch
        {
            TableSource table => $"SELECT {list} FROM {Quote(table.Table)}",
            QuerySource query => $"SELECT {list} FROM ({Trimmed(query.Sql)}\n)",
            _ => throw new InvalidOperationException(dataset.Source.GetType().Name),
        };
    }

    /// <summary>A name as SQL takes it, whatever it contains.</summary>
    public static string Quote(string name) => $"\"{name.Replace("\"", "\"\"")}\"";

    private static string Trimmed(string sql) => sql.Trim().TrimEnd(';');
}
