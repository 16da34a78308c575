using LucidLattice.Server.Web;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice serve</c>: the web application, on this machine only.</summary>
internal static class ServeVerb
{
    public static async Task<int> Run(Options options)
    {
        var port = options.Number("port") ?? 5080;
        var app = WebHost.Build(AppData.Open(options.Value("data")), $"http://127.0.0.1:{port}");
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
        await app.WaitForShutdownAsync();
        return 0;
    }
}
