using System.Text.Json;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Editing;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Data;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql.Engines;
using LucidLattice.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace LucidLattice.Server.Library;

/// <summary>A new report: from a table, from a kept dataset, or from a whole definition.</summary>
public sealed record NewReport(string? Title = null, string? Database = null, string? Table = null, string? Dataset = null,
    JsonElement? Definition = null, ReportGuide? Guide = null);

/// <summary>What a version is about; null takes the note away.</summary>
public sealed record NoteRequest(string? Note);

/// <summary>A dataset that is a report's own.</summary>
/// <param name="Report">The id of the report.</param>
/// <param name="Title">Of the report.</param>
public sealed record ReportDataset(string Report, string Title, Dataset Dataset);

/// <summary>A report made from what its readers should find out, and the choices that it was made from.</summary>
public sealed record GuidedDraft(ReportDefinition Definition, ReportGuide Guide);

public sealed record DraftSave(int BasedOn, ReportDefinition Definition);

public sealed record SavedVersion(int Version);

/// <param name="Anyway">True publishes in spite of broken promises, and of links of others that break.</param>
public sealed record PublishRequest(int Version, bool Anyway = false);

public sealed record RenameRequest(string Title);

/// <summary>The library: reports, their drafts and their publications.</summary>
public static class ReportEndpoints
{
    public static void MapReports(this WebApplication app)
    {
        var reports = app.MapGroup("/api/reports").WithTags("Reports");
        reports.MapGet("/", (ReportStore store) => store.List()).WithName("listReports")
                .WithSummary("The reports of the library.");
        reports.MapPost("/", Create).WithName("createReport")
                .WithSummary("Creates a report: from a definition, a dataset, a table, or the answers of the guided start.");
        reports.MapGet("/datasets", (ReportStore store) => store.Drafts().SelectMany(r => r.Definition.Datasets.Where(d => d.CopyOf is null)
            .Select(d => new ReportDataset(r.Id, r.Definition.Title, WithParameters(d, r.Definition))))).WithName("listReportDatasets")
                .WithSummary("The reports with the datasets that they hold copies of.");
        reports.MapPost("/guided", (NewReport request, AppData data, SqlDatabases read) => Guided(request, data, read))
            .TakesTurn().WithName("guideReport")
                .WithSummary("The report that the guided start would create from some answers, without saving it.");
        reports.MapGet("/{id}", (string id, ReportStore store) => store.Draft(id) ?? throw Missing(id)).WithName("getReport")
                .WithSummary("The draft of a report, with its version.");
        reports.MapGet("/{id}/file", (string id, ReportStore store) => Files.Json(store.DraftText(id) ?? throw Missing(id), id))
            .WithName("getReportFile")
                .WithSummary("The definition of a report as a file, also of one that cannot be read.")
                .Produces<string>(contentType: "application/json");
        reports.MapPut("/{id}/draft",
            (string id, DraftSave save, ReportStore store) => new SavedVersion(store.SaveDraft(id, save.BasedOn, save.Definition)))
            .WithName("saveDraft")
                .WithSummary("Saves the draft of a report onto the version that it was made from.");
        reports.MapPost("/{id}/publish",
            (string id, PublishRequest request, AppData data, ReportEngine engine, CancellationToken cancel) =>
                new Publishing(data, engine).Publish(id, request.Version, request.Anyway, cancel)).TakesTurn().WithName("publishReport")
                .WithSummary("Publishes the draft of a report; problems and links that would break are named first.");
        reports.MapGet("/{id}/leading-here",
            (string id, ReportStore store) => store.Draft(id) is null ? throw Missing(id) : Publishing.LeadingTo(id, store))
            .WithName("listLinksTo")
                .WithSummary("The links of other reports that lead to this one.");
        reports.MapPost("/{id}/rename", Rename).WithName("renameReport")
                .WithSummary("Gives a report another title.");
        reports.MapGet("/{id}/problems",
            (string id, ReportStore store, ReportEngine engine) => engine.Check((store.Draft(id) ?? throw Missing(id)).Definition))
            .TakesTurn().WithName("listProblems")
                .WithSummary("What is wrong with the draft of a report.");
        reports.MapGet("/{id}/versions",
            (string id, ReportStore store) => store.Versions(id) is { Count: > 0 } all ? all : throw Missing(id))
            .WithName("listVersions")
                .WithSummary("The versions of a report, newest first.");
        reports.MapGet("/{id}/versions/{version:int}", (string id, int version, ReportStore store) => Kept(id, version, store))
            .WithName("getVersion")
                .WithSummary("One version of a report.");
        reports.MapGet("/{id}/versions/{version:int}/changes",
            (string id, int version, int? to, ReportStore store) => ReportComparison.Compare(Kept(id, version, store).Definition,
                (to is { } other ? Kept(id, other, store) : store.Draft(id) ?? throw Missing(id)).Definition, store))
            .TakesTurn().WithName("listChanges")
                .WithSummary("What a version changed, in sentences.");
        reports.MapPut("/{id}/versions/{version:int}/note", SetNote).WithName("setVersionNote")
                .WithSummary("Sets the note of a version.").Produces(StatusCodes.Status204NoContent);
        reports.MapGet("/{id}/related", Related).WithName("listRelatedReports")
                .WithSummary("The published reports that take values which this one can pass on.");
        reports.MapDelete("/{id}", (string id, ReportStore store) => store.SetDeleted(id, true) ? Results.NoContent() : throw Missing(id))
            .WithName("deleteReport")
                .WithSummary("Deletes a report; it can be restored.").Produces(StatusCodes.Status204NoContent);
        reports.MapPost("/{id}/restore",
            (string id, ReportStore store) => store.SetDeleted(id, false) ? Results.NoContent() : throw Missing(id))
            .WithName("restoreReport")
                .WithSummary("Restores a deleted report.").Produces(StatusCodes.Status204NoContent);
    }

    /// <summary>What readers can go on to from a report.</summary>
    private static IReadOnlyList<RelatedReport> Related(string id, ReportStore store) => RelatedReports.Of(id,
        (store.PublishedVersion(id) ?? store.Draft(id) ?? throw Missing(id)).Definition,
        store.List().Where(r => r.Published is not null && r.Unreadable is null)
            .Select(r => (r.Id, Report: ((IReportCatalog)store).Published(r.Id))).Where(r => r.Report is not null)
            .Select(r => (r.Id, r.Report!)));

    private static SavedReport Kept(string id, int version, ReportStore store) =>
        store.Version(id, version) ?? throw ApiException.NotFound($"The report “{id}” has no version {version} that is kept.");

    private static IResult SetNote(string id, int version, NoteRequest request, ReportStore store)
    {
        if (request.Note?.Length > ReportStore.LongestNote)
            throw ApiException.Bad("note-too-long", $"A note has up to {ReportStore.LongestNote} letters, not {request.Note.Length}.");
        if (!store.SetNote(id, version, request.Note)) Kept(id, version, store);
        return Results.NoContent();
    }

    private static ApiException Missing(string id) => ApiException.NotFound($"There is no report “{id}”.");

    private static Created<SavedReport> Create(NewReport request, ReportStore store, AppData data, SqlDatabases read)
    {
        var definition = request.Definition is { } given
            ? Titled(ReportFile.Read(given.GetRawText()), request.Title)
            : request.Guide is not null
            ? Guided(request, data, read).Definition
            : request.Dataset is { } id
            ? FromDataset(id, request.Title, data)
            : FromTable(request, data, read);
        var made = store.Create(FreeId(definition.Title, store), definition);
        return TypedResults.Created($"/api/reports/{Uri.EscapeDataString(made.Id)}", made);
    }

    /// <summary>A dataset of a report with the parameters of the report that it may ask for.</summary>
    private static Dataset WithParameters(Dataset dataset, ReportDefinition report) => dataset with { Parameters = report.Parameters };

    private static GuidedDraft Guided(NewReport request, AppData data, SqlDatabases read)
    {
        var dataset = request.Dataset is { } id
            ? data.Datasets.Find(id)?.Definition ?? throw ApiException.NotFound($"There is no dataset “{id}”.")
            : DatasetOfTable(request, data, read);
        var guide = GuidedReport.Completed(request.Guide ?? new ReportGuide(ReportGoal.HowMuch), dataset);
        var report = GuidedReport.Create(guide, dataset);
        return new GuidedDraft(Titled(report, request.Title), guide);
    }

    /// <summary>Under a title of its own, which is printed where the old one was.</summary>
    private static ReportDefinition Titled(ReportDefinition report, string? title) =>
        string.IsNullOrWhiteSpace(title) ? report : new RenameReport { Title = title.Trim() }.Apply(report, NoReports.Instance);

    /// <summary>The report holds a copy of the dataset, so that it changes only when its author says so.</summary>
    private static ReportDefinition FromDataset(string id, string? title, AppData data)
    {
        var dataset = data.Datasets.Find(id)?.Definition ?? throw ApiException.NotFound($"There is no dataset “{id}”.");
        return StarterReport.OfKept(string.IsNullOrWhiteSpace(title) ? dataset.Name : title.Trim(), dataset);
    }

    private static ReportDefinition FromTable(NewReport request, AppData data, SqlDatabases read)
    {
        var dataset = DatasetOfTable(request, data, read);
        return StarterReport.Create(string.IsNullOrWhiteSpace(request.Title) ? dataset.Name : request.Title.Trim(), dataset);
    }

    private static Dataset DatasetOfTable(NewReport request, AppData data, SqlDatabases read)
    {
        if (request.Database is null || request.Table is null)
            throw ApiException.Bad("bad-request", "Say which table of which database the report is made from.");
        var table = DatabaseEndpoints.Tables(request.Database, data, read).FirstOrDefault(t => t.Name == request.Table)
            ?? throw ApiException.NotFound($"“{request.Database}” has no table or view “{request.Table}”.");
        var name = table.Name.Replace('_', ' ');
        return new Dataset { Id = "d1", Name = char.ToUpperInvariant(name[0]) + name[1..], Database = request.Database,
            Source = new TableSource { Table = table.Name }, Fields = table.Fields };
    }

    /// <summary>A title that readers already saw is changed for them too; other changes of the draft wait for its publication.</summary>
    private static SavedVersion Rename(string id, RenameRequest request, ReportStore store)
    {
        if (string.IsNullOrWhiteSpace(request.Title)) throw ApiException.Bad("no-title", "Give the report a title.");
        var draft = store.Draft(id) ?? throw Missing(id);
        var version = store.SaveDraft(id, draft.Draft, new RenameReport { Title = request.Title }.Apply(draft.Definition, store));
        if (draft.Published == draft.Draft) store.Publish(id, version);
        return new SavedVersion(version);
    }

    /// <summary>A short readable id that is not taken: income-by-month, income-by-month-2.</summary>
    internal static string FreeId(string title, ReportStore store)
    {
        var words = Ids.Propose(title, "report");
        // Deleted reports keep their ids, so that links and undo find them again.
        return store.IsFree(words) ? words : Enumerable.Range(2, int.MaxValue - 2).Select(n => $"{words}-{n}").First(store.IsFree);
    }
}
