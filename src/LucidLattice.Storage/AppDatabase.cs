using Microsoft.Data.Sqlite;

namespace LucidLattice.Storage;

/// <summary>The application's own SQLite file. Every write is a transaction that is on the disk when it returns.</summary>
public sealed class AppDatabase
{
    private const int OutOfMemory = 7, MostAttempts = 20;
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(100);
    private readonly string _connectionString;

    /// <summary>The transaction that several writes of one caller belong to.</summary>
    private readonly AsyncLocal<SqliteConnection?> _together = new();

    /// <summary>Opens the file, creates it when it is missing, and brings it up to date.</summary>
    public AppDatabase(string path)
    {
        Path = System.IO.Path.GetFullPath(path);
        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(Path)!);
        _connectionString =
            new SqliteConnectionStringBuilder { DataSource = Path, Pooling = true, ForeignKeys = true, DefaultTimeout = 10 }.ToString();
        FileFaults.Named(() =>
        {
            using var connection = Open();
            Execute(connection, "PRAGMA journal_mode = WAL");
            Migrations.Run(connection);
            return true;
        });
    }

    public string Path { get; }

    /// <summary>Makes all writes and reads of a step one transaction: all of them are there in the end, or none.</summary>
    public T Together<T>(Func<T> step)
    {
        if (_together.Value is not null) return step();
        return Write(connection =>
        {
            _together.Value = connection;
            try
            {
                return step();
            }
            finally
            {
                _together.Value = null;
            }
        });
    }

    /// <summary>Runs a step in one transaction; what it throws leaves nothing behind.</summary>
    public T Write<T>(Func<SqliteConnection, T> step)
    {
        if (_together.Value is { } ongoing) return step(ongoing);
        return FileFaults.Named(() => WriteWithPatience(step));
    }

    private T WriteWithPatience<T>(Func<SqliteConnection, T> step)
    {
        // A query that takes all the memory of the database engine ends as soon as it gets no more; saving must not fail because of it.
        for (var attempt = 1; ; attempt++)
        {
            try
            {
                return WriteOnce(step);
            }
            catch (SqliteException e) when (e.SqliteErrorCode == OutOfMemory && attempt < MostAttempts)
            {
                Thread.Sleep(Pause);
            }
        }
    }

    private T WriteOnce<T>(Func<SqliteConnection, T> step)
    {
        using var connection = Open();
        // IMMEDIATE takes the lock at once, so two writers wait for each other instead of failing half-way.
        using var transaction = connection.BeginTransaction(deferred: false);
        var result = step(connection);
        transaction.Commit();
        return result;
    }

    public T Read<T>(Func<SqliteConnection, T> step)
    {
        if (_together.Value is { } ongoing) return step(ongoing);
        return FileFaults.Named(() =>
        {
            using var connection = Open();
            return step(connection);
        });
    }

    internal static SqliteCommand Command(SqliteConnection connection, string sql, params ReadOnlySpan<(string Name, object? Value)> values)
    {
        var command = connection.CreateCommand();
        command.CommandText = sql;
        foreach (var (name, value) in values) command.Parameters.AddWithValue(name, value ?? DBNull.Value);
        return command;
    }

    internal static int Execute(SqliteConnection connection, string sql, params ReadOnlySpan<(string Name, object? Value)> values)
    {
        using var command = Command(connection, sql, values);
        return command.ExecuteNonQuery();
    }

    private SqliteConnection Open()
    {
        var connection = new SqliteConnection(_connectionString);
        connection.Open();
        Execute(connection, "PRAGMA synchronous = FULL");
        return connection;
    }
}
