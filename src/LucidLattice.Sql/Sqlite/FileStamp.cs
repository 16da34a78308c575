namespace LucidLattice.Sql.Sqlite;

/// <summary>Tells whether a file is as it was: by its length and time, and those of the log in which changes may lie for a while.</summary>
internal static class FileStamp
{
    public static string Of(string path) => $"{path}|{Part(path)}|{Part(path + "-wal")}";

    private static string Part(string path) =>
        new FileInfo(path) is { Exists: true } file ? $"{file.Length} {file.LastWriteTimeUtc.Ticks}" : "";
}
