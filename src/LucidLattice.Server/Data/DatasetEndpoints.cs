using System.Diagnostics;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Copies;
using LucidLattice.Server.Runs;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Joins;
using LucidLattice.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace LucidLattice.Server.Data;

public sealed record DatasetSave(int BasedOn, Dataset Definition);

/// <param name="Followed">The titles of reports, and the names of datasets, in which renamed fields were renamed too.</param>
public sealed record DatasetSaved(int Version, IReadOnlyList<string> Followed);

/// <summary>Calls a field of a dataset that may not be saved yet otherwise, in its own expressions, conditions and order too.</summary>
public sealed record RenameField(Dataset Definition, string Field, string Name);

/// <summary>A dataset that cannot be read as it is.</summary>
public sealed record DatasetProblem(string Id, string Name, Problem Problem);

/// <summary>Asks which columns a SELECT statement gives, and of which types they seem to be.</summary>
public sealed record DescribeSql(string Database, string Sql);

/// <summary>Adds a table to a dataset that may not be saved yet, with the join and the fields that suit it.</summary>
public sealed record AddTable(Dataset Definition, string Table);

/// <summary>Asks on which pairs of columns a table of a dataset can be joined.</summary>
/// <param name="Table">The id of the joined table.</param>
public sealed record FindJoinPairs(Dataset Definition, string Table);

/// <summary>Lets the reader give the value of a condition.</summary>
public sealed record AskReader(Dataset Definition, Condition Condition);

/// <summary>Asks for a parameter's choices from the values of a field.</summary>
/// <param name="Parameters">All of them, in their order.</param>
/// <param name="Unfiltered">True leaves the dataset's own conditions out.</param>
public sealed record ProposeFieldChoices(
    IReadOnlyList<Parameter> Parameters, string Parameter, Dataset Dataset, string Field, bool Unfiltered = false);

/// <summary>Asks for a look at a dataset that may not be saved yet.</summary>
/// <param name="Field">The name of a field whose values are to be described; null for none.</param>
/// <param name="Counting">False leaves out what joins do to the number of rows.</param>
/// <param name="Values">Parameter values by name; the others take their defaults.</param>
/// <param name="Refresh">True reads the tables again, even if they seem unchanged.</param>
/// <param name="Follow">A name of the asker's choosing, under which the progress can be asked for meanwhile.</param>
public sealed record DatasetLook(Dataset Definition, string? Field = null, bool Counting = true,
    IReadOnlyDictionary<string, string>? Values = null, bool Refresh = false, string? Follow = null);

/// <param name="Sql">The SQL as it is built; values are always bound.</param>
/// <param name="Condition">The condition as an expression; empty if every row is kept.</param>
/// <param name="Asked">What its parameters are taken to be, as people read it.</param>
/// <param name="MostRows">The most rows that are ever read.</param>
/// <param name="MostSeconds">The most seconds that a query may take.</param>
/// <param name="Repeated">The fields whose values a join repeats, so that totals count them several times.</param>
/// <param name="Rows">The first rows, written as 2025-01-31, 12.5, true; null where empty.</param>
public sealed record DatasetView(string Sql, string Condition, IReadOnlyList<string> Columns, IReadOnlyList<IReadOnlyList<string?>> Rows,
    int Count, double Milliseconds, IReadOnlyList<JoinEffect> Joins, FieldStatistics? Field, IReadOnlyCollection<string> Repeated,
    IReadOnlyList<AskedValue> Asked, int MostRows, int MostSeconds, IReadOnlyList<Problem> Problems);

/// <param name="Value">As it is given; empty if there is none.</param>
/// <param name="Words">As people read it.</param>
public sealed record AskedValue(string Name, string Value, string Words);

/// <summary>Datasets: kept ones, and looks at the rows of those being made.</summary>
public static class DatasetEndpoints
{
    private const int FirstRows = 100;

    public static void MapDatasets(this WebApplication app)
    {
        var datasets = app.MapGroup("/api/datasets").WithTags("Data");
        datasets.MapGet("/", (DatasetStore store) => store.List()).WithName("listDatasets")
                .WithSummary("The saved datasets.");
        datasets.MapPost("/", (Dataset dataset, DatasetStore store) =>
                Created(store.Create(dataset with { Id = FreeId(dataset.Name, store) })))
            .WithName("createDataset")
                .WithSummary("Creates a dataset.");
        datasets.MapGet("/problems", Problems).TakesTurn().WithName("listDatasetProblems")
                .WithSummary("What is wrong with datasets that cannot be read now.");
        datasets.MapGet("/{id}", (string id, DatasetStore store) => store.Find(id) ?? throw Missing(id)).WithName("getDataset")
                .WithSummary("One dataset, with its version.");
        datasets.MapGet("/unreadable", (DatasetStore store) => store.Unreadable()).WithName("listUnreadableDatasets")
                .WithSummary("The datasets whose files cannot be read, with the reason.");
        datasets.MapGet("/{id}/file", (string id, DatasetStore store) => Files.Json(store.Text(id) ?? throw Missing(id), id))
            .WithName("getDatasetFile")
                .WithSummary("The definition of a dataset as a file, also of one that cannot be read.")
                .Produces<string>(contentType: "application/json");
        datasets.MapPut("/{id}", (string id, DatasetSave save, DatasetFollowing following) => following.Save(id, save))
            .WithName("saveDataset")
                .WithSummary("Saves a dataset; renamed fields are renamed in the drafts of reports.");
        datasets.MapGet("/{id}/uses", (string id, DatasetFollowing following) => following.Uses(id)).WithName("listDatasetUses")
                .WithSummary("The reports and datasets that are made from a dataset.");
        datasets.MapPost("/{id}/follow", (string id, FollowRequest request, DatasetFollowing following) => following.Follow(id, request))
            .WithName("followDataset")
                .WithSummary("Brings the copies of a dataset in the drafts of reports up to date.");
        datasets.MapDelete("/{id}", (string id, DatasetStore store) => store.SetDeleted(id, true) ? Results.NoContent() : throw Missing(id))
            .WithName("deleteDataset")
                .WithSummary("Deletes a dataset; it can be restored.").Produces(StatusCodes.Status204NoContent);
        datasets.MapPost("/{id}/restore",
            (string id, DatasetStore store) => store.SetDeleted(id, false) ? Results.NoContent() : throw Missing(id))
            .WithName("restoreDataset")
                .WithSummary("Restores a deleted dataset.").Produces(StatusCodes.Status204NoContent);
        datasets.MapPost("/look", Look).TakesTurn().WithName("lookAtDataset")
                .WithSummary("The first rows of a dataset, what is in its fields, and what is wrong with it.");
        datasets.MapPost("/describe",
            (DescribeSql request, AppData data, SqlDatabases databases, CancellationToken cancel) =>
                data.Find(request.Database) is null
                    ? throw ApiException.NotFound($"No database is registered as “{request.Database}”.")
                    : databases.Describe(request.Database, request.Sql, cancel))
                .TakesTurn().WithName("describeSql")
                .WithSummary("The columns and parameters of a SELECT statement.");
        datasets.MapPost("/rename-field", (RenameField request) => Rename(request)).WithName("renameField")
                .WithSummary("A dataset with one of its fields renamed wherever it is used.");
        datasets.MapPost("/add-table",
            (AddTable request, AppData data, SqlDatabases databases) =>
            JoinProposal.Add(request.Definition, request.Table, DatabaseEndpoints.Tables(request.Definition.Database, data, databases)))
                .WithName("addTableToDataset")
                .WithSummary("A dataset with a further table, joined as its keys propose.");
        datasets.MapPost("/join-pairs",
            (FindJoinPairs request, AppData data, SqlDatabases databases) =>
            JoinPairs.Find(request.Definition, request.Table, DatabaseEndpoints.Tables(request.Definition.Database, data, databases)))
                .WithName("listJoinPairs")
                .WithSummary("The columns on which a table can be joined.");
        datasets.MapPost("/ask-reader",
            (AskReader request) => AskedCondition.Ask(request.Definition, request.Condition as FieldCondition
                ?? throw ApiException.Bad("no-field", "Only a condition on a field can be asked of the reader."))).WithName("askReader")
                .WithSummary("A dataset in which a condition takes its value from the reader.");
        datasets.MapPost("/field-choices", (ProposeFieldChoices request) => FieldChoices.Propose(
            request.Parameters, request.Parameter, request.Dataset, request.Field, request.Unfiltered)).WithName("proposeFieldChoices")
                .WithSummary("A list of choices for a parameter, from the values of a field.");
    }

    private static Dataset Rename(RenameField request)
    {
        var name = request.Name.Trim();
        if (name.Length is 0 or > 80) throw ApiException.Bad("bad-name", "Give the field a name of up to 80 letters.");
        if (request.Definition.Fields.All(f => f.Name != request.Field))
            throw ApiException.NotFound($"There is no field “{request.Field}”.");
        if (request.Definition.Fields.Any(f => f.Name != request.Field && string.Equals(f.Name, name, StringComparison.OrdinalIgnoreCase)))
            throw ApiException.Bad("name-taken", $"Another field is called “{name}” already.");
        return ReportCopies.Rename(request.Definition, new Dictionary<string, string> { [request.Field] = name });
    }

    private static Created<SavedDataset> Created(SavedDataset made) =>
        TypedResults.Created($"/api/datasets/{Uri.EscapeDataString(made.Id)}", made);

    private static DatasetView Look(DatasetLook request, IRowReader source, SqlDatabases databases, DatasetStore store,
        LookProgress following, CancellationToken cancel)
    {
        var started = Stopwatch.GetTimestamp();
        var dataset = store.WithBase(request.Definition);
        var question = DatasetQuestion.Ask(dataset, request.Values ?? new Dictionary<string, string>(), DateTime.UtcNow, source, cancel);
        var problems = DatasetChecks.Check(dataset).Concat(question.Values.Problems.Select(Unanswered)).ToList();
        DatasetPlan.Prepare(dataset, question.Around.Parameters, problems);
        var (sql, condition, effects) = ("", "", (IReadOnlyList<JoinEffect>)[]);
        var rows = RowSet.Empty;
        try
        {
            sql = databases.Sql(dataset, [.. dataset.Fields.Where(f => f.Expression is not { Length: > 0 })]);
            if (!problems.Any(p => p.IsError))
            {
                condition = Conditions(dataset, question.Around.Parameters);
                rows = following.Follow(request.Follow, progress =>
                {
                    progress.Stage = RunStage.Reading;
                    return source.Read(question.Query with { Refresh = request.Refresh }, progress, cancel);
                });
                problems.AddRange(rows.Problems);
            }
            if (request.Counting) effects = databases.Effects(dataset, cancel);
        }
        catch (DataException e)
        {
            if (problems.Count == 0) problems.Add(SchemaMends.Explain(e, dataset));
        }
        var shown = Enumerable.Range(0, Math.Min(FirstRows, rows.Count))
            .Select(row =>
            (IReadOnlyList<string?>)[.. rows.Columns.Select(c => c[row] is { IsNull: false } value ? value.Invariant : null)]).ToList();
        var index = dataset.Fields.ToList().FindIndex(f => f.Name == request.Field);
        var field = index >= 0 && index < rows.Columns.Count ? FieldStatistics.Measure(rows.Columns[index], rows.Count, "en-GB") : null;
        return new DatasetView(sql, condition, [.. dataset.Fields.Select(f => f.Name)], shown, rows.Count,
            Stopwatch.GetElapsedTime(started).TotalMilliseconds, effects, field, [.. source.Repeated(dataset, cancel)],
            [.. question.Around.Parameters.Select(
            (p, i) => new AskedValue(p.Name, question.Values.Values[i].Invariant, question.Values.Words(question.Around, i)))],
            Math.Min(dataset.RowLimit ?? int.MaxValue, QueryLimits.Default.Rows),
            Math.Min(dataset.SecondsLimit ?? int.MaxValue, (int)QueryLimits.Default.Time.TotalSeconds), problems);
    }

    /// <summary>The conditions of a dataset with those of what it starts from, which come first.</summary>
    private static string Conditions(Dataset dataset, IReadOnlyList<Parameter> parameters)
    {
        var own = ConditionText.Write(dataset.Filter, dataset, parameters);
        var before = dataset.Source is DerivedSource { Base: { } basis } ? Conditions(basis, parameters) : "";
        return before.Length == 0 ? own : own.Length == 0 ? before : $"({before}) AND ({own})";
    }

    /// <summary>Where a reader would be asked first, the author sees the dataset nevertheless.</summary>
    private static Problem Unanswered(Problem problem) => problem.Code != "parameter-required" ? problem
        : problem with { Severity = Severity.Warning, Message = $"“:{problem.Place}” has no value here, so conditions on it keep no row.",
        Mends = ["Try a value, or give it a default."] };

    /// <summary>The datasets whose tables or columns are not there any more, found without reading rows.</summary>
    private static IReadOnlyList<DatasetProblem> Problems(DatasetStore store, IRowReader source)
    {
        var found = new List<DatasetProblem>();
        // One that was just begun is not wrong.
        foreach (var saved in store.List().Where(d => d.Definition.Source is not (JoinSource { Tables: [] } or QuerySource { Sql: "" })))
        {
            try
            {
                source.Require(DatasetQuestion.Ask(saved.Definition, new Dictionary<string, string>(), DateTime.UtcNow).Query);
            }
            catch (DataException e)
            {
                found.Add(new DatasetProblem(saved.Id, saved.Definition.Name, SchemaMends.Explain(e, saved.Definition)));
            }
        }
        return found;
    }

    private static ApiException Missing(string id) => ApiException.NotFound($"There is no dataset “{id}”.");

    private static string FreeId(string name, DatasetStore store)
    {
        var words = Ids.Propose(name, "dataset");
        return store.Text(words) is null ? words : $"{words}-{Guid.NewGuid().ToString("N")[..6]}";
    }
}
