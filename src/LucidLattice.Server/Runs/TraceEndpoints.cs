using System.Text.Json;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Output;
using LucidLattice.Reports.Running;
using LucidLattice.Reports.Tracing;
using LucidLattice.Server.Web;

namespace LucidLattice.Server.Runs;

/// <summary>Where the numbers of a run come from, down to their rows.</summary>
public static class TraceEndpoints
{
    /// <summary>The most rows that come at once.</summary>
    private const int MostRows = 500;

    /// <summary>Longer descriptions of a place are none.</summary>
    private const int MostCharacters = 4_000;

    public static void MapTraces(this WebApplication app)
    {
        var trace = app.MapGroup("/api/runs/{id}/trace").WithTags("Runs");
        trace.MapGet("/", async (string id, string place, RunStore store, ReportEngine engine, ITypesetter typesetter,
            CancellationToken cancel) => (await Tracer(id, place, store, engine, typesetter, cancel)).Trace()).WithName("traceNumber")
                .WithSummary("Where a printed number of a run comes from.");
        trace.MapGet("/rows",
            async (string id, string place, RunStore store, ReportEngine engine, ITypesetter typesetter, CancellationToken cancel,
                int part = 0, int from = 0, int count = 100, string? sort = null, bool descending = false) =>
                (await Tracer(id, place, store, engine, typesetter, cancel)).Page(part, from, Math.Clamp(count, 0, MostRows), sort,
                    descending))
            .WithName("traceRows")
                .WithSummary("The rows behind a printed number of a run.");
        trace.MapGet("/rows.csv",
            async (string id, string place, RunStore store, ReportEngine engine, ITypesetter typesetter, HttpContext context,
                CancellationToken cancel, int part = 0, string? sort = null, bool descending = false) =>
            {
                var (run, tracer) = await Traced(id, place, store, engine, typesetter, cancel);
                var (head, rows, order) = tracer.All(part, sort, descending);
                return RunEndpoints.File(run, "csv", "text/csv", context, (_, stream) => RowsCsv.Write(rows, head, stream, cancel, order));
            }).WithName("traceRowsFile")
                .WithSummary("All rows behind a printed number of a run, as CSV.").Produces<string>(contentType: "text/csv");
    }

    private static async Task<Tracer> Tracer(string id, string place, RunStore store, ReportEngine engine, ITypesetter typesetter,
        CancellationToken cancel) => (await Traced(id, place, store, engine, typesetter, cancel)).Tracer;

    private static async Task<(ReportRun Run, Tracer Tracer)> Traced(string id, string place, RunStore store, ReportEngine engine,
        ITypesetter typesetter, CancellationToken cancel)
    {
        var (entry, printed) = (RunEndpoints.Entry(id, store), Read(place));
        if (entry.Stamp is { } stamp && engine.DataStampOf(entry.Request) != stamp)
            throw ApiException.Gone("The data has changed since this was printed. Run the report again.");
        var run = await store.Whole(entry, (request, stop) => engine.Run(request, stop, pages: false, forAuthor: true), cancel);
        return (run, Find(run, printed, typesetter, cancel));
    }

    internal static Tracer Find(ReportRun run, PrintedPlace place, ITypesetter typesetter, CancellationToken cancel)
    {
        if (run.Data is null) throw RunEndpoints.HasProblems(run);
        if (place.Page is not null && !run.IsComplete) run.Grow(cancel);
        try
        {
            return new Tracer(run, place, typesetter);
        }
        catch (TraceException e)
        {
            throw ApiException.NotFound(e.Message);
        }
    }

    private static PrintedPlace Read(string place)
    {
        try
        {
            if (place.Length <= MostCharacters && JsonSerializer.Deserialize<PrintedPlace>(place, ReportJson.Options) is
                { Section: not null, Element: not null, Groups: not null } read) return read;
        }
        catch (JsonException)
        {
            // Said below.
        }
        throw ApiException.Bad("place", "This is no place of a report.");
    }
}
