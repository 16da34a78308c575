using LucidLattice.Core.Drawing;
using LucidLattice.Server.Hosting;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice serve</c>: the web application, on this machine only.</summary>
internal static class ServeVerb
{
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
        data.RemoveForgotten();
        var app = WebHost.Build(data, $"http://127.0.0.1:{port}", options.Number("memory") is { } megabytes ? (long)megabytes << 20 : null);
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
