using System.Text.Json;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Reports.Proving;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Composing;
using LucidLattice.Server.Library;
using LucidLattice.Server.Runs;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;

namespace LucidLattice.Server.Lattice;

/// <summary>Asks for a link of a report being composed to be tried with everything that can be clicked.</summary>
/// <param name="Id">The id of the report, so that the result is kept for it; null keeps nothing.</param>
/// <param name="On">The id of the element.</param>
/// <param name="Index">Its place among the links there.</param>
public sealed record LinkTrialRequest(ComposeRequest Report, string On, int Index = 0, string? Id = null);

/// <summary>Asks for a report of the rows behind an element, and for the link that leads there.</summary>
/// <param name="Columns">Names of the fields that are listed; null takes what suits.</param>
public sealed record DetailRequest(ReportDefinition Definition, string Element, string? Title = null,
    IReadOnlyList<string>? Columns = null);

/// <param name="Report">The id of the new report, which readers can open already.</param>
/// <param name="Definition">The report that was clicked, with the link.</param>
public sealed record DetailMade(string Report, string Title, ReportDefinition Definition);

/// <param name="Id">The id of the report, so that the results are kept for it; null keeps nothing.</param>
public sealed record PromiseRequest(ReportDefinition Definition, string? Id = null);

/// <param name="TriedAt">In UTC; null if it was never tried.</param>
public sealed record PromiseState(string Id, string Sentence, string Left, string Right, string? Broken, DateTime? TriedAt);

public sealed record MapPlace(string Report, double X, double Y);

/// <summary>Links between reports, and what must hold of their figures.</summary>
public static class LinkEndpoints
{
    public static void MapLinks(this WebApplication app)
    {
        var links = app.MapGroup("/api/links").WithTags("Links");
        links.MapGet("/", (AppData data, ReportEngine engine) => LinkMaps.Of(data, engine)).TakesTurn().WithName("getLinkMap")
                .WithSummary("The reports and the links between them.");
        links.MapPut("/places", (MapPlace place, AppData data) =>
        {
            if (!double.IsFinite(place.X) || !double.IsFinite(place.Y)) throw ApiException.Bad("place", "A place has two numbers.");
            data.Trials.Place(place.Report, place.X, place.Y);
            return Results.NoContent();
        }).WithName("placeOnMap")
                .WithSummary("Saves the positions of reports on the map of links.").Produces(StatusCodes.Status204NoContent);
        links.MapDelete("/places", (AppData data) =>
        {
            data.Trials.ForgetPlaces();
            return Results.NoContent();
        }).WithName("layOutMap")
                .WithSummary("Resets the layout of the map of links.").Produces(StatusCodes.Status204NoContent);
        links.MapPost("/trials", Try).TakesTurn().WithName("tryLink")
                .WithSummary("Tests a link with every mark, and compares the totals.");
        links.MapPost("/details", Detail).TakesTurn().WithName("makeDetailReport")
                .WithSummary("Creates a detail report for a mark, a total or a cell, with the link to it.");
        links.MapPost("/promises", Promises).TakesTurn().WithName("tryPromises")
                .WithSummary("Compares the totals that a report promises to agree.");
    }

    private static LinkTrial Try(LinkTrialRequest request, ReportEngine engine, IReportCatalog catalog, LookProgress following,
        AppData data,
        CancellationToken cancel) => following.Follow(request.Report.Follow, progress =>
    {
        // Asked before anything runs: what changes meanwhile was not tried.
        var tried = TriedLink.Of(request.Report.Definition, request.On, request.Index, catalog, engine);
        var run = engine.Run(new RunRequest(request.Report.Definition, request.Report.Values ?? new Dictionary<string, string>(),
            DateTime.UtcNow, FromLink: LinkProof.Author(request.Report.Definition)), cancel, pages: false, forAuthor: true);
        if (run.Data is null) throw RunEndpoints.HasProblems(run);
        var trial = new LinkTrials(engine, catalog).Try(run, request.On, request.Index, DateTime.UtcNow, cancel, progress)
            ?? throw ApiException.NotFound("There is no link here that opens a report.");
        if (request.Id is { } id && data.Reports.Draft(id) is not null)
            data.Trials.Keep(id, KeptTrials.Subject(request.On, request.Index), JsonSerializer.Serialize(trial, JsonSerializerOptions.Web),
                KeptTrials.Written(tried));
        progress.Stage = RunStage.Done;
        return trial;
    });

    /// <summary>The report is there and published before anything leads to it.</summary>
    private static DetailMade Detail(DetailRequest request, AppData data, ReportEngine engine)
    {
        var made = DetailReport.Make(request.Definition, request.Element,
            string.IsNullOrWhiteSpace(request.Title) ? null : request.Title.Trim(), request.Columns);
        if (engine.Check(made.Report).FirstOrDefault(p => p.IsError) is { } problem)
            throw ApiException.Bad("has-problems", $"The report of the rows would have a problem: {problem.Message}");
        var id = ReportEndpoints.FreeId(made.Report.Title, data.Reports);
        data.Together(() =>
        {
            data.Reports.Create(id, made.Report);
            return data.Reports.Publish(id, 1);
        });
        var link = new Link { Report = id, Open = OpenIn.Beside, Carries = made.Carries };
        return new DetailMade(id, made.Report.Title, request.Definition.MapAllElements(e => e.Id == request.Element
            ? e with { Link = e.Link is null ? link : e.Link with { Also = [.. e.Link.Also, link] } } : e));
    }

    private static IReadOnlyList<PromiseState> Promises(PromiseRequest request, AppData data, ReportEngine engine, IReportCatalog catalog,
        CancellationToken cancel)
    {
        var trials = new PromiseTrials(engine, catalog).Try(request.Definition, DateTime.UtcNow, cancel);
        if (request.Id is { } id && data.Reports.Draft(id) is not null) Publishing.Keep(id, trials, data);
        return [.. trials.Select(t => new PromiseState(t.Id, t.Sentence, t.Left, t.Right, t.Broken, DateTime.UtcNow))];
    }
}
