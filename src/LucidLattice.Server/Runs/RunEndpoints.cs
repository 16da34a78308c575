using LucidLattice.Authoring.Composing;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Output.Charts;
using LucidLattice.Output.Files;
using LucidLattice.Output.Svg;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Storage;
using Microsoft.AspNetCore.Http.Features;

namespace LucidLattice.Server.Runs;

/// <summary>Runs of reports: their pages, outline and files.</summary>
public static class RunEndpoints
{
    private const int MostHits = 500;
    private static readonly TimeSpan WaitForResult = TimeSpan.FromSeconds(1);

    public static void MapRuns(this WebApplication app)
    {
        app.MapPost("/api/reports/{id}/runs", Start).WithName("startRun")
                .WithSummary("Runs a report with values for its parameters; the answer names the run.").WithTags("Runs");
        app.MapGet("/api/reports/{id}/first-page", FirstPage).TakesTurn().WithName("getFirstPage")
                .WithSummary("The first page of a report as it was drawn last, as SVG.").WithTags("Runs")
            .Produces<string>(contentType: "image/svg+xml");
        app.MapPost("/api/reports/{id}/choices", Choices).TakesTurn().WithName("listChoices")
                .WithSummary("The choices of a report's parameters, under the values that are set already.").WithTags("Runs");
        var runs = app.MapGroup("/api/runs/{id}").WithTags("Runs");
        runs.MapGet("/", async (string id, RunStore store, CancellationToken cancel) => await Info(id, Entry(id, store), cancel))
            .WithName("getRun")
                .WithSummary("The state of a run: its progress, parameters, problems and page count.");
        runs.MapDelete("/", (string id, RunStore store) => store.Release(id) ? Results.NoContent() : throw Gone()).WithName("stopRun")
                .WithSummary("Releases a run; it stops when no other reader waits for it.").Produces(StatusCodes.Status204NoContent);
        runs.MapGet("/pages/{number:int}", Page).WithName("getPage")
                .WithSummary("A page of a run as SVG.").Produces<string>(contentType: "image/svg+xml");
        runs.MapGet("/pages/{number:int}/at", At).WithName("getPagePlace")
                .WithSummary("The group that a page of a run begins in.");
        runs.MapGet("/outline",
            async (string id, RunStore store, string? sheet = null, string? section = null, int level = 0, int group = 0, int from = 0)
            => OutlineReader.Read(await Entry(id, store).Figures, sheet, section, level, group, Math.Max(0, from))).WithName("getOutline")
                .WithSummary("The groups of a run as an outline.");
        runs.MapGet("/group", Group).WithName("getGroupPage")
                .WithSummary("The page on which a group of a run begins.");
        runs.MapGet("/find", Find).WithName("findInRun")
                .WithSummary("The pages of a run on which a text is printed.");
        foreach (var output in ReportOutputs.All)
            runs.MapGet($"/{output.Name}", (string id, RunStore store, HttpContext context, CancellationToken cancel, bool shown = false,
                    int page = 1) => Written(output, id, store, context, page, shown, cancel))
                .WithName($"get{output.Name.ToUpperInvariant()}")
                .WithSummary($"A run as {output.Name.ToUpperInvariant()}.").Produces<string>(contentType: output.MediaType.Split(';')[0]);
        app.MapGet("/api/outputs", () => ReportOutputs.All.Select(OutputInfo.Describe)).WithName("listOutputs")
                .WithSummary("The kinds of file that a report can be written to.").WithTags("Runs");
        runs.MapGet("/charts/{figure}", Chart).WithName("getChart")
                .WithSummary("The numbers of a chart of a run.");
        runs.MapGet("/charts/{figure}/{format}", ChartFile).WithName("getChartFile")
                .WithSummary("A chart of a run as SVG, PNG or CSV.").Produces<string>(contentType: "image/svg+xml");
        runs.MapGet("/crosstabs/{figure}", Crosstab).WithName("getCrosstab")
                .WithSummary("A crosstab of a run as a table.");
        runs.MapGet("/crosstabs/{figure}/csv", CrosstabFile).WithName("getCrosstabFile")
                .WithSummary("All numbers of a crosstab of a run as CSV.").Produces<string>(contentType: "text/csv");
    }

    private static async Task<RunInfo> Start(string id, RunStart request, ReportStore reports, RunStore store, ReportEngine engine,
        LinkProof proof, CancellationToken cancel)
    {
        var report = Version(id, request.Draft, reports);
        var values = request.Values ?? new Dictionary<string, string>();
        var proven = proof.Proven(id, report.Definition, values, request.Proof);
        var run = new RunRequest(report.Definition, values, DateTime.UtcNow, request.Refresh, proven)
        {
            Opened = request.Opened is { Count: > OpenedGroups.Most } ? throw ApiException.Bad("opened",
                $"At most {OpenedGroups.Most} groups can be opened one by one; open all of them.") : request.Opened,
        };
        var key = KeyOf(id, request.Draft, run, engine);
        var picture = run.Given.Count == 0 ? KeyOf(id, request.Draft, run, engine, ofDay: true) : null;
        var (ticket, entry) = store.Start(key, id, request.Draft, run, engine.DataStampOf(run), request.Refresh,
            (progress, token) => engine.Run(run, token, pages: false, progress: progress), picture);
        return await Info(ticket, entry, cancel);
    }

    /// <summary>What a run is made from; null where nobody can tell.</summary>
    private static ContentHash? KeyOf(string id, bool draft, RunRequest run, ReportEngine engine, bool ofDay = false) =>
        engine.IdentityOf(run, ofDay) is { } identity ? ContentHash.Of(id, draft, identity) : null;

    /// <summary>The first page as it was drawn last from the same definition and data, by this very program; nothing if there is
    /// none.</summary>
    private static IResult FirstPage(string id, ReportStore reports, ReportEngine engine, FirstPageStore pages, bool draft = false)
    {
        var run = new RunRequest(Version(id, draft, reports).Definition, new Dictionary<string, string>(), DateTime.UtcNow, false,
            new HashSet<string>());
        var kept = KeyOf(id, draft, run, engine, ofDay: true) is { } key ? pages.Find(id, Kept(key)) : null;
        return kept is null ? Results.NoContent() : Results.Text(kept, "image/svg+xml; charset=utf-8");
    }

    /// <summary>Another build of the program may draw otherwise.</summary>
    private static string Kept(ContentHash key) => $"{key} {ProgramBuild.Identity}";

    private static ChoicesInfo Choices(string id, ChoicesRequest request, ReportStore reports, ReportEngine engine, LinkProof proof,
        CancellationToken cancel)
    {
        var report = Version(id, request.Draft, reports);
        var values = request.Values ?? new Dictionary<string, string>();
        if (report.Definition.Parameters.All(p => p.Name != request.Parameter))
            throw ApiException.NotFound($"This report has no parameter “{request.Parameter}”.");
        var (choices,
            problems) = engine.Choices(
            new RunRequest(report.Definition, values, DateTime.UtcNow,
            FromLink: proof.Proven(id, report.Definition, values, request.Proof)), request.Parameter, cancel);
        if (choices is null && problems.FirstOrDefault(p => p.Place == request.Parameter && p.IsError) is { } problem)
            throw ApiException.Bad(problem.Code, problem.Message);
        return ChoicesInfo.Search(choices, request.Search);
    }

    private static SavedReport Version(string id, bool draft, ReportStore reports)
        => (draft ? reports.Draft(id) : reports.PublishedVersion(id))
            ?? throw ApiException.NotFound(
            reports.Draft(id) is null ? $"There is no report “{id}”." : "This report is not published yet, so there is nothing to read.");

    /// <summary>Waits a moment, so that quick runs are answered at once and slow ones can show that they are under way.</summary>
    private static async Task<RunInfo> Info(string ticket, RunEntry entry, CancellationToken cancel)
    {
        if (!entry.Pages.IsCompleted) await Task.WhenAny(entry.Pages, Task.Delay(WaitForResult, cancel));
        var progress = entry.Pages.IsCompleted ? null : ProgressInfo.Describe(entry.Progress);
        if (!entry.Figures.IsCompleted)
            return new RunInfo(ticket, entry.ReportId, RunState.Running, "", entry.Draft, "", [], 0, false, progress, 0, 0, 0,
                entry.Progress.Elapsed.TotalMilliseconds, [], []);
        var run = await entry.Figures;
        return new RunInfo(ticket, entry.ReportId, run.Data is null ? RunState.Failed : RunState.Ready, run.Title, entry.Draft,
            Value.Of(run.AsOf).Invariant,
            [.. run.Sheets.Select(s => new SheetInfo(s.Plan.Sheet.Id, s.Plan.Sheet.Name, s.Index.Count))],
            run.Sheets.FirstOrDefault()?.Index.Count ?? 0,
            run.IsComplete, progress, run.Data?.Rows ?? 0, run.Report.Page.Width, run.Report.Page.Height, entry.Milliseconds,
            ParameterInfo.Describe(run), run.Problems, run.Report.AllSections().Any(s => s.Levels.Any(l => l.Closed)), run.Report.Language);
    }

    /// <summary>What is printed at a place of a page, in points from its upper left corner.</summary>
    private static async Task<PagePlace> At(string id, int number, double x, double y, RunStore store, CancellationToken cancel,
        string? sheet = null)
    {
        var run = await Entry(id, store).Figures;
        if (run.Data is null) throw HasProblems(run);
        var pages = run.Sheet(sheet) ?? throw ApiException.NotFound($"The report has no sheet “{sheet}”.");
        if (number < 1 || !await pages.Index.Has(number, cancel))
            throw ApiException.NotFound($"The report has {pages.Index.Count} pages; there is no page {number}.");
        return pages.At(number, x, y) ?? throw ApiException.NotFound("Nothing is printed at this place.");
    }

    /// <summary>Where the first group of a level with a key is printed, or where a section begins.</summary>
    /// <param name="level">The id of the level, or of the section.</param>
    /// <param name="key">As machines write it; empty for rows without one.</param>
    private static async Task<GroupPage> Group(string id, string level, string key, RunStore store, CancellationToken cancel)
    {
        var run = await Entry(id, store).Pages.WaitAsync(cancel);
        if (run.Data is null) throw HasProblems(run);
        foreach (var sheet in run.Sheets)
            foreach (var section in sheet.Plan.Sections)
            {
                if (section.Section.Id == level && sheet.PageOf(section) is { } begins) return new GroupPage(sheet.Plan.Sheet.Id, begins);
                var (data, at) = (run.Data[section], section.Section.Levels.ToList().FindIndex(l => l.Id == level) + 1);
                if (at == 0 || data.Tree.Order.Length == 0) continue;
                var frame = data.NewFrame();
                for (var group = 0; group < data.Tree.Levels[section.Base + at].Count; group++)
                    if (data.KeyOf(section.Base + at, group, frame) is var found && (found.IsNull ? "" : found.Invariant) == key
                        && sheet.PageOf(section, section.Base + at, group) is { } page)
                        return new GroupPage(sheet.Plan.Sheet.Id, page);
            }
        throw ApiException.NotFound("That group is not printed in this report with its present values.");
    }

    private static async Task Page(string id, int number, RunStore store, ITypesetter typesetter, FirstPageStore kept, HttpContext context,
        CancellationToken cancel, string? find = null, string? sheet = null)
    {
        var run = await Entry(id, store).Figures;
        if (run.Data is null) throw HasProblems(run);
        // Whether the last page is known is asked first: a page drawn a moment later may be better than its label says, not worse.
        var pages = run.Sheet(sheet) ?? throw ApiException.NotFound($"The report has no sheet “{sheet}”.");
        var complete = pages.Index.IsComplete;
        if (number < 1 || !await pages.Index.Has(number, cancel))
            throw ApiException.NotFound($"The report has {pages.Index.Count} pages; there is no page {number}.");
        var page = run.Page(pages, number, spoken: true);
        if (find is { Length: > 0 }) page = TextHighlights.Mark(page, find, typesetter);
        // A page that says “of” without a number is not kept.
        context.Response.Headers.CacheControl = complete ? "private, max-age=3600" : "no-store";
        context.Response.ContentType = "image/svg+xml; charset=utf-8";
        if (complete && number == 1 && find is null && sheet is null && Entry(id, store) is { Picture: { } picture } entry)
        {
            var svg = SvgWriter.Write(page, $"p{number}-", $"Page {number}");
            kept.Keep(entry.ReportId, Kept(picture), svg);
            await context.Response.WriteAsync(svg, cancel);
            return;
        }
        SvgWriter.Write(page, context.Response.BodyWriter, $"p{number}-", $"Page {number}");
        await context.Response.BodyWriter.FlushAsync(cancel);
    }

    private static async Task<SearchResult> Find(string id, string text, RunStore store, CancellationToken cancel, int most = 200)
    {
        var run = await Entry(id, store).Pages.WaitAsync(cancel);
        return await Task.Run(() => ReportSearch.Find(run, text, Math.Clamp(most, 1, MostHits), cancel), cancel);
    }

    /// <param name="page">Of outputs of one page, which one.</param>
    /// <param name="shown">True to look at it in the browser, and print it from there; otherwise it is a file to keep.</param>
    private static async Task<IResult> Written(IReportOutput output, string id, RunStore store, HttpContext context, int page, bool shown,
        CancellationToken cancel)
    {
        var entry = Entry(id, store);
        var run = await entry.Pages;
        if (page < 1 || (run.Data is not null && page > run.PageCount))
            throw ApiException.NotFound($"The report has {run.PageCount} pages; there is no page {page}.");
        if (shown && output.ShownUnder is { } policy) context.Response.Headers.ContentSecurityPolicy = policy;
        var options = new OutputOptions { BaseAddress = AddressOf(context), Self = SelfOf(entry), Page = page };
        return File(run, output.Name, output.MediaType, context, (r, stream) => output.Write(r, stream, options, cancel), shown);
    }

    private static string AddressOf(HttpContext context) => $"{context.Request.Scheme}://{context.Request.Host}";

    /// <summary>What opens the report itself; null for a draft, which readers do not see.</summary>
    private static LinkAction? SelfOf(RunEntry entry) =>
        entry.Draft ? null : new LinkAction(entry.ReportId, "", OpenIn.Here, entry.Request.Given);

    /// <summary>The numbers of a chart as a table, for those who want to read them.</summary>
    private static async Task<NumbersTable> Chart(string id, string figure, RunStore store)
    {
        var chart = ChartOf(await Entry(id, store).Figures, figure);
        return ChartTables.Table(chart);
    }

    private static async Task<IResult> ChartFile(string id, string figure, string format, RunStore store, ITypesetter typesetter,
        HttpContext context)
    {
        var run = await Entry(id, store).Figures;
        var chart = ChartOf(run, figure);
        return format switch
        {
            "svg" => File(run, "svg", "image/svg+xml", context, (_, s) => ChartFiles.WriteSvg(chart, run.Report, typesetter, s)),
            "png" => File(run, "png", "image/png", context, (_, s) => ChartFiles.WritePng(chart, run.Report, typesetter, s)),
            "csv" => File(run, "csv", "text/csv", context, (_, s) => ChartFiles.WriteCsv(chart, s)),
            _ => throw ApiException.NotFound("A chart comes as svg, png or csv."),
        };
    }

    /// <summary>A crosstab as a table that readers sort, fold and walk through.</summary>
    private static async Task<CrosstabView> Crosstab(string id, string figure, RunStore store) =>
        RunCrosstabs.View(CrosstabOf(await Entry(id, store).Figures, figure));

    private static async Task<IResult> CrosstabFile(string id, string figure, RunStore store, HttpContext context)
    {
        var run = await Entry(id, store).Figures;
        var crosstab = CrosstabOf(run, figure);
        return File(run, "csv", "text/csv", context, (_, s) => CrosstabCsv.Write(crosstab, s));
    }

    private static PrintedCrosstab CrosstabOf(ReportRun run, string figure) =>
        run.Data is null ? throw HasProblems(run)
        : RunCrosstabs.Find(run, figure) ?? throw ApiException.NotFound("This report has no such crosstab.");

    private static DrawnChart ChartOf(ReportRun run, string figure) =>
        run.Data is null ? throw HasProblems(run)
        : RunCharts.Find(run, figure) ?? throw ApiException.NotFound("This report has no such chart.");

    /// <summary>A file to download, sent while it is written: its first pages are on their way before the last one is made.</summary>
    internal static IResult File(ReportRun run, string extension, string type, HttpContext context, Action<ReportRun, Stream> write,
        bool shown = false)
    {
        if (run.Data is null) throw HasProblems(run);
        // The writers are synchronous; each has a thread of its own, so that nobody waits for it.
        context.Features.Get<IHttpBodyControlFeature>()!.AllowSynchronousIO = true;
        var name = string.Concat(run.Title.Select(c => char.IsLetterOrDigit(c) || c is ' ' or '-' or '_' ? c : '-')).Trim();
        return Results.Stream(stream => Task.Factory.StartNew(() => write(run, stream), TaskCreationOptions.LongRunning), type,
            shown ? null : $"{(name.Length == 0 ? "report" : name)}.{extension}");
    }

    internal static ApiException HasProblems(ReportRun run) =>
        ApiException.Bad("has-problems", run.Problems.FirstOrDefault(p => p.IsError)?.Message ?? "The report cannot be shown.");

    internal static RunEntry Entry(string id, RunStore store) => store.Find(id) ?? throw Gone();

    private static ApiException Gone() => ApiException.Gone("This run is no longer kept. Run the report again.");
}
