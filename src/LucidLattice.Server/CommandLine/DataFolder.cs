namespace LucidLattice.Server.CommandLine;

/// <summary>The folder that <c>--data</c> names. One that is not there is made only if that is wanted: its name may be mistyped.</summary>
internal static class DataFolder
{
    /// <exception cref="UsageException">There is no such folder, and nobody said that it should be made.</exception>
    public static AppData Open(Options options)
    {
        var named = options.Value("data");
        if (named is null || Directory.Exists(named) || options.Has("new") || Agreed(named))
        {
            var data = AppData.Open(named);
            foreach (var problem in data.FontProblems) Console.Error.WriteLine($"warning unusable-font: {problem}");
            return data;
        }
        throw new UsageException($"There is no folder “{named}”, and none was made. To make it, with the demo data in it, add --new.");
    }

    private static bool Agreed(string named)
    {
        if (Console.IsInputRedirected || Console.IsErrorRedirected) return false;
        Console.Error.Write($"There is no folder “{named}”. Make it, with the demo data in it? [y/N] ");
        return Console.ReadLine()?.Trim().ToLowerInvariant() is "y" or "yes";
    }
}
