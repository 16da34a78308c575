using Microsoft.Data.Sqlite;

namespace LucidLattice.Storage;

/// <summary>Numbered steps that bring the application's file from any earlier version to today's. A step is never changed once it has
/// shipped.</summary>
internal static class Migrations
{
    private static readonly string[] Steps =
    [
        """
        CREATE TABLE databases (name TEXT PRIMARY KEY, path TEXT NOT NULL);
        CREATE TABLE reports (
            id TEXT PRIMARY KEY,
            draft INTEGER NOT NULL,
            published INTEGER,
            deleted_at TEXT);
        CREATE TABLE report_versions (
            report_id TEXT NOT NULL REFERENCES reports (id) DEFERRABLE INITIALLY DEFERRED,
            version INTEGER NOT NULL,
            kind TEXT NOT NULL CHECK (kind IN ('draft', 'published', 'refused')),
            title TEXT NOT NULL,
            definition TEXT NOT NULL,
            saved_at TEXT NOT NULL,
            PRIMARY KEY (report_id, version));
        """,
        "CREATE TABLE secrets (name TEXT PRIMARY KEY, value BLOB NOT NULL);",
        "CREATE TABLE datasets (id TEXT NOT NULL, version INTEGER NOT NULL, name TEXT NOT NULL, definition TEXT NOT NULL, saved_at TEXT "
        + "NOT NULL, deleted_at TEXT, PRIMARY KEY (id, version));",
        "ALTER TABLE databases ADD COLUMN forgotten_at TEXT;",
        """
        CREATE TABLE looks (name TEXT PRIMARY KEY, content TEXT NOT NULL, is_default INTEGER NOT NULL);
        CREATE TABLE palettes (name TEXT PRIMARY KEY, colors TEXT NOT NULL);
        """,
        "CREATE TABLE report_looks (name TEXT PRIMARY KEY, content TEXT NOT NULL);",
        """
        CREATE TABLE trials (report TEXT NOT NULL, subject TEXT NOT NULL, content TEXT NOT NULL, tried_at TEXT NOT NULL,
            PRIMARY KEY (report, subject));
        CREATE TABLE map_places (report TEXT PRIMARY KEY, x REAL NOT NULL, y REAL NOT NULL);
        """,
        "ALTER TABLE trials ADD COLUMN tried TEXT NOT NULL DEFAULT '';",
        "ALTER TABLE report_versions ADD COLUMN note TEXT;",
        "CREATE TABLE first_pages (report TEXT PRIMARY KEY, identity TEXT NOT NULL, svg TEXT NOT NULL);",
        """
        ALTER TABLE databases RENAME COLUMN path TO address;
        ALTER TABLE databases ADD COLUMN kind TEXT NOT NULL DEFAULT 'sqlite';
        """,
    ];

    public static void Run(SqliteConnection connection)
    {
        using var transaction = connection.BeginTransaction(deferred: false);
        using var read = AppDatabase.Command(connection, "PRAGMA user_version");
        var version = Convert.ToInt32(read.ExecuteScalar());
        if (version > Steps.Length)
            throw new InvalidOperationException(
                $"The application's file was made by a newer version of Lucid Lattice (step {version}; this program knows "
                + $"{Steps.Length}).");
        for (; version < Steps.Length; version++) AppDatabase.Execute(connection, Steps[version]);
        AppDatabase.Execute(connection, $"PRAGMA user_version = {version}");
        transaction.Commit();
    }
}
