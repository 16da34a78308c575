using LucidLattice.Drawing;
using LucidLattice.Server.Hosting;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql.Sqlite;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice serve</c>: the web application, on this machine only.</summary>
internal static class ServeVerb
{
    /// <summary>Where people keep their own files; what runs the machine lies elsewhere.</summary>
    private static IReadOnlyList<string> AllowedByDefault(AppData data) =>
        [data.Directory, Environment.CurrentDirectory, Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), Path.GetTempPath(),
            "/srv", "/mnt", "/media"];

    public static async Task<int> Run(Options options)
    {
        var port = options.Number("port") ?? 5080;
        var data = DataFolder.Open(options);
        using var held = DataFolder.Hold(data);
        if (held is null)
        {
            Console.Error.WriteLine($"Another server works on {data.Directory} already. Stop it, or name another folder with --data.");
            return 1;
        }
        using (var uploads = DataFolder.HoldUploads(data))
            if (uploads is not null) data.RemoveLeftovers();
        GuardedFile.Allow(options.Value("allow") is { } folders ? [data.Directory, .. folders.Split(':')] : AllowedByDefault(data));
        var app = WebHost.Build(data, $"http://127.0.0.1:{port}",
            options.Number("memory") is { } megabytes ? (long)megabytes << 20 : null,
            options.Number("seconds") is { } seconds ? TimeSpan.FromSeconds(seconds) : null);
        try
        {
            await app.StartAsync();
        }
        catch (IOException e)
        {
            Console.Error.WriteLine($"Port {port} cannot be used: {e.Message} Choose another one with --port.");
            return 1;
        }
        Console.WriteLine($"Lucid Lattice is ready at {app.Urls.First()}");
        _ = Task.Run(() => WarmUp.Run(app.Services.GetRequiredService<ITypesetter>()));
        await app.WaitForShutdownAsync();
        return 0;
    }
}
