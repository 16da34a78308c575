using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Sql;

/// <summary>A table or view as it is found in a database.</summary>
public sealed record TableInfo(string Name, bool IsView, IReadOnlyList<Field> Fields);

/// <summary>Looks up the tables of a SQLite file, and proposes a type and a kind for each column from its declaration, name and first values.</summary>
public static class SchemaReader
{
    private const int RowsLookedAt = 200;

    /// <exception cref="DataException">The file is missing, or is no SQLite database.</exception>
    public static IReadOnlyList<TableInfo> Read(string path)
    {
        SafeConnection.Open(path, QueryLimits.Default, CancellationToken.None).Dispose();
        using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Mode = SqliteOpenMode.ReadOnly, Pooling = false }.ToString());
        connection.Open();
        var tables = new List<(string Name, bool IsView)>();
        using (var list = connection.CreateCommand())
        {
            list.CommandText = "SELECT name, type = 'view' FROM sqlite_schema WHERE type IN ('table', 'view') AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\' ORDER BY name";
            using var reader = list.ExecuteReader();
            while (reader.Read()) tables.Add((reader.GetString(0), reader.GetBoolean(1)));
        }
        return [.. tables.Select(t => new TableInfo(t.Name, t.IsView, Fields(connection, t.Name)))];
    }

    private static List<Field> Fields(SqliteConnection connection, string table)
    {
        using var columns = connection.CreateCommand();
        columns.CommandText = "SELECT name, type, pk FROM pragma_table_info(:table)";
        columns.Parameters.AddWithValue(":table", table);
        var declared = new List<(string Name, string Type, bool Key)>();
        using (var reader = columns.ExecuteReader())
            while (reader.Read()) declared.Add((reader.GetString(0), reader.GetString(1).ToUpperInvariant(), reader.GetInt32(2) > 0));

        using var sample = connection.CreateCommand();
        sample.CommandText = $"SELECT * FROM {QueryBuilder.Quote(table)} LIMIT {RowsLookedAt}";
        var seen = declared.Select(_ => new List<object>()).ToArray();
        using (var reader = sample.ExecuteReader())
            while (reader.Read())
                for (var i = 0; i < declared.Count; i++)
                    if (!reader.IsDBNull(i)) seen[i].Add(reader.GetValue(i));
        return [.. declared.Select((column, i) => Propose(column.Name, column.Type, column.Key, seen[i]))];
    }

    private static Field Propose(string name, string declared, bool key, List<object> values)
    {
        var type = Type(declared, values);
        var kind = key || name.EndsWith("_id", StringComparison.OrdinalIgnoreCase) || name.Equals("year", StringComparison.OrdinalIgnoreCase) ? FieldKind.Key : FieldKind.Plain;
        return new Field { Name = name, Type = type, Kind = type == DataType.Whole ? kind : FieldKind.Plain };
    }

    /// <summary>The declared type where it is clear; otherwise what the first values have in common.</summary>
    private static DataType Type(string declared, List<object> values)
    {
        if (values.Count > 0 && values.All(v => v is string))
        {
            var texts = values.Cast<string>().ToList();
            if (texts.All(t => t.Length == 10 && IsoTime.TryParse(t, out _))) return DataType.Date;
            if (texts.All(t => IsoTime.TryParse(t, out _))) return DataType.DateTime;
            return DataType.Text;
        }
        if (declared.Contains("BOOL")) return DataType.Bool;
        if (declared.Contains("DECIMAL") || declared.Contains("NUMERIC") || declared.Contains("MONEY")) return DataType.Decimal;
        if (values.Count > 0 && values.All(v => v is long)) return DataType.Whole;
        // An undeclared fraction with few digits is most likely meant exactly.
        if (values.Count > 0 && values.All(v => v is long or double)) return values.All(v => decimal.Round(Convert.ToDecimal(v), 2) == Convert.ToDecimal(v)) ? DataType.Decimal : DataType.Double;
        if (values.Count > 0) return DataType.Text;
        return declared switch
        {
            var d when d.Contains("INT") => DataType.Whole,
            var d when d.Contains("REAL") || d.Contains("FLOA") || d.Contains("DOUB") => DataType.Double,
            var d when d.Contains("TIME") => DataType.DateTime,
            var d when d.Contains("DATE") => DataType.Date,
            _ => DataType.Text,
        };
    }
}
