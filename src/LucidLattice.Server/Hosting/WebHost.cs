using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Composing;
using LucidLattice.Server.Data;
using LucidLattice.Server.Lattice;
using LucidLattice.Server.Library;
using LucidLattice.Server.Runs;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql;

namespace LucidLattice.Server.Hosting;

/// <summary>Puts the web application together.</summary>
public static class WebHost
{
    /// <summary>The memory for rows, runs and steps, unless it is set: a quarter of the machine's, in bytes.</summary>
    public static long UsualMemory => Math.Clamp(GC.GetGCMemoryInfo().TotalAvailableMemoryBytes / 4, 128L << 20, 4L << 30);

    /// <param name="address">Where to listen, on the loopback interface; port 0 takes a free one.</param>
    /// <param name="memory">The most that rows, runs and steps may take together, in bytes; null for <see cref="UsualMemory"/>.</param>
    /// <param name="longest">The most time that a turn may take; null for <see cref="WorkTurns.UsualLongest"/>.</param>
    public static WebApplication Build(AppData data, string address, long? memory = null, TimeSpan? longest = null)
    {
        var builder = WebApplication.CreateSlimBuilder(
            new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory, WebRootPath = "wwwroot" });
        builder.WebHost.UseKestrelCore().UseUrls(address).ConfigureKestrel(kestrel =>
        {
            kestrel.Limits.MaxRequestBodySize = 8 << 20;
            kestrel.AddServerHeader = false;
        });
        builder.Logging.SetMinimumLevel(LogLevel.Warning);
        AddServices(builder.Services, data, memory ?? UsualMemory);
        builder.Services.AddSingleton(WorkLanes.Usual(longest));
        var app = builder.Build();
        Map(app);
        return app;
    }

    private static void AddServices(IServiceCollection services, AppData data, long memory)
    {
        services.ConfigureHttpJsonOptions(options =>
        {
            ReportJson.Configure(options.SerializerOptions);
            // The API's description promises every property; only definition files leave out what is empty.
            options.SerializerOptions.DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.Never;
        });
        services.AddOpenApi(options => options.AddDocumentTransformer(DescribedProblems.Add).AddDocumentTransformer((document, _, _) =>
        {
            document.Info.Title = "Lucid Lattice";
            document.Info.Version = "1";
            // The address differs from one machine to the next and is no part of the contract.
            document.Servers?.Clear();
            return Task.CompletedTask;
        }));
        services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
        // Drawings and JSON shrink to a fifth within a millisecond. Quick packing is enough: what stays the same is packed at build.
        services.AddResponseCompression(options => options.MimeTypes = ["application/json", "image/svg+xml", "text/html"]);
        services.AddSingleton(data);
        services.AddSingleton(data.Reports);
        services.AddSingleton<IReportCatalog>(data.Reports);
        services.AddSingleton(data.LinkProof);
        services.AddSingleton<ILinkProof>(data.LinkProof);
        services.AddSingleton<IDatabases>(data);
        services.AddSingleton<ITypesetter, SkiaTypesetter>();
        services.AddSingleton(new SizedCache(memory));
        services.AddSingleton(data.Datasets);
        services.AddSingleton(data.FirstPages);
        services.AddSingleton(data.Looks);
        services.AddSingleton(SqlEngines.Over(data));
        services.AddSingleton(new Data.DatasetFollowing(data));
        services.AddSingleton<IRowReader>(
            s => new DatasetReader(new CachedReader(s.GetRequiredService<SqlDatabases>(), s.GetRequiredService<SizedCache>()),
            s.GetRequiredService<SizedCache>()));
        services.AddSingleton<ReportEngine>();
        services.AddSingleton<LookProgress>();
        services.AddSingleton<RunStore>();
        services.AddHostedService<IdleMemory>();
    }

    private static void Map(WebApplication app)
    {
        app.UseMiddleware<LocalOnly>();
        app.UseMiddleware<ApiErrors>();
        app.UseResponseCompression();
        app.UseFrontEndFiles();
        app.UseRouting();
        app.MapOpenApi("/api/openapi.json");
        app.MapProblemTypes();
        app.MapGet("/api/health",
            (WorkLanes lanes, SizedCache cache, SqlDatabases databases) => Health.Of(lanes, cache, databases))
            .WithName("getHealth")
                .WithSummary("Says how the server is: what it works on, and the memory that it takes.").WithTags("Health");
        app.MapReports();
        app.MapDatabases();
        app.MapDatasets();
        app.MapExpressions();
        app.MapExchanges();
        app.MapCompose();
        app.MapLooks();
        app.MapRuns();
        app.MapTraces();
        app.MapLinks();
        app.MapUnknownAddresses();
        app.MapFrontEnd();
    }
}
