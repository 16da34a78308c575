using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql.Csv;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;

namespace LucidLattice.Server.Data;

/// <summary>
/// Databases whose files were uploaded, and so may be replaced. A file is never changed where it lies: a new one takes its
/// place, so that whoever reads at the moment goes on with the old one.
/// </summary>
public static class OwnDatabases
{
    private static readonly byte[] SqliteMark = "SQLite format 3\0"u8.ToArray();

    public static bool IsOwn(this AppData data, string name) =>
        data.Find(name) is { } at && Path.GetDirectoryName(at.Address) == data.Uploads;

    /// <summary>Makes a SQLite file a database.</summary>
    /// <param name="upload">A file that goes: it is moved to where uploads are kept.</param>
    /// <param name="replace">True if an uploaded database of this name may go.</param>
    /// <returns>The database's name.</returns>
    /// <exception cref="ApiException">The name is taken, or the file is no SQLite database.</exception>
    public static string PutSqlite(this AppData data, SqlDatabases databases, string name, string upload, bool replace)
    {
        var free = data.NameFor(name, replace);
        using (var file = File.OpenRead(upload))
        {
            var mark = new byte[SqliteMark.Length];
            if (file.ReadAtLeast(mark, mark.Length, throwOnEndOfStream: false) < mark.Length || !mark.SequenceEqual(SqliteMark))
                throw ApiException.Bad("not-a-database", "This file is no SQLite database.");
        }
        databases.Tables(SqliteEngine.At(upload));
        var kept = data.FreePath();
        File.Move(upload, kept);
        data.Put(free, kept);
        return free;
    }

    /// <summary>Makes a CSV file a table: of a new database, or of one that was uploaded, beside the tables that it has.</summary>
    /// <param name="table">Empty calls it as the database.</param>
    /// <param name="replace">True if a table of this name may go.</param>
    /// <exception cref="ApiException">A name is taken, or the file cannot be read.</exception>
    public static CsvImport PutCsv(this AppData data, SqlDatabases databases, string name, string table, Stream file,
        IReadOnlyList<CsvColumn> columns, bool replace, CancellationToken cancel)
    {
        var free = data.NameFor(name, replace: true);
        var called = table.Trim().Length == 0 ? free : table.Trim();
        if (data.Find(free) is { } there
            && databases.Tables(there).FirstOrDefault(t => string.Equals(t.Name, called, StringComparison.OrdinalIgnoreCase)) is { } taken
            && (taken.IsView || !replace))
            throw new ApiException(StatusCodes.Status409Conflict, "table-taken",
                $"“{free}” has a {(taken.IsView ? "view" : "table")} called “{taken.Name}” already. "
                + $"{(taken.IsView ? "Choose another name" : "Replace it, or choose another name")}.");
        var kept = data.FreePath();
        try
        {
            if (data.Find(free) is { } before) File.Copy(before.Address, kept);
            var result = CsvFile.Import(file, kept, called, columns, cancel);
            data.Put(free, kept);
            return result;
        }
        catch
        {
            File.Delete(kept);
            throw;
        }
    }

    /// <summary>The name without spaces around it.</summary>
    /// <param name="replace">True if an uploaded database of this name may go.</param>
    /// <exception cref="ApiException">The name is empty or too long, or is taken.</exception>
    public static string NameFor(this AppData data, string name, bool replace = false)
    {
        var trimmed = name.Trim();
        if (trimmed.Length is 0 or > 80) throw ApiException.Bad("bad-name", "Give the database a name of up to 80 letters.");
        if (data.Find(trimmed) is null) return trimmed;
        if (!data.IsOwn(trimmed))
            throw new ApiException(StatusCodes.Status409Conflict, "name-taken",
                $"There is already a database called “{trimmed}”, whose file is only ever read. Choose another name.");
        return replace
            ? trimmed
            : throw new ApiException(StatusCodes.Status409Conflict, "name-taken",
            $"There is already a database called “{trimmed}”. Replace it, or choose another name.");
    }

    /// <summary>A path for a new file. Its name comes from here, so it cannot lie anywhere else.</summary>
    private static string FreePath(this AppData data) => Path.Combine(data.Uploads, Guid.NewGuid().ToString("N") + ".sqlite");

    /// <summary>Lets a file be the database of this name; the one before goes.</summary>
    private static void Put(this AppData data, string name, string path)
    {
        var before = data.IsOwn(name) ? data.Find(name) : null;
        data.Register(name, SqliteEngine.At(path));
        // Rows that were read from the old file are kept by its path and its time, so nobody takes them for the new ones.
        if (before is not null) File.Delete(before.Address);
    }
}
