using System.Diagnostics;
using LucidLattice.Core.Data;
using LucidLattice.Core.Datasets;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Running;
using LucidLattice.Server.Web;
using LucidLattice.Sql;
using LucidLattice.Storage;

namespace LucidLattice.Server.Data;

public sealed record DatasetSave(int BasedOn, Dataset Definition);

/// <summary>Asks which columns a SELECT statement gives, and of which types they seem to be.</summary>
public sealed record DescribeSql(string Database, string Sql);

/// <summary>Adds a table to a dataset that may not be saved yet, with the join and the fields that suit it.</summary>
public sealed record AddTable(Dataset Definition, string Table);

/// <summary>Asks for a look at a dataset that may not be saved yet.</summary>
/// <param name="Field">The name of a field whose values are to be described; null for none.</param>
/// <param name="Counting">False leaves out what joins do to the number of rows.</param>
public sealed record DatasetLook(Dataset Definition, string? Field = null, bool Counting = true);

/// <param name="Sql">The SQL as it is built; values are always bound.</param>
/// <param name="Condition">The condition as an expression; empty if every row is kept.</param>
/// <param name="Rows">The first rows, written as 2025-01-31, 12.5, true; null where empty.</param>
public sealed record DatasetView(string Sql, string Condition, IReadOnlyList<string> Columns, IReadOnlyList<IReadOnlyList<string?>> Rows, int Count, double Milliseconds, IReadOnlyList<JoinEffect> Joins, FieldStatistics? Field, IReadOnlyList<Problem> Problems);

/// <summary>Datasets: kept ones, and looks at the rows of those being made.</summary>
public static class DatasetEndpoints
{
    private const int FirstRows = 100;

    public static void MapDatasets(this WebApplication app)
    {
        var datasets = app.MapGroup("/api/datasets").WithTags("Data");
        datasets.MapGet("/", (DatasetStore store) => store.List()).WithName("listDatasets");
        datasets.MapPost("/", (Dataset dataset, DatasetStore store) => store.Create(dataset with { Id = FreeId(dataset.Name, store) })).WithName("createDataset");
        datasets.MapGet("/{id}", (string id, DatasetStore store) => store.Find(id) ?? throw Missing(id)).WithName("getDataset");
        datasets.MapPut("/{id}", (string id, DatasetSave save, DatasetStore store) => new Reports.SavedVersion(store.Save(id, save.BasedOn, save.Definition))).WithName("saveDataset");
        datasets.MapDelete("/{id}", (string id, DatasetStore store) => store.SetDeleted(id, true) ? Results.NoContent() : throw Missing(id)).WithName("deleteDataset");
        datasets.MapPost("/{id}/restore", (string id, DatasetStore store) => store.SetDeleted(id, false) ? Results.NoContent() : throw Missing(id)).WithName("restoreDataset");
        datasets.MapPost("/look", Look).WithName("lookAtDataset");
        datasets.MapPost("/describe", (DescribeSql request, AppData data, CancellationToken cancel) => SchemaReader.Describe(data.PathOf(request.Database) ?? throw ApiException.NotFound($"No database is registered as “{request.Database}”."), request.Sql, cancel)).WithName("describeSql");
        datasets.MapPost("/add-table", (AddTable request, AppData data) => JoinProposal.Add(request.Definition, request.Table, DatabaseEndpoints.Tables(request.Definition.Database, data))).WithName("addTableToDataset");
    }

    private static DatasetView Look(DatasetLook request, IRowSource source, JoinLook joins, CancellationToken cancel)
    {
        var started = Stopwatch.GetTimestamp();
        var dataset = request.Definition;
        var problems = new List<Problem>();
        DatasetPlan.Of(dataset, [], problems);
        var (sql, condition, effects) = ("", "", (IReadOnlyList<JoinEffect>)[]);
        var rows = RowSet.Empty;
        try
        {
            sql = QueryBuilder.Select(dataset, [.. dataset.Fields.Where(f => f.Expression is not { Length: > 0 })]);
            if (problems.Count == 0)
            {
                condition = ConditionText.Of(dataset.Filter, dataset, []);
                rows = source.Read(new DataQuery(dataset, dataset.Fields, new Dictionary<string, Value>()) { Now = DateTime.UtcNow }, new RunProgress(), cancel);
                problems.AddRange(rows.Problems);
            }
            if (request.Counting) effects = joins.Effects(dataset, cancel);
        }
        catch (DataException e)
        {
            if (problems.Count == 0) problems.Add(new Problem(e.Code, Severity.Error, e.Message, dataset.Id));
        }
        var shown = Enumerable.Range(0, Math.Min(FirstRows, rows.Count)).Select(row => (IReadOnlyList<string?>)[.. rows.Columns.Select(c => c[row] is { IsNull: false } value ? value.Invariant : null)]).ToList();
        var index = dataset.Fields.ToList().FindIndex(f => f.Name == request.Field);
        var field = index >= 0 && index < rows.Columns.Count ? FieldStatistics.Of(rows.Columns[index], rows.Count, "en-GB") : null;
        return new DatasetView(sql, condition, [.. dataset.Fields.Select(f => f.Name)], shown, rows.Count, Stopwatch.GetElapsedTime(started).TotalMilliseconds, effects, field, problems);
    }

    private static ApiException Missing(string id) => ApiException.NotFound($"There is no dataset “{id}”.");

    private static string FreeId(string name, DatasetStore store)
    {
        var words = Ids.Of(name, "dataset");
        return store.Find(words) is null ? words : $"{words}-{Guid.NewGuid().ToString("N")[..6]}";
    }
}
