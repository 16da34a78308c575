using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Links;
using LucidLattice.Core.Running;
using LucidLattice.Output;
using LucidLattice.Server.Composing;
using LucidLattice.Server.Data;
using LucidLattice.Server.Reports;
using LucidLattice.Server.Runs;
using LucidLattice.Sql;
using LucidLattice.Storage;

namespace LucidLattice.Server.Web;

/// <summary>Puts the web application together.</summary>
public static class WebHost
{
    /// <param name="address">Where to listen, on the loopback interface; port 0 takes a free one.</param>
    public static WebApplication Build(AppData data, string address)
    {
        var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory, WebRootPath = "wwwroot" });
        builder.WebHost.UseKestrelCore().UseUrls(address).ConfigureKestrel(kestrel =>
        {
            kestrel.Limits.MaxRequestBodySize = 8 << 20;
            kestrel.AddServerHeader = false;
        });
        builder.Logging.SetMinimumLevel(LogLevel.Warning);
        AddServices(builder.Services, data);
        var app = builder.Build();
        Map(app);
        return app;
    }

    private static void AddServices(IServiceCollection services, AppData data)
    {
        services.ConfigureHttpJsonOptions(options =>
        {
            ReportJson.Configure(options.SerializerOptions);
            // The API's description promises every property; only definition files leave out what is empty.
            options.SerializerOptions.DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.Never;
        });
        services.AddOpenApi(options => options.AddDocumentTransformer((document, _, _) =>
        {
            document.Info.Title = "Lucid Lattice";
            document.Info.Version = "1";
            // The address differs from one machine to the next and is no part of the contract.
            document.Servers?.Clear();
            return Task.CompletedTask;
        }));
        services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
        services.AddSingleton(data);
        services.AddSingleton(data.Reports);
        services.AddSingleton<IReportCatalog>(data.Reports);
        services.AddSingleton<IDatabases>(data);
        services.AddSingleton<ITextMeasurer, SkiaTextMeasurer>();
        services.AddSingleton<Core.Data.IRowSource>(new CachedRowSource(new SqliteRowSource(data), data));
        services.AddSingleton<ReportEngine>();
        services.AddSingleton<RunStore>();
    }

    private static void Map(WebApplication app)
    {
        app.UseMiddleware<LocalOnly>();
        app.UseMiddleware<ApiErrors>();
        app.UseFrontEndFiles();
        app.UseRouting();
        app.MapOpenApi("/api/openapi.json");
        app.MapGet("/api/health", () => new Health("ok")).WithName("getHealth").WithTags("Health");
        app.MapReports();
        app.MapDatabases();
        app.MapCompose();
        app.MapRuns();
        app.Map("/api/{**rest}", IResult () => throw ApiException.NotFound("There is no such address in the API; /api/openapi.json lists them."));
        app.MapFrontEnd();
    }
}

public sealed record Health(string Status);
