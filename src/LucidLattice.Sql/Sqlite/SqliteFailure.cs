using LucidLattice.Core.Data;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace LucidLattice.Sql.Sqlite;

/// <summary>Turns what SQLite answers into sentences.</summary>
internal static class SqliteFailure
{
    /// <param name="name">What was read, for people.</param>
    /// <exception cref="OperationCanceledException">The query was cancelled; then nothing failed.</exception>
    public static DataException Explain(SqliteException e, string name, QueryLimits limits, CancellationToken cancel)
    {
        if (e.SqliteErrorCode == raw.SQLITE_INTERRUPT)
        {
            cancel.ThrowIfCancellationRequested();
            return new DataException("query-too-slow", $"The query of “{name}” was stopped after {limits.Time.TotalSeconds:0.#} seconds.");
        }
        return e.SqliteErrorCode is raw.SQLITE_TOOBIG or raw.SQLITE_NOMEM
            ? new DataException("value-too-long", $"The query of “{name}” makes a value that is larger than allowed.")
            : new DataException("sql-error", $"The query of “{name}” failed: {e.Message}");
    }
}
