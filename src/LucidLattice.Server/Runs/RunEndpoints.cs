using LucidLattice.Core.Definitions;
using LucidLattice.Core.Running;
using LucidLattice.Output;
using LucidLattice.Server.Web;
using LucidLattice.Storage;

namespace LucidLattice.Server.Runs;

/// <summary>Runs of reports: their pages, outline and files.</summary>
public static class RunEndpoints
{
    private const int MostOutlineEntries = 5000;
    private static readonly TimeSpan WaitForResult = TimeSpan.FromSeconds(1);

    public static void MapRuns(this WebApplication app)
    {
        app.MapPost("/api/reports/{id}/runs", Start).WithName("startRun").WithTags("Runs");
        var runs = app.MapGroup("/api/runs/{id}").WithTags("Runs");
        runs.MapGet("/", async (string id, RunStore store, CancellationToken cancel) => await Info(Entry(id, store), cancel)).WithName("getRun");
        runs.MapDelete("/", (string id, RunStore store) => store.Remove(id) ? Results.NoContent() : throw Gone()).WithName("stopRun");
        runs.MapGet("/pages/{number:int}", Page).WithName("getPage").Produces<string>(contentType: "image/svg+xml");
        runs.MapGet("/outline", async (string id, RunStore store) => Outline(await Finished(id, store))).WithName("getOutline");
        runs.MapGet("/pdf", Pdf).WithName("getPdf").Produces<string>(contentType: "application/pdf");
        runs.MapGet("/json", async (string id, RunStore store, CancellationToken cancel) => File(await Finished(id, store), "json", "application/json", (run, stream) => RunJson.Write(run, stream, cancel))).WithName("getRunJson").Produces<string>(contentType: "application/json");
    }

    private static async Task<RunInfo> Start(string id, RunStart request, ReportStore reports, RunStore store, ReportEngine engine, CancellationToken cancel)
    {
        var report = (request.Draft ? reports.Draft(id) : reports.PublishedVersion(id))
            ?? throw ApiException.NotFound(reports.Draft(id) is null ? $"There is no report “{id}”." : "This report is not published yet, so there is nothing to read.");
        var run = new RunRequest(report.Definition, request.Values ?? new Dictionary<string, string>(), DateTime.UtcNow);
        return await Info(store.Start(id, request.Draft, token => engine.Run(run, token)), cancel);
    }

    /// <summary>Waits a moment, so that quick runs are answered at once and slow ones can show that they are under way.</summary>
    private static async Task<RunInfo> Info(RunEntry entry, CancellationToken cancel)
    {
        if (!entry.Task.IsCompleted) await Task.WhenAny(entry.Task, Task.Delay(WaitForResult, cancel));
        if (!entry.Task.IsCompleted) return new RunInfo(entry.Id, entry.ReportId, RunState.Running, "", entry.Draft, "", 0, 0, 0, 0, (DateTime.UtcNow - entry.Started).TotalMilliseconds, [], []);
        var run = await entry.Task;
        return new RunInfo(entry.Id, entry.ReportId, run.Data is null ? RunState.Failed : RunState.Ready, run.Title, entry.Draft, Core.Data.Value.Of(run.AsOf).Invariant, run.PageCount,
            run.Data?.Tree.Order.Length ?? 0, run.Report.Page.Width, run.Report.Page.Height, entry.Milliseconds, ParameterInfo.Of(run), run.Problems);
    }

    private static async Task<IResult> Page(string id, int number, RunStore store, HttpContext context)
    {
        var run = await Finished(id, store);
        if (number < 1 || number > run.PageCount) throw ApiException.NotFound($"The report has {run.PageCount} pages; there is no page {number}.");
        context.Response.Headers.CacheControl = "private, max-age=3600";
        return Results.Text(SvgWriter.Write(run.Page(number), $"p{number}-", $"Page {number}"), "image/svg+xml", System.Text.Encoding.UTF8);
    }

    private static async Task<IResult> Pdf(string id, RunStore store, HttpContext context, CancellationToken cancel)
    {
        var address = $"{context.Request.Scheme}://{context.Request.Host}";
        return File(await Finished(id, store), "pdf", "application/pdf", (run, stream) => PdfWriter.Write(run, stream, address, cancel));
    }

    /// <summary>A file to download, made on the disk first so that memory does not grow with it.</summary>
    private static IResult File(ReportRun run, string extension, string type, Action<ReportRun, Stream> write)
    {
        if (run.Data is null) throw ApiException.Bad("has-problems", run.Problems.First(p => p.IsError).Message);
        var name = string.Concat(run.Title.Select(c => char.IsLetterOrDigit(c) || c is ' ' or '-' or '_' ? c : '-')).Trim();
        return Results.Stream(async stream =>
        {
            // The writers are synchronous, and the connection is not.
            await using var buffered = new FileStream(Path.GetTempFileName(), FileMode.Open, FileAccess.ReadWrite, FileShare.None, 1 << 16, FileOptions.DeleteOnClose);
            write(run, buffered);
            buffered.Position = 0;
            await buffered.CopyToAsync(stream);
        }, type, $"{(name.Length == 0 ? "report" : name)}.{extension}");
    }

    private static IReadOnlyList<OutlineEntry> Outline(ReportRun run)
    {
        var entries = new List<OutlineEntry>();
        if (run.Data is not { } data || data.Tree.Order.Length == 0) return entries;
        var frame = data.NewFrame();
        void Add(int level, int group)
        {
            if (entries.Count >= MostOutlineEntries) return;
            var key = data.KeyOf(level, group, frame);
            var range = data.Tree.Levels[level];
            entries.Add(new OutlineEntry(level, key.IsNull ? Core.Charts.ChartNumbers.EmptyLabel : data.Plan.Levels[level - 1].Format.Format(key), run.PageOf(level, group), range.End(group) - range.Start[group]));
            if (level == data.Tree.Innermost) return;
            for (var child = data.Tree.FirstChild(level, group); ; child++)
            {
                Add(level + 1, child);
                if (!data.Tree.HasNextSibling(level + 1, child)) return;
            }
        }
        for (var group = 0; data.Tree.Innermost > 0 && group < data.Tree.Levels[1].Count; group++) Add(1, group);
        return entries;
    }

    private static RunEntry Entry(string id, RunStore store) => store.Find(id) ?? throw Gone();

    private static ApiException Gone() => ApiException.Gone("This run is no longer kept. Run the report again.");

    private static async Task<ReportRun> Finished(string id, RunStore store) => await Entry(id, store).Task;
}
