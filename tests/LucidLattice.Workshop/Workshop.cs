using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Sqlite;
using LucidLattice.Sql;
using LucidLattice.Sql.Engines;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Testing;

/// <summary>What most tests need: the demo database made once, rows from memory, small reports.</summary>
public static class Workshop
{
    public static readonly DateTime Now = new(2026, 3, 15, 10, 0, 0, DateTimeKind.Utc);
    public static readonly ITypesetter Measurer = new SkiaTypesetter();
    private static readonly Lazy<string> Demo = new(MakeDemo);

    public static string DemoFile => Demo.Value;

    /// <summary>A SQLite file as the database of every name.</summary>
    public static SqlDatabases Database(string file, QueryLimits? limits = null) => SqlEngines.Over(new OneDatabase(file), limits);

    /// <summary>The rows of the demo's datasets, calculated fields included.</summary>
    public static IRowReader DemoRows(QueryLimits? limits = null) =>
        new DatasetReader(Database(DemoFile, limits));

    public static ReportEngine DemoEngine(QueryLimits? limits = null) => new(DemoRows(limits), Measurer, new DemoCatalog());

    public static ReportRun Run(ReportDefinition report, IRowReader? rows = null, params (string Name, string Value)[] given)
        => new ReportEngine(rows ?? DemoRows(), Measurer, new DemoCatalog())
            .Run(new RunRequest(report, given.ToDictionary(g => g.Name, g => g.Value), Now), CancellationToken.None);

    public static ReportDefinition DemoReport(string id) => DemoReports.All.First(r => r.Id == id).Definition;

    /// <summary>A report over rows in memory.</summary>
    public static ReportDefinition Report(Section section, params Field[] fields) => new()
    {
        Format = ReportDefinition.FormatName,
        Version = ReportDefinition.CurrentVersion,
        Title = "Test",
        Datasets = [new Dataset { Id = "d", Name = "Rows", Database = "memory", Source = new TableSource { Table = "t" },
        Fields = fields }],
        Sheets = [new Sheet { Id = "sheet", Name = "Sheet", Sections = [section with { Dataset = "d" }] }],
    };

    public static BandPart Part(string id, double height, params Element[] elements) =>
        new() { Id = id, Height = height, Elements = elements };

    public static Band Band(params BandPart[] parts) => new() { Parts = parts };

    /// <summary>All texts of a page, from top to bottom.</summary>
    public static IEnumerable<TextRun> Texts(this PageDrawing page) => page.Flatten().OfType<TextRun>().OrderBy(t => t.Y).ThenBy(t => t.X);

    public static string TempFile(string extension) => Path.Combine(Path.GetTempPath(), $"lattice-{Guid.NewGuid():N}{extension}");

    /// <summary>Runs SQL on a SQLite file, which is made if it is not there.</summary>
    public static void Execute(string file, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static string MakeDemo()
    {
        var path = TempFile(".sqlite");
        DemoDatabase.Write(path);
        AppDomain.CurrentDomain.ProcessExit += (_, _) => File.Delete(path);
        return path;
    }
}

public sealed class OneDatabase(string path) : IDatabases
{
    public string Known => $"There is {path}.";

    public Connection? Find(string name) => SqliteEngine.At(path);
}

public sealed class DemoCatalog : IReportCatalog
{
    public ReportDefinition? Published(string reportId) =>
        DemoReports.All.Where(r => r.Id == reportId).Select(r => r.Definition).FirstOrDefault();
}

/// <summary>Rows given as values, one array a row.</summary>
public sealed class MemoryRows(params Value[][] rows) : IRowReader
{
    public void Require(DataQuery query)
    {
    }

    public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel)
    {
        var all = query.Dataset.Fields.ToList();
        var builders = query.Fields.Select(f => (Index: all.IndexOf(f), Builder: new ColumnBuilder(f))).ToList();
        foreach (var row in rows)
            foreach (var (index, builder) in builders) builder.Add(row[index]);
        return new RowSet([.. builders.Select(b => b.Builder.Build())], rows.Length, []);
    }
}

/// <summary>Counts how often rows are read.</summary>
public sealed class CountingReader(IRowReader source) : IRowReader
{
    public int Reads { get; private set; }

    public void Require(DataQuery query) => source.Require(query);

    public string? Stamp(Dataset dataset) => source.Stamp(dataset);

    public int? RowsAtMost(Dataset dataset) => source.RowsAtMost(dataset);

    public IReadOnlySet<string> Repeated(Dataset dataset, CancellationToken cancel) => source.Repeated(dataset, cancel);

    public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel)
    {
        Reads++;
        return source.Read(query, progress, cancel);
    }
}
