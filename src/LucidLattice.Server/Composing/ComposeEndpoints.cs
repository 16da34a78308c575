using System.Diagnostics;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Output.Charts;
using LucidLattice.Output.Svg;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;
using LucidLattice.Reports.Tracing;
using LucidLattice.Server.Runs;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;

namespace LucidLattice.Server.Composing;

/// <summary>The whole state of a report that is being composed: the server keeps none of it.</summary>
/// <param name="Edits">Changes that are made first, in this order.</param>
/// <param name="Sheet">The id of the sheet that is looked at; null for the first.</param>
/// <param name="Vantage">Of each section, by its id: group keys, outermost first.</param>
/// <param name="Values">Parameter values by name.</param>
/// <param name="PageCount">How many pages there were when they were counted last; null while nobody knows.</param>
/// <param name="Pages">The pages of groups, as they were then.</param>
/// <param name="Follow">A name of the asker's choosing, under which the progress can be asked for meanwhile.</param>
public sealed record ComposeRequest(
    ReportDefinition Definition, IReadOnlyList<Edit>? Edits = null, IReadOnlyDictionary<string, IReadOnlyList<string?>>? Vantage = null,
    IReadOnlyDictionary<string, string>? Values = null, string? Follow = null, string? Sheet = null, int? PageCount = null,
    IReadOnlyDictionary<string, PageSpan>? Pages = null);

/// <param name="Definition">With the edits made.</param>
/// <param name="Changed">False if the edits came to nothing.</param>
/// <param name="Sheet">The id of the sheet that is shown.</param>
/// <param name="Bands">Empty if the report cannot run; the problems say why.</param>
/// <param name="Behind">What lies behind everything on a page, as large as it, in SVG; null where nothing does.</param>
public sealed record ComposeResponse(
    ReportDefinition Definition, bool Changed, string Sheet, IReadOnlyList<ComposeBand> Bands, IReadOnlyList<VantageStep> Vantage, int Rows,
    IReadOnlyList<Problem> Problems, IReadOnlyList<ParameterInfo> Parameters, double Milliseconds,
    string? Behind = null);

/// <param name="Section">The id of its section; of page bands, of the sheet's first one.</param>
/// <param name="Depth">0 for a section on the sheet, 1 for one inside of it, and so on.</param>
/// <param name="Left">Where the section begins, from the left margin, in points.</param>
/// <param name="Svg">The band as it is printed, as wide as the page's body.</param>
public sealed record ComposeBand(
    string Section, int Depth, BandKind Kind, int Level, string Name, long? Printed, double Left, double Height, string Svg,
    IReadOnlyList<PartView> Parts, IReadOnlyList<ElementView> Elements, IReadOnlyList<ChartView> Charts);

/// <param name="Pages">Of reports that print them: the pages on which each group begins and ends, by section, level and group.</param>
public sealed record PagesResponse(int PageCount, IReadOnlyDictionary<string, PageSpan> Pages);

/// <summary>A type of chart, as sentences offer it.</summary>
/// <param name="Words">In “as columns”.</param>
/// <param name="Stacks">True if its series can stand on top of one another.</param>
/// <param name="Bends">True if it draws lines that can be bent.</param>
/// <param name="Mixes">True if each of its values can be drawn in a way of its own.</param>
/// <param name="Axes">True if it has an axis of numbers that can be set.</param>
/// <param name="CategoryAxis">True if names or dates along an axis can be set.</param>
/// <param name="Lines">True if it draws lines across and trends.</param>
/// <param name="Labels">True if its marks wear labels.</param>
/// <param name="Columns">True if it has columns.</param>
/// <param name="Slices">True if it is cut into slices.</param>
/// <param name="Ranges">True if its categories are ranges of numbers.</param>
/// <param name="Combines">True if it is made of other types, one for each of its values.</param>
/// <param name="Values">How many values it draws of each category.</param>
public sealed record ChartTypeInfo(string Id, string Words, bool Stacks, bool Bends, bool Mixes, bool Axes,
    bool CategoryAxis, bool Lines, bool Labels, bool Columns, bool Slices, bool Ranges, bool Combines, int Values)
{
    public static ChartTypeInfo Describe(ChartType type) =>
        new(type.Id, type.Words, type.Stacks, type.Bends, type.Mixes, type.HasAxes, type.HasCategoryAxis, type.TakesLines,
            type.WearsLabels, type.HasColumns, type.HasSlices, type.NeedsRanges, type.Combines, type.ValuesNeeded);
}

/// <summary>What authors choose from for charts.</summary>
public sealed record ChartChoices(IReadOnlyList<ChartTypeInfo> Types, IReadOnlyList<NamedPalette> Palettes);

/// <summary>Asks for a chart of a report being composed, as every type would draw it.</summary>
/// <param name="Chart">The id of the chart.</param>
public sealed record PreviewRequest(ComposeRequest Report, string Chart);

/// <summary>Asks where the hardest case of a section is, or a group by its name.</summary>
public sealed record VantageRequest(ComposeRequest Report, string Section, VantageWish Wish, string? Name = null);

/// <param name="Keys">Of the group and those around it, outermost first; null where there is none.</param>
public sealed record FoundVantage(IReadOnlyList<string?>? Keys);

/// <summary>Asks how wide the columns of a section have to be for what stands in them.</summary>
public sealed record WidthsRequest(ComposeRequest Report, string Section);

/// <summary>Asks where a number of a report being composed comes from.</summary>
/// <param name="Place">As the view names it.</param>
public sealed record ComposeTrace(ComposeRequest Report, PrintedPlace Place);

/// <param name="Run">A run of the report as it is, by which the rows can be asked for.</param>
public sealed record TraceAnswer(string Run, LucidLattice.Reports.Tracing.Trace Trace);

/// <summary>Asks for a report being composed as sentences.</summary>
public sealed record ExplainRequest(ReportDefinition Definition);

/// <summary>Asks what a parameter of a report being composed offers.</summary>
public sealed record ComposeChoices(ReportDefinition Definition, string Parameter, IReadOnlyDictionary<string, string>? Values = null,
    string? Search = null);

/// <summary>Compose: real data through a vantage, for a definition that may not be saved yet.</summary>
public static class ComposeEndpoints
{
    public static void MapCompose(this WebApplication app)
    {
        var compose = app.MapGroup("/api/compose").WithTags("Compose");
        compose.MapPost("/", Compose).TakesTurn().WithName("compose")
                .WithSummary("A report while it is composed: an edit is made, and the page is drawn at a group.");
        compose.MapGet("/chart-choices", () => new ChartChoices([.. ChartTypes.All.Select(ChartTypeInfo.Describe)], Palettes.All))
            .WithName("listChartChoices")
                .WithSummary("The chart types and palettes.");
        compose.MapPost("/chart-previews", Previews).TakesTurn().WithName("previewCharts")
                .WithSummary("A chart of the report in every chart type.");
        compose.MapPost("/chart-numbers", Numbers).TakesTurn().WithName("getChartNumbers")
                .WithSummary("The numbers of a chart of a report in Compose.").Produces<string>(contentType: "text/csv");
        compose.MapPost("/pages",
            (ComposeRequest request, ReportEngine engine, CancellationToken cancel) =>
            {
                var run = Run(request, engine, new RunProgress(), cancel, pages: true);
                return new PagesResponse(run.PageCount, run.Data is null ? new Dictionary<string, PageSpan>() : GroupPages.Of(run));
            }).TakesTurn().WithName("countPages")
                .WithSummary("The number of pages of a report in Compose, and the pages on which its groups begin.");
        compose.MapPost("/explanation",
            (ExplainRequest request, IReportCatalog catalog) => ReportExplainer.Explain(request.Definition, catalog))
            .TakesTurn().WithName("explainReport")
                .WithSummary("A report as sentences.");
        compose.MapPost("/vantage",
            (VantageRequest request, ReportEngine engine, CancellationToken cancel) => new FoundVantage(HardestCase.Find(
                Run(request.Report, engine, new RunProgress(), cancel, pages: false), request.Section, request.Wish, request.Name ?? "",
                cancel)))
            .TakesTurn().WithName("findVantage")
                .WithSummary("The groups at which a report can be composed.");
        compose.MapPost("/widths",
            (WidthsRequest request, ReportEngine engine, ITypesetter typesetter, CancellationToken cancel) => ColumnFit.Fit(
                Run(request.Report, engine, new RunProgress(), cancel, pages: false), request.Section, typesetter, cancel))
            .TakesTurn().WithName("fitColumns")
                .WithSummary("The widths at which the columns of a section fit their values.");
        compose.MapPost("/trace", Trace).WithName("composeTrace")
                .WithSummary("Where a number of a report in Compose comes from.");
        compose.MapGet("/looks", () => Looks.All).WithName("listReportLooks")
                .WithSummary("The report looks, as previews of the report.");
        compose.MapPost("/choices", (ComposeChoices request, ReportEngine engine, CancellationToken cancel) => ChoicesInfo.Search(
            engine.Choices(
            new RunRequest(request.Definition, request.Values ?? new Dictionary<string, string>(), DateTime.UtcNow,
            FromLink: LinkProof.Author(request.Definition)), request.Parameter, cancel).Choices, request.Search))
            .TakesTurn().WithName("composeChoices")
                .WithSummary("The choices of the parameters of a report in Compose.");
        compose.MapGet("/progress/{name}",
            IResult (string name, LookProgress progress) => progress.Find(name) is { } info ? Results.Ok(info) : Results.NoContent())
            .WithName("composeProgress")
                .WithSummary("The progress of slow work on a report in Compose.").Produces<ProgressInfo>();
    }

    private static ComposeResponse Compose(ComposeRequest request, ReportEngine engine, LookProgress following, IReportCatalog catalog,
        ITypesetter typesetter, CancellationToken cancel)
    {
        var started = Stopwatch.GetTimestamp();
        var definition = (request.Edits ?? []).Aggregate(request.Definition, (report, edit) => edit.Apply(report, catalog));
        var run = following.Follow(request.Follow,
            progress => Run(request with { Definition = definition }, engine, progress, cancel, pages: false));
        var vantage = request.Vantage ?? new Dictionary<string, IReadOnlyList<string?>>();
        var sheet = definition.Sheets.FirstOrDefault(s => s.Id == request.Sheet) ?? definition.Sheets.FirstOrDefault();
        var view = run.Data is null
            ? new ComposeView(sheet?.Id ?? "", [], [], 0)
            : ComposeViewer.View(run, vantage, typesetter, request.Sheet, request.PageCount, request.Pages);
        var bands = view.Bands.Select((b, i) => new ComposeBand(
            b.Section, b.Depth, b.Place.Kind, b.Place.Level, b.Name, b.Printed, b.Left, b.Height, SvgWriter.Write(b.Drawing, $"b{i}-"),
            b.Parts, b.Elements, b.Charts)).ToList();
        var changed = request.Edits is { Count: > 0 } && !ReportJson.AreSame(definition, request.Definition);
        return new ComposeResponse(definition, changed, view.Sheet, bands, view.Vantage, view.Rows,
            [.. run.Problems.Select(p => Mending.Looked(p, definition))],
            ParameterInfo.Describe(run),
            Stopwatch.GetElapsedTime(started).TotalMilliseconds,
            view.Behind is { } behind ? SvgWriter.Write(behind, "behind-") : null);
    }

    private static async Task<TraceAnswer> Trace(ComposeTrace request, ReportEngine engine, RunStore store, ITypesetter typesetter,
        CancellationToken cancel)
    {
        var asked = Request(request.Report);
        var (ticket, entry) = store.Start(null, "", draft: true, asked, null, refresh: false,
            (progress, stop) => engine.Run(asked, stop, pages: request.Place.Page is not null, forAuthor: true, progress));
        var run = await entry.Figures.WaitAsync(cancel);
        return new TraceAnswer(ticket, TraceEndpoints.Find(run, request.Place, typesetter, cancel).Trace());
    }

    /// <summary>SVG pictures by the id of their type.</summary>
    private static Dictionary<string, string> Previews(PreviewRequest request, ReportEngine engine, ITypesetter typesetter,
        CancellationToken cancel)
    {
        var report = request.Report with { Definition = ChartPreviews.Report(request.Report.Definition, request.Chart) };
        var run = Run(report, engine, new RunProgress(), cancel, pages: false);
        if (run.Data is null) return [];
        var view = ComposeViewer.View(run, report.Vantage ?? new Dictionary<string, IReadOnlyList<string?>>(), typesetter, report.Sheet);
        return ChartPreviews.Draw(request.Chart, view)
            .ToDictionary(d => d.Key, d => SvgWriter.Write(d.Value, $"preview-{d.Key}-"));
    }

    /// <summary>Every number that a chart draws at the vantage, as CSV.</summary>
    private static IResult Numbers(PreviewRequest request, ReportEngine engine, ITypesetter typesetter, HttpContext context,
        CancellationToken cancel)
    {
        var run = Run(request.Report, engine, new RunProgress(), cancel, pages: false);
        var figure = run.Data is null ? null
            : ComposeViewer.View(run, request.Report.Vantage ?? new Dictionary<string, IReadOnlyList<string?>>(), typesetter,
                request.Report.Sheet).Bands.SelectMany(b => b.Charts).FirstOrDefault(c => c.Id == request.Chart)?.Figure;
        if (figure is null || RunCharts.Find(run, figure) is not { } chart)
            throw ApiException.NotFound("The chart draws nothing here.");
        var stream = new MemoryStream();
        ChartFiles.WriteCsv(chart, stream);
        return Results.File(stream.ToArray(), "text/csv", "chart.csv");
    }

    private static ReportRun Run(ComposeRequest request, ReportEngine engine, RunProgress progress, CancellationToken cancel, bool pages)
        => engine.Run(Request(request), cancel, pages, forAuthor: true, progress);

    private static RunRequest Request(ComposeRequest request) => new(request.Definition,
        request.Values ?? new Dictionary<string, string>(), DateTime.UtcNow, FromLink: LinkProof.Author(request.Definition));
}
