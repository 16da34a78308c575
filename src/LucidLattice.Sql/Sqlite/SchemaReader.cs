using System.Diagnostics;
using System.Globalization;
using System.Text.RegularExpressions;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Catalogue;
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

    /// <summary>What looking at one table or view may take; and at all of them, after which the rest is only described.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(2), WholePatience = TimeSpan.FromSeconds(10),
        NoPatience = TimeSpan.FromMilliseconds(50);

    /// <summary>The tables and views of a file. One that cannot be looked at says why.</summary>
    /// <exception cref="DataException">The file is missing, is damaged, or is no SQLite database.</exception>
    public static IReadOnlyList<TableInfo> Read(string path, CancellationToken cancel = default)
    {
        using var connection = SafeConnection.Open(path, QueryLimits.Default with { Time = WholePatience }, cancel, schema: true);
        try
        {
            var tables = new List<(string Name, bool IsView)>();
            using (var list = connection.Command("SELECT name, type = 'view' FROM sqlite_schema WHERE type IN ('table', 'view') "
                + "AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\' ORDER BY name"))
            using (var reader = list.ExecuteReader())
                while (reader.Read()) tables.Add((reader.GetString(0), reader.GetBoolean(1)));
            var all = Stopwatch.StartNew();
            var keys = tables.ToDictionary(t => t.Name, t => t.IsView ? [] : Keys(connection, t.Name), StringComparer.OrdinalIgnoreCase);
            return [.. tables.Select(t =>
            {
                connection.Within(all.Elapsed < WholePatience ? Patience : NoPatience);
                return Look(connection, t.Name, t.IsView, keys);
            })];
        }
        catch (SqliteException e)
        {
            throw connection.Explain(e, Path.GetFileName(path));
        }
    }

    private static TableInfo Look(SafeConnection connection, string table, bool isView, Dictionary<string, IReadOnlyList<string>> keys)
    {
        var (fields, problem) = Fields(connection, table, isView);
        if (isView) return new TableInfo(table, true, fields, null, [], [], [.. fields.Select(f => f.Name)], problem);
        return new TableInfo(table, false, fields, Count(connection, table), keys[table], References(connection, table, keys),
            [.. Columns(connection, table).Where(c => !c.NotNull && c.Key == 0).Select(c => c.Name)], problem);
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
            throw connection.Explain(e, "SQL");
        }
    }

    /// <summary>The declared type of a column that the statement passes through; empty for one that it works out.</summary>
    private static string Declared(SqliteDataReader reader, int column) =>
        raw.sqlite3_column_decltype(reader.Handle!, column).utf8_to_string()?.ToUpperInvariant() ?? "";

    /// <summary>Null where counting takes too long.</summary>
    private static long? Count(SafeConnection connection, string table)
    {
        try
        {
            using var command = connection.Command($"SELECT count(*) FROM {QueryBuilder.Quote(table)}");
            return (long)command.ExecuteScalar()!;
        }
        catch (Exception e) when (e is SqliteException or DataException)
        {
            connection.ThrowIfCancelled();
            return null;
        }
    }

    /// <summary>A column as it is declared.</summary>
    /// <param name="Key">Its place in the primary key, from 1; 0 outside of it.</param>
    private sealed record DeclaredColumn(string Name, string Type, bool NotNull, int Key);

    private static List<DeclaredColumn> Columns(SafeConnection connection, string table)
    {
        using var command = connection.Command($"PRAGMA table_info({QueryBuilder.Quote(table)})");
        using var reader = command.ExecuteReader();
        var columns = new List<DeclaredColumn>();
        while (reader.Read())
            columns.Add(new(reader.GetString(1), reader.IsDBNull(2) ? "" : reader.GetString(2).ToUpperInvariant(), reader.GetBoolean(3),
                reader.GetInt32(5)));
        return columns;
    }

    /// <summary>The columns of the primary key; without one, the column of a unique index, as uploaded tables have it.</summary>
    private static IReadOnlyList<string> Keys(SafeConnection connection, string table)
    {
        List<string> primary = [.. Columns(connection, table).Where(c => c.Key > 0).OrderBy(c => c.Key).Select(c => c.Name)];
        return primary.Count > 0 ? primary : UniqueColumn(connection, table) is { } unique ? [unique] : [];
    }

    private static string? UniqueColumn(SafeConnection connection, string table)
    {
        var indices = new List<string>();
        using (var list = connection.Command($"PRAGMA index_list({QueryBuilder.Quote(table)})"))
        {
            using var reader = list.ExecuteReader();
            while (reader.Read())
                if (reader.GetBoolean(2) && !reader.GetBoolean(4)) indices.Add(reader.GetString(1));
        }
        foreach (var index in indices.Order(StringComparer.Ordinal))
        {
            using var info = connection.Command($"PRAGMA index_info({QueryBuilder.Quote(index)})");
            using var reader = info.ExecuteReader();
            var columns = new List<string?>();
            while (reader.Read()) columns.Add(reader.IsDBNull(2) ? null : reader.GetString(2));
            if (columns is [{ } only]) return only;
        }
        return null;
    }

    private static IReadOnlyList<TableReference> References(SafeConnection connection, string table,
        Dictionary<string, IReadOnlyList<string>> keys)
    {
        using var command = connection.Command($"PRAGMA foreign_key_list({QueryBuilder.Quote(table)})");
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

    /// <summary>The columns as they are declared, with types from the first rows where these can be read.</summary>
    private static (IReadOnlyList<Field> Fields, string? Problem) Fields(SafeConnection connection, string table, bool isView)
    {
        var declared = new List<DeclaredColumn>();
        var seen = new List<List<object>>();
        string? problem = null;
        try
        {
            declared = Columns(connection, table);
            seen = [.. declared.Select(_ => new List<object>())];
            using var sample = connection.Command($"SELECT * FROM {QueryBuilder.Quote(table)} LIMIT {RowsLookedAt}");
            using var rows = sample.ExecuteReader();
            while (rows.Read())
                for (var i = 0; i < Math.Min(declared.Count, rows.FieldCount); i++)
                    if (!rows.IsDBNull(i)) seen[i].Add(rows.GetValue(i));
        }
        catch (DataException e)
        {
            problem = e.Message;
        }
        catch (SqliteException e) when (isView || e.SqliteErrorCode is not (raw.SQLITE_CORRUPT or raw.SQLITE_NOTADB))
        {
            problem = connection.TimedOut && !connection.TooLarge
                ? $"Looking at “{table}” takes long, so its types are proposed from how it is declared."
                : connection.Explain(e, table).Message;
        }
        return ([.. declared.Select((c, i) => Propose(c.Name, c.Type, c.Key > 0, i < seen.Count ? seen[i] : []))], problem);
    }

    private static Field Propose(string name, string declared, bool key, List<object> values)
    {
        var type = Type(declared, values);
        var scale = type == DataType.Decimal ? ScaleOf(declared) : null;
        return new Field { Name = name, Type = type, Scale = scale, Kind = KindGuess.Of(name, type, key && type == DataType.Whole) };
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
