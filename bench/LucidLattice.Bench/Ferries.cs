using LucidLattice.Demo;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;
using LucidLattice.Sql;

namespace LucidLattice.Bench;

/// <summary>The demo's own generator and report at the size of the benchmarks. Files are made once and kept in the temporary
/// folder.</summary>
internal sealed class Ferries(string file) : IDatabases, IReportCatalog
{
    public const int Million = 1_000_000;

    /// <summary>Two levels, four totals, a chart in the report header and one for each route.</summary>
    public static readonly ReportDefinition Report = DemoReports.All.First(r => r.Id == "bookings-by-route").Definition;
    public static readonly SkiaTypesetter Typesetter = new();

    public static Ferries WithBookings(int bookings)
    {
        var file = Path.Combine(Path.GetTempPath(), $"lattice-bench-{bookings}.sqlite");
        // The generator scales roughly; asking for less gives about the number that is wanted.
        if (!File.Exists(file)) DemoDatabase.Write(file, (int)(bookings * 0.9));
        return new Ferries(file);
    }

    public string Path_ => file;
    public string Known => "";

    public Connection? Find(string name) => SqliteEngine.At(file);

    public ReportDefinition? Published(string reportId) =>
        DemoReports.All.Where(r => r.Id == reportId).Select(r => r.Definition).FirstOrDefault();

    public ReportEngine Engine(SizedCache? cache = null)
        => new(cache is null ? SqlEngines.Over(this) : new CachedReader(SqlEngines.Over(this), cache), Typesetter, this, cache);

    public ReportRun Run(ReportDefinition? report = null) => Engine().Run(Request(report), CancellationToken.None);

    public static RunRequest Request(ReportDefinition? report = null) =>
        new(report ?? Report, new Dictionary<string, string>(), DateTime.UtcNow);
}
