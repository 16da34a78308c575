using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using LucidLattice.Data;

namespace LucidLattice.Sql.Sqlite;

/// <summary>
/// Decides by what a path leads to, not by how it is written, whether it may be read as a database: a regular file, and none of the
/// application's own, through whatever links. It is asked at each opening, since links can change.
/// </summary>
public static class GuardedFile
{
    private const int RegularFile = 0x8000, KindMask = 0xF000, CurrentFolder = -100, BasicStatistics = 0x7FF, StructureBytes = 256;
    private static readonly ConcurrentDictionary<string, byte> Own = new();
    private static IReadOnlyList<string>? _allowed;

    /// <summary>Takes a SQLite file as the application's own, with what SQLite keeps beside it.</summary>
    public static void KeepOut(string path)
    {
        foreach (var end in new[] { "", "-wal", "-shm", "-journal" }) Own[Path.GetFullPath(path) + end] = 0;
    }

    /// <summary>Lets nothing be read but what lies in some folders, by where it really lies; without this, everything may be.</summary>
    public static void Allow(IEnumerable<string> folders) =>
        _allowed = [.. folders.Where(f => f.Length > 0).Select(f => Real(Path.GetFullPath(f)) ?? Path.GetFullPath(f)).Distinct()];

    /// <exception cref="DataException">It lies elsewhere than allowed, is not there, no regular file, or the application's own.</exception>
    public static void Check(string path)
    {
        var name = Path.GetFileName(path);
        if (Identity(path) is not { } file) throw new DataException("database-missing", $"The database file “{name}” is not there.");
        if (!file.IsRegular)
            throw new DataException("not-a-file",
                $"“{name}” is no file but a folder, a device or a pipe, so it cannot be read as a database.");
        if (file.IsEmpty) throw new DataException("not-a-database", $"“{name}” is empty, so it is no database.");
        if (Own.Keys.Any(own => Identity(own) is { } kept && (kept.Device, kept.Node) == (file.Device, file.Node)))
            throw new DataException("own-file", "The application's own file cannot be used as a database of reports.");
        if (_allowed is { } folders && Real(path) is { } real && !folders.Any(f => Holds(f, real)))
            throw new DataException("folder-not-allowed",
                $"“{name}” lies in a folder from which no databases are read. "
                + $"Those are {string.Join(", ", folders)}; others are named with "
                + "--allow when the server is started.");
    }

    private static bool Holds(string folder, string path) => path.StartsWith(folder.TrimEnd('/') + "/", StringComparison.Ordinal);

    /// <summary>What a path leads to, by device and inode (Linux, statx(2)); null where nothing is there.</summary>
    private static (bool IsRegular, (uint, uint) Device, ulong Node, bool IsEmpty)? Identity(string path)
    {
        var buffer = new byte[StructureBytes];
        if (Statistics(CurrentFolder, path, 0, BasicStatistics, buffer) != 0) return null;
        // The layout of struct statx is the same on all machines.
        return ((BitConverter.ToUInt16(buffer, 28) & KindMask) == RegularFile,
            (BitConverter.ToUInt32(buffer, 136), BitConverter.ToUInt32(buffer, 140)), BitConverter.ToUInt64(buffer, 32),
            BitConverter.ToUInt64(buffer, 40) == 0);
    }

    /// <summary>A path without links and dots; null where nothing is there.</summary>
    private static string? Real(string path)
    {
        var found = RealPath(path, 0);
        if (found == 0) return null;
        var real = Marshal.PtrToStringUTF8(found);
        Free(found);
        return real;
    }

    [DllImport("libc", EntryPoint = "realpath")]
    private static extern nint RealPath([MarshalAs(UnmanagedType.LPUTF8Str)] string path, nint into);

    [DllImport("libc", EntryPoint = "free")]
    private static extern void Free(nint memory);

    [DllImport("libc", EntryPoint = "statx")]
    private static extern int Statistics(int folder, [MarshalAs(UnmanagedType.LPUTF8Str)] string path, int flags, uint mask, byte[] buffer);
}
