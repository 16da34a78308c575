using System.Diagnostics;
using System.Text.RegularExpressions;
using LucidLattice.Data;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Catalogue;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace LucidLattice.Sql.Sqlite;

/// <summary>
/// A read-only connection on which nothing but reading is possible: an authorizer refuses everything else while a
/// statement is prepared, and a progress handler stops what runs too long or is cancelled.
/// </summary>
public sealed partial class SafeConnection : IDisposable
{
    private const int InstructionsBetweenChecks = 2_000;
    private static readonly HashSet<string> ForbiddenFunctions = new(StringComparer.OrdinalIgnoreCase)
        { "load_extension", "readfile", "writefile", "edit", "fts3_tokenizer", "sqlite_dbpage",
            // They work on long values in one step that nothing stops.
            "json_patch", "randomblob" };

    /// <summary>The name of a function that brings a text to normal form C, and of a collation that compares by it.</summary>
    public const string NormalForm = "nfc";

    /// <summary>
    /// The memory of the database engine, in bytes, beyond which a query that comes to be looked at is stopped; and the most that it ever
    /// gets, what the application saves included. Saving has the room between, and is tried again, since a query that finds none ends.
    /// </summary>
    private const long QueryMemory = 1L << 30, AllMemory = 3L << 30;

    static SafeConnection()
    {
        // Whoever comes first has to name the library; the second time it does nothing.
        Batteries_V2.Init();
        raw.sqlite3_hard_heap_limit64(AllMemory);
    }

    // SQLite keeps function pointers to these, so they have to live as long as the connection.
    private static readonly HashSet<string> SchemaPragmas = new(StringComparer.OrdinalIgnoreCase) 
        { "table_info", "foreign_key_list", "index_list", "index_info" };

    private readonly delegate_authorizer _authorizer;
    private readonly delegate_progress _progress;
    private readonly SqliteConnection _connection;
    private readonly QueryLimits _limits;
    private readonly CancellationToken _cancel;
    private readonly bool _schema;
    private Stopwatch _clock = Stopwatch.StartNew();
    private TimeSpan _time;
    private readonly HashSet<string> _tables = new(StringComparer.OrdinalIgnoreCase);
    private readonly HashSet<string> _functions = new(StringComparer.OrdinalIgnoreCase);

    private SafeConnection(SqliteConnection connection, QueryLimits limits, CancellationToken cancel, bool schema)
    {
        (_connection, _limits, _cancel, _schema, _time) = (connection, limits, cancel, schema, limits.Time);
        _authorizer = Authorize;
        _progress = _ =>
        {
            TimedOut = _clock.Elapsed > _time;
            TooLarge = MemoryUsed > QueryMemory;
            return TimedOut || TooLarge || cancel.IsCancellationRequested ? 1 : 0;
        };
        // Reports compare texts in normal form C (Unicode Annex 15), SQLite by their bytes.
        connection.CreateFunction(NormalForm, (string? text) => text is null ? null : Model.Values.NormalForm.Of(text),
            isDeterministic: true);
        connection.CreateCollation(NormalForm,
            (a, b) => string.CompareOrdinal(Model.Values.NormalForm.Of(a), Model.Values.NormalForm.Of(b)));
        BoundedFunctions.Replace(connection);
        var handle = connection.Handle!;
        BoundedPatterns.Replace(handle);
        // What is sorted lies in memory, where it has a limit, and not in files that fill the disk.
        raw.sqlite3_exec(handle, "PRAGMA temp_store = MEMORY");
        raw.sqlite3_limit(handle, raw.SQLITE_LIMIT_LENGTH, limits.ValueBytes);
        raw.sqlite3_limit(handle, raw.SQLITE_LIMIT_ATTACHED, 0);
        raw.sqlite3_set_authorizer(handle, _authorizer, null);
        raw.sqlite3_progress_handler(handle, InstructionsBetweenChecks, _progress, null);
    }

    /// <summary>The tables and views that statements named so far, those inside of views included.</summary>
    public IReadOnlyCollection<string> Tables => _tables;

    /// <summary>The functions that statements used so far.</summary>
    public IReadOnlyCollection<string> Functions => _functions;

    /// <summary>True if the time limit stopped the query.</summary>
    public bool TimedOut { get; private set; }

    /// <summary>True if the memory limit stopped the query.</summary>
    public bool TooLarge { get; private set; }

    /// <summary>What the database engine takes at the moment, in bytes.</summary>
    public static long MemoryUsed => raw.sqlite3_memory_used();

    /// <param name="schema">True allows to ask for the columns and keys of tables.</param>
    /// <exception cref="DataException">The file is missing, or is no SQLite database.</exception>
    public static SafeConnection Open(string path, QueryLimits limits, CancellationToken cancel, bool schema = false)
    {
        GuardedFile.Check(path);
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder { DataSource = path, Mode = SqliteOpenMode.ReadOnly, Pooling = false }.ToString());
        try
        {
            connection.Open();
            // What the path leads to may have been exchanged meanwhile.
            GuardedFile.Check(path);
            var safe = new SafeConnection(connection, limits, cancel, schema);
            using var probe = connection.CreateCommand();
            probe.CommandText = "SELECT count(*) FROM sqlite_schema";
            probe.ExecuteScalar();
            return safe;
        }
        catch (DataException)
        {
            connection.Dispose();
            throw;
        }
        catch (SqliteException e)
        {
            connection.Dispose();
            cancel.ThrowIfCancellationRequested();
            throw new DataException("not-a-database",
                e.SqliteErrorCode == raw.SQLITE_NOTADB
                ? $"“{Path.GetFileName(path)}” is no SQLite database."
                : $"The database “{Path.GetFileName(path)}” cannot be read: {e.Message}");
        }
    }

    /// <summary>A command for exactly one statement.</summary>
    /// <exception cref="DataException">The SQL is not understood, is more than one statement, or wants to do more than read.</exception>
    public SqliteCommand Command(string sql)
    {
        var result = raw.sqlite3_prepare_v2(_connection.Handle!, sql, out var statement, out var tail);
        using (statement)
        {
            var message = result == raw.SQLITE_OK ? "" : raw.sqlite3_errmsg(_connection.Handle!).utf8_to_string();
            // A refused function is reported as a common error, by its message alone.
            if (result == raw.SQLITE_AUTH || message.Contains("not authorized"))
                throw new DataException("sql-refused",
                    "The SQL wants to do more than read, or uses something that is not allowed here. Only one SELECT statement is.");
            if (result != raw.SQLITE_OK) throw new DataException("sql-error", $"The SQL is not understood: {message}.");
            if (statement.IsInvalid || raw.sqlite3_stmt_readonly(statement) == 0)
                throw new DataException("sql-refused", "The SQL is no SELECT statement.");
            if (!string.IsNullOrWhiteSpace(tail))
                throw new DataException("sql-refused", "The SQL holds more than one statement; only one SELECT is allowed.");
            if (Names(statement).Any(n => n is null || !ColonAndName().IsMatch(n)))
                throw new DataException("sql-error", "Write a parameter with a colon before its name, as :region.");
            var command = _connection.CreateCommand();
            command.CommandText = sql;
            command.CommandTimeout = 0;
            return command;
        }
    }

    /// <exception cref="OperationCanceledException">Whoever asked has left.</exception>
    public void ThrowIfCancelled() => _cancel.ThrowIfCancellationRequested();

    /// <summary>Gives what follows a time of its own.</summary>
    public void Within(TimeSpan time) => (_clock, _time) = (Stopwatch.StartNew(), time);

    /// <summary>Turns what SQLite answers into a sentence.</summary>
    /// <param name="name">What was read, for people.</param>
    /// <exception cref="OperationCanceledException">The query was cancelled; then nothing failed.</exception>
    public DataException Explain(SqliteException e, string name)
    {
        if (e.SqliteErrorCode == raw.SQLITE_INTERRUPT && !TooLarge)
        {
            _cancel.ThrowIfCancellationRequested();
            return new DataException("query-too-slow", $"The query of “{name}” was stopped after {_time.TotalSeconds:0.#} seconds.");
        }
        return e.SqliteErrorCode switch
        {
            raw.SQLITE_INTERRUPT or raw.SQLITE_NOMEM => new DataException("query-too-large",
                $"The query of “{name}” needs more memory than all queries together may take "
                + $"({QueryMemory >> 20:N0} MB), so it was stopped."),
            raw.SQLITE_TOOBIG => new DataException("value-too-long", $"The query of “{name}” makes a value that is larger than allowed."),
            raw.SQLITE_CORRUPT or raw.SQLITE_NOTADB => new DataException("damaged-database",
                $"The database of “{name}” is damaged, so it cannot be read. Restore it from a copy."),
            _ => new DataException("sql-error", $"The query of “{name}” failed: {Bare(e.Message)}"),
        };
    }

    /// <summary>What SQLite says, without the number before it.</summary>
    private static string Bare(string message) =>
        Numbered().Match(message) is { Success: true } numbered ? numbered.Groups[1].Value + "." : message;

    [GeneratedRegex(@"^:\w+\z")]
    private static partial Regex ColonAndName();

    [GeneratedRegex(@"^SQLite Error \d+: '(.*?)\.?'\.?$", RegexOptions.Singleline)]
    private static partial Regex Numbered();

    /// <summary>The table and the column that the first column of a statement passes through; null if it is worked out.</summary>
    public (string Table, string Column)? OriginOf(string sql)
    {
        if (raw.sqlite3_prepare_v2(_connection.Handle!, sql, out var statement) != raw.SQLITE_OK) return null;
        using (statement)
        {
            return raw.sqlite3_column_table_name(statement, 0).utf8_to_string() is { } table
                && raw.sqlite3_column_origin_name(statement, 0).utf8_to_string() is { } column ? (table, column) : null;
        }
    }

    /// <summary>The names of the parameters in a statement, without their colons.</summary>
    public IReadOnlyList<string> ParameterNames(string sql)
    {
        if (raw.sqlite3_prepare_v2(_connection.Handle!, sql, out var statement) != raw.SQLITE_OK) return [];
        using (statement)
        {
            return [.. Names(statement).OfType<string>().Select(n => n.TrimStart(':', '@', '$'))];
        }
    }

    /// <summary>The parameters of a statement as they are written; null for ?, which has no name.</summary>
    private static IEnumerable<string?> Names(sqlite3_stmt statement) =>
        Enumerable.Range(1, raw.sqlite3_bind_parameter_count(statement))
            .Select(i => raw.sqlite3_bind_parameter_name(statement, i).utf8_to_string());

    public void Dispose() => _connection.Dispose();

    private int Authorize(object data, int action, utf8z first, utf8z second, utf8z database, utf8z trigger)
    {
        if (action == raw.SQLITE_READ && first.utf8_to_string() is { } table
            && !table.StartsWith("sqlite_", StringComparison.OrdinalIgnoreCase)) _tables.Add(table);
        if (action == raw.SQLITE_FUNCTION && second.utf8_to_string() is { } function) _functions.Add(function);
        return _schema && action == raw.SQLITE_PRAGMA && SchemaPragmas.Contains(first.utf8_to_string() ?? "") ? raw.SQLITE_OK
            : Allowed(action, first, second);
    }

    private static int Allowed(int action, utf8z first, utf8z second) => action switch
    {
        raw.SQLITE_SELECT or raw.SQLITE_RECURSIVE => raw.SQLITE_OK,
        raw.SQLITE_READ =>
        first.utf8_to_string()?.StartsWith("pragma_", StringComparison.OrdinalIgnoreCase) == true ? raw.SQLITE_DENY : raw.SQLITE_OK,
        raw.SQLITE_FUNCTION => ForbiddenFunctions.Contains(second.utf8_to_string() ?? "") ? raw.SQLITE_DENY : raw.SQLITE_OK,
        _ => raw.SQLITE_DENY,
    };
}
