using LucidLattice.Data;
using LucidLattice.Server.Workspace;

namespace LucidLattice.Server.CommandLine;

/// <summary>The folder that <c>--data</c> names. One that is not there is made only if that is wanted: its name may be mistyped.</summary>
public static class DataFolder
{
    /// <exception cref="UsageException">There is no such folder, and nobody said that it should be made.</exception>
    public static AppData Open(Options options)
    {
        var named = options.Value("data");
        if (named is null || Directory.Exists(named) || options.Has("new") || Agreed(named))
        {
            var data = Opened(named);
            foreach (var problem in data.FontProblems) Console.Error.WriteLine($"warning unusable-font: {problem}");
            return data;
        }
        throw new UsageException($"There is no folder “{named}”, and none was made. To make it, with the demo data in it, add --new.");
    }

    private static AppData Opened(string? named)
    {
        try
        {
            return AppData.Open(named);
        }
        catch (Exception e) when (e is UnauthorizedAccessException or IOException or InvalidDataException)
        {
            var why = e switch
            {
                InvalidDataException => "its file is no database of Lucid Lattice",
                _ when DiskFull.Is(e) => "the disk is full",
                _ => "it cannot be written",
            };
            throw new UsageException($"The folder “{named ?? "data"}” cannot be used: {why}.");
        }
    }

    /// <summary>Takes the folder for a server as long as it is held; null if another one has it.</summary>
    public static IDisposable? Hold(AppData data) => Lock(data, "server.lock");

    /// <summary>Takes the folder's uploads for as long as they are held; null if somebody else is loading a file.</summary>
    public static IDisposable? HoldUploads(AppData data) => Lock(data, "load.lock");

    private static FileStream? Lock(AppData data, string name)
    {
        try
        {
            return new FileStream(Path.Combine(data.Directory, name), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException)
        {
            return null;
        }
    }

    private static bool Agreed(string named)
    {
        if (Console.IsInputRedirected || Console.IsErrorRedirected) return false;
        Console.Error.Write($"There is no folder “{named}”. Make it, with the demo data in it? [y/N] ");
        return Console.ReadLine()?.Trim().ToLowerInvariant() is "y" or "yes";
    }
}
