using System.Globalization;
using System.Text.RegularExpressions;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Values;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace LucidLattice.Sql.Sqlite;

/// <summary>Looks up the tables of a SQLite file, and proposes a type and a kind for each column from its declaration, name and first
/// values.</summary>
public static partial class SchemaReader
{
    /// <summary>How columns of numbers are declared that keep their digits as texts, since SQLite would round them.</summary>
    public const string ExactDecimal = "DECIMAL TEXT", ExactWhole = "WHOLE TEXT";

    /// <summary>Beyond, a floating point number has no room for two decimals.</summary>
    private const double MostCounted = 1e13;

    private const int RowsLookedAt = 200;

    /// <exception cref="DataException">The file is missing, or is no SQLite database.</exception>
    public static IReadOnlyList<TableInfo> Read(string path)
    {
        SafeConnection.Open(path, QueryLimits.Default, CancellationToken.None).Dispose();
        using var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder { DataSource = path, Mode = SqliteOpenMode.ReadOnly, Pooling = false }.ToString());
        connection.Open();
        var tables = new List<(string Name, bool IsView)>();
        using (var list = connection.CreateCommand())
        {
            list.CommandText = "SELECT name, type = 'view' FROM sqlite_schema WHERE type IN ('table', 'view') AND name NOT LIKE "
                + "'sqlite\\_%' ESCAPE '\\' ORDER BY name";
            using var reader = list.ExecuteReader();
            while (reader.Read()) tables.Add((reader.GetString(0), reader.GetBoolean(1)));
        }
        var keys = tables.ToDictionary(t => t.Name, t => Keys(connection, t.Name), StringComparer.OrdinalIgnoreCase);
        return [.. tables.Select(
            t => new TableInfo(t.Name, t.IsView, Fields(connection, t.Name), t.IsView ? null : Count(connection, t.Name), keys[t.Name],
            References(connection, t.Name, keys), Columns(connection, t.Name, "\"notnull\" = 0 AND pk = 0")))];
    }

    /// <summary>The columns that a SELECT statement gives, with types proposed from its first rows. Parameters count as empty.</summary>
    /// <exception cref="DataException">The SQL is not understood, or wants to do more than read.</exception>
    public static IReadOnlyList<Field> Describe(string path, string sql, CancellationToken cancel)
    {
        sql = sql.Trim().TrimEnd(';');
        using var connection = SafeConnection.Open(path, QueryLimits.Default, cancel);
        connection.Command(sql).Dispose();
        using var sample = connection.Command($"SELECT * FROM ({sql}\n) LIMIT {RowsLookedAt}");
        foreach (var name in connection.ParameterNames(sample.CommandText)) sample.Parameters.AddWithValue(":" + name, DBNull.Value);
        try
        {
            using var reader = sample.ExecuteReader();
            var seen = Enumerable.Range(0, reader.FieldCount).Select(_ => new List<object>()).ToArray();
            while (reader.Read())
                for (var i = 0; i < seen.Length; i++)
                    if (!reader.IsDBNull(i)) seen[i].Add(reader.GetValue(i));
            return [.. seen.Select((values, i) => Propose(reader.GetName(i), Declared(reader, i), false, values))];
        }
        catch (SqliteException e)
        {
            throw SqliteFailure.Explain(e, "SQL", QueryLimits.Default, cancel);
        }
    }

    /// <summary>The declared type of a column that the statement passes through; empty for one that it works out.</summary>
    private static string Declared(SqliteDataReader reader, int column) =>
        raw.sqlite3_column_decltype(reader.Handle!, column).utf8_to_string()?.ToUpperInvariant() ?? "";

    private static long Count(SqliteConnection connection, string table)
    {
        using var command = connection.CreateCommand();
        command.CommandText = $"SELECT count(*) FROM {QueryBuilder.Quote(table)}";
        return (long)command.ExecuteScalar()!;
    }

    private static IReadOnlyList<string> Keys(SqliteConnection connection, string table) => Columns(connection, table, "pk > 0");

    private static IReadOnlyList<string> Columns(SqliteConnection connection, string table, string which)
    {
        using var command = connection.CreateCommand();
        command.CommandText = $"SELECT name FROM pragma_table_info(:table) WHERE {which} ORDER BY pk, cid";
        command.Parameters.AddWithValue(":table", table);
        using var reader = command.ExecuteReader();
        var keys = new List<string>();
        while (reader.Read()) keys.Add(reader.GetString(0));
        return keys;
    }

    private static IReadOnlyList<TableReference> References(SqliteConnection connection, string table,
        Dictionary<string, IReadOnlyList<string>> keys)
    {
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT id, seq, \"table\", \"from\", \"to\" FROM pragma_foreign_key_list(:table) ORDER BY id, seq";
        command.Parameters.AddWithValue(":table", table);
        using var reader = command.ExecuteReader();
        var found = new List<(int Id, string Table, KeyPair Pair)>();
        while (reader.Read())
        {
            // A reference that names no column means the primary key.
            var (target, seq) = (reader.GetString(2), reader.GetInt32(1));
            var to = reader.IsDBNull(4) ? keys.GetValueOrDefault(target)?.ElementAtOrDefault(seq) : reader.GetString(4);
            if (to is not null) found.Add((reader.GetInt32(0), target, new KeyPair(reader.GetString(3), to)));
        }
        // SQLite numbers them from the last one that was declared.
        return [.. found.GroupBy(f => f.Id).OrderByDescending(g => g.Key)
            .Select(g => new TableReference(g.First().Table, [.. g.Select(f => f.Pair)]))];
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
        var scale = type == DataType.Decimal ? ScaleOf(declared) : null;
        var kind = key || name.EndsWith("_id", StringComparison.OrdinalIgnoreCase)
            || name.Equals("year", StringComparison.OrdinalIgnoreCase) ? FieldKind.Key : FieldKind.Plain;
        return new Field { Name = name, Type = type, Scale = scale, Kind = type == DataType.Whole ? kind : FieldKind.Plain };
    }

    /// <summary>The digits that <c>DECIMAL(12, 2)</c> says; null leaves them to the data.</summary>
    private static int? ScaleOf(string declared) => DeclaredScale().Match(declared) is { Success: true } match
        && int.Parse(match.Groups[1].Value, CultureInfo.InvariantCulture) is >= 0 and <= 12 and var scale ? scale : null;

    [GeneratedRegex(@"\(\s*[0-9]+\s*,\s*([0-9]{1,2})\s*\)")]
    private static partial Regex DeclaredScale();

    /// <summary>True for a number with at most two decimals that a decimal holds; others, the infinite among them, are measured rather than
    /// counted.</summary>
    private static bool HasFewDigits(object number) => number switch
    {
        long => true,
        double d => Math.Abs(d) < MostCounted && decimal.Round((decimal)d, 2) == (decimal)d,
        _ => false,
    };

    /// <summary>The declared type where it is clear; otherwise what the first values have in common.</summary>
    private static DataType Type(string declared, List<object> values)
    {
        if (declared == ExactDecimal) return DataType.Decimal;
        if (declared == ExactWhole) return DataType.Whole;
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
        if (values.Count > 0 && values.All(v => v is long or double))
            return values.All(HasFewDigits) ? DataType.Decimal : DataType.Double;
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
