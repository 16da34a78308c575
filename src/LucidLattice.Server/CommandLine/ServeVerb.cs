using LucidLattice.Core.Composing;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Running;
using LucidLattice.Output.Svg;
using LucidLattice.Server.Hosting;
using LucidLattice.Storage;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice serve</c>: the web application, on this machine only.</summary>
internal static class ServeVerb
{
    public static async Task<int> Run(Options options)
    {
        var port = options.Number("port") ?? 5080;
        var data = DataFolder.Open(options);
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
        _ = Task.Run(() => WarmUp(app.Services));
        await app.WaitForShutdownAsync();
        return 0;
    }

    /// <summary>Runs and draws a report once, so that the first author does not wait for the compiler and for the disk.</summary>
    private static void WarmUp(IServiceProvider services)
    {
        try
        {
            var engine = services.GetRequiredService<ReportEngine>();
            var typesetter = services.GetRequiredService<ITypesetter>();
            foreach (var entry in services.GetRequiredService<ReportStore>().Drafts().Take(1))
            {
                var run = engine.Run(new RunRequest(entry.Definition, new Dictionary<string, string>(), DateTime.UtcNow),
                    CancellationToken.None, forAuthor: true);
                if (run.Data is null) continue;
                for (var i = 0; i < 30; i++)
                    foreach (var band in ComposeViewer.View(run, new Dictionary<string, IReadOnlyList<string?>>(), typesetter).Bands)
                        SvgWriter.Write(band.Drawing, "");
            }
        }
        catch (Exception e)
        {
            // Nothing depends on it; whoever opens that report is told what is wrong with it.
            services.GetRequiredService<ILogger<WebApplication>>().LogDebug(e, "Warming up failed");
        }
    }
}
