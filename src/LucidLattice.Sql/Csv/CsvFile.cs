using System.Globalization;
using System.Text;
using CsvHelper;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Sql.Csv;

/// <summary>A cell that is no value of its column's type.</summary>
/// <param name="Row">From 1, the heading not counted.</param>
public sealed record BadCell(int Row, string Column, string Text);

/// <summary>What a CSV file seems to hold.</summary>
/// <param name="Rows">The first rows, as they are written.</param>
/// <param name="BadCells">The first cells, among the rows looked at, that do not fit.</param>
/// <param name="Notes">How it is read where that is not plain, in sentences.</param>
public sealed record CsvPreview(string Delimiter, IReadOnlyList<CsvColumn> Columns, IReadOnlyList<IReadOnlyList<string>> Rows,
    IReadOnlyList<BadCell> BadCells, IReadOnlyList<string> Notes);

/// <summary>What became of a CSV file.</summary>
/// <param name="Bad">How many cells did not fit their type. Each is kept as it was written, so nothing is lost.</param>
public sealed record CsvImport(string Table, int Rows, int Bad, IReadOnlyList<BadCell> BadCells);

/// <summary>Reads CSV files (RFC 4180, and the delimiters that are common besides the comma) into a database of their own.</summary>
public static class CsvFile
{
    /// <summary>SQLITE_FULL (https://www.sqlite.org/rescode.html).</summary>
    private const int DatabaseFull = 13;

    /// <summary>As many as SQLite takes without being told otherwise.</summary>
    public const int MostColumns = 2_000;

    private const int LongestRow = 4_000_000;
    private const int RowsLookedAt = 1000, RowsShown = 20, BadCellsListed = 50;

    /// <exception cref="DataException">The file is no table of texts.</exception>
    public static CsvPreview Preview(Stream file)
    {
        using var csv = Open(file, out var delimiter);
        var names = Heading(csv);
        var rows = new List<string[]>();
        var shorter = 0;
        while (rows.Count < RowsLookedAt && Next(csv, names.Count) is { } row)
        {
            if (csv.Current.ToArray().Length < names.Count) shorter++;
            rows.Add(row);
        }
        var columns = names.Select((name, i) => CsvInference.Guess(name, [.. rows.Select(r => r[i])])).ToList();
        var bad = rows.SelectMany(
            (row, r) =>
            columns.Select((c, i) => (c, Cell: row[i], Row: r + 1)).Where(x => !x.c.TryRead(x.Cell, out _))
                .Select(x => new BadCell(x.Row, x.c.Name, x.Cell))).Take(BadCellsListed).ToList();
        return new CsvPreview(delimiter, columns, [.. rows.Take(RowsShown)], bad, [.. Notes(columns, rows, shorter)]);
    }

    /// <summary>What a reader of the file could take otherwise.</summary>
    private static IEnumerable<string> Notes(List<CsvColumn> columns, List<string[]> rows, int shorter)
    {
        yield return "Empty cells, with quotes or without, are no value.";
        if (shorter > 0)
            yield return $"{(shorter == 1 ? "1 row has" : $"{shorter} rows have")} fewer cells than there are columns; those at the "
                + "end are empty.";
        foreach (var (column, i) in columns.Select((c, i) => (c, i)))
            if (column.Type.IsTime() && column.Dates == DateOrder.DayFirst
                && (column with { Dates = DateOrder.MonthFirst }) is var other && rows.All(r => other.TryRead(r[i], out _)))
                yield return $"The dates of “{column.Name}” are read day first; they could be month first as well.";
        if (columns.Any(c => c.Type == DataType.DateTime)) yield return "Times are taken as they are written, without a zone.";
    }

    /// <summary>Writes a table into a SQLite file, which is made if it is not there; a table of the same name goes.</summary>
    /// <param name="columns">As many as the file has, in its order.</param>
    /// <exception cref="DataException">The file is no table of texts, or has other columns.</exception>
    /// <exception cref="IOException">The disk is full.</exception>
    public static CsvImport Import(Stream file, string database, string table, IReadOnlyList<CsvColumn> columns, CancellationToken cancel)
    {
        try
        {
            return Load(file, database, table, columns, cancel);
        }
        catch (SqliteException e) when (e.SqliteErrorCode == DatabaseFull)
        {
            throw DiskFull.Fault();
        }
    }

    private static CsvImport Load(Stream file, string database, string table, IReadOnlyList<CsvColumn> columns, CancellationToken cancel)
    {
        var exact = NeedText(file, columns, cancel);
        using var csv = Open(file, out _);
        var names = Heading(csv);
        if (names.Count != columns.Count)
            throw new DataException("csv-columns", $"The file has {names.Count} columns, not {columns.Count}.");
        if (columns.GroupBy(c => c.Name, StringComparer.OrdinalIgnoreCase).FirstOrDefault(g => g.Count() > 1) is { } twice)
            throw new DataException("csv-columns", $"Two columns are called “{twice.Key}”. Rename one of them.");
        using var connection =
            new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = database, Pooling = false }.ToString());
        connection.Open();
        using var transaction = connection.BeginTransaction();
        using var create = connection.CreateCommand();
        create.CommandText = $"DROP TABLE IF EXISTS {QueryBuilder.Quote(table)}; CREATE TABLE {QueryBuilder.Quote(table)} "
            + $"({string.Join(", ", columns.Select((c, i) => $"{QueryBuilder.Quote(c.Name)} {Declared(c.Type, exact[i])}"))})";
        create.ExecuteNonQuery();
        using var insert = connection.CreateCommand();
        insert.CommandText = $"INSERT INTO {QueryBuilder.Quote(table)} VALUES ({string.Join(", ", columns.Select((_, i) => "@" + i))})";
        for (var i = 0; i < columns.Count; i++) insert.Parameters.Add(new SqliteParameter("@" + i, null));
        var (rows, bad) = (0, 0);
        var listed = new List<BadCell>();
        while (Next(csv, columns.Count) is { } row)
        {
            if ((++rows & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            for (var i = 0; i < columns.Count; i++)
            {
                if (!columns[i].TryRead(row[i], out var value))
                {
                    // What does not fit is kept as it was written.
                    value = row[i];
                    if (++bad <= BadCellsListed) listed.Add(new BadCell(rows, columns[i].Name, row[i]));
                }
                else if (exact[i] && value is not null) value = columns[i].Exactly(row[i]);
                insert.Parameters[i].Value = value ?? DBNull.Value;
            }
            insert.ExecuteNonQuery();
        }
        AddKey(connection, table, columns);
        transaction.Commit();
        return new CsvImport(table, rows, bad, listed);
    }

    /// <summary>A column that is called as keys are, and whose values are all there and all different, becomes the table's key: other
    /// tables are then joined on it.</summary>
    private static void AddKey(SqliteConnection connection, string table, IReadOnlyList<CsvColumn> columns)
    {
        foreach (var column in columns.Where(c => c.Type is DataType.Whole or DataType.Text && KindGuess.IsKeyName(c.Name)))
        {
            var (of, name) = (QueryBuilder.Quote(table), QueryBuilder.Quote(column.Name));
            using var count = connection.CreateCommand();
            count.CommandText = $"SELECT count(*) > 0 AND count(*) = count(DISTINCT {name}) FROM {of}";
            if (Convert.ToInt64(count.ExecuteScalar()) == 0) continue;
            using var index = connection.CreateCommand();
            index.CommandText = $"CREATE UNIQUE INDEX {QueryBuilder.Quote($"key of {table}")} ON {of} ({name})";
            index.ExecuteNonQuery();
            return;
        }
    }

    /// <summary>Which columns of numbers SQLite would change: a number of more than 15 digits, and a cell that only looks like a number, it
    /// keeps as they are only among texts.</summary>
    private static bool[] NeedText(Stream file, IReadOnlyList<CsvColumn> columns, CancellationToken cancel)
    {
        var need = new bool[columns.Count];
        var decimals = Enumerable.Range(0, columns.Count).Where(i => columns[i].Type is DataType.Decimal or DataType.Whole).ToList();
        if (decimals.Count == 0) return need;
        if (!file.CanSeek)
        {
            foreach (var i in decimals) need[i] = true;
            return need;
        }
        var start = file.Position;
        using (var csv = Open(file, out _))
        {
            if (Heading(csv).Count == columns.Count)
                for (var rows = 0; Next(csv, columns.Count) is { } row; rows++)
                {
                    if ((rows & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
                    foreach (var i in decimals) need[i] |= !columns[i].IsKeptByNumber(row[i]);
                }
        }
        file.Position = start;
        return need;
    }

    private static CsvReader Open(Stream file, out string delimiter)
    {
        var reader = new StreamReader(file, new UTF8Encoding(false, throwOnInvalidBytes: true), detectEncodingFromByteOrderMarks: true,
            bufferSize: 1 << 16, leaveOpen: true);
        var head = new char[1 << 15];
        int length;
        try
        {
            length = reader.ReadBlock(head);
        }
        catch (DecoderFallbackException)
        {
            throw new DataException("csv-encoding", "The file is not written in UTF-8. Save it as UTF-8 and upload it again.");
        }
        var start = head.AsSpan(0, length);
        if (start.Contains('\0')) throw new DataException("not-csv", "The file holds no text, so it is no CSV file.");
        delimiter = Delimiter(start);
        var options = CsvReaderOptions.Default with { Separator = delimiter[0], HasHeader = false, TrackLineNumbers = true,
            DetectSeparatorHint = false, MaxRecordSize = LongestRow };
        return CsvReader.Create(new WatchedReader(head[..length], reader, delimiter[0]), options, leaveOpen: false);
    }

    /// <summary>The delimiter that stands most often in the first line, outside of quotes.</summary>
    private static string Delimiter(ReadOnlySpan<char> text)
    {
        Span<int> counts = stackalloc int[4];
        var quoted = false;
        foreach (var c in text)
        {
            if (c == '"') quoted = !quoted;
            if (quoted) continue;
            if (c is '\n' or '\r') break;
            var at = ",;\t|".IndexOf(c);
            if (at >= 0) counts[at]++;
        }
        var best = 0;
        for (var i = 1; i < 4; i++)
            if (counts[i] > counts[best]) best = i;
        return ",;\t|"[best].ToString();
    }

    private static List<string> Heading(CsvReader csv)
    {
        if (!Read(csv) || csv.Current.ToArray() is not { Length: > 0 } first) throw new DataException("csv-empty", "The file is empty.");
        if (first.Length > MostColumns)
            throw new DataException("csv-columns", $"The file has {first.Length:N0} columns; {MostColumns:N0} are the most.");
        var (names, taken, last) = (new List<string>(), new HashSet<string>(StringComparer.OrdinalIgnoreCase),
            new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase));
        foreach (var cell in first)
        {
            var wanted = cell.Trim().Length == 0 ? $"column_{names.Count + 1}" : cell.Trim();
            var (name, n) = (wanted, last.GetValueOrDefault(wanted, 1));
            // Where many are called the same, each goes on counting where the one before stopped.
            while (!taken.Add(name)) name = $"{wanted}_{++n}";
            last[wanted] = n;
            names.Add(name);
        }
        return names;
    }

    /// <exception cref="DataException">The row has more cells than there are columns.</exception>
    private static string[]? Next(CsvReader csv, int columns)
    {
        if (!Read(csv)) return null;
        var record = csv.Current.ToArray();
        if (record.Length > columns)
            throw new DataException("csv-row",
                $"Line {csv.LineNumber} has {record.Length} cells, but there are {columns} columns. Is a quote missing around a text "
                + $"with a delimiter?");
        return record.Length == columns ? record : [.. record, .. Enumerable.Repeat("", columns - record.Length)];
    }

    /// <summary>Goes on to the next row; false behind the last one.</summary>
    /// <exception cref="DataException">It cannot be read; the message says why.</exception>
    private static bool Read(CsvReader csv)
    {
        try
        {
            return csv.Read();
        }
        catch (DecoderFallbackException)
        {
            throw new DataException("csv-encoding", "The file is not written in UTF-8. Save it as UTF-8 and upload it again.");
        }
        catch (Exception e) when (e.InnerException is DataException known)
        {
            throw known;
        }
        catch (CsvFormatException e)
        {
            throw new DataException("csv-row", e.Message.Contains(nameof(CsvReaderOptions.MaxRecordSize), StringComparison.Ordinal)
                ? $"A row after line {csv.LineNumber} is longer than {LongestRow:N0} characters. "
                    + "Is this a CSV file, and is a quote missing?"
                : $"The file cannot be read as CSV: {e.Message}");
        }
    }

    private static string Declared(DataType type, bool isExact) =>
        isExact ? type == DataType.Whole ? SchemaReader.ExactWhole : SchemaReader.ExactDecimal
        : type switch { DataType.Whole => "INTEGER", DataType.Decimal => "DECIMAL", DataType.Double => "REAL", DataType.Bool => "BOOLEAN",
            DataType.Date => "DATE", DataType.DateTime => "DATETIME", _ => "TEXT" };
}
