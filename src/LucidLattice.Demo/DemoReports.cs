using LucidLattice.Core.Definitions;

namespace LucidLattice.Demo;

/// <summary>The reports that ship with the demo data.</summary>
public static class DemoReports
{
    /// <summary>The name under which the demo database is registered.</summary>
    public const string Database = "skerravoe";

    /// <summary>Reports by id; those that links lead to come first.</summary>
    public static IReadOnlyList<(string Id, ReportDefinition Definition)> All { get; } =
        [
            ("sailings-in-detail", Read("sailings-in-detail.json")), ("route-performance", Read("route-performance.json")),
                ("bookings-by-route", Read("bookings-by-route.json")),
            ("delays-by-cause", Read("delays-by-cause.json")), ("sailings-by-outcome", Read("sailings-by-outcome.json")),
            ("routes-compared", Read("routes-compared.json")),
            ("year-in-charts", Read("year-in-charts.json")), ("busiest-routes", Read("busiest-routes.json")),
        ];

    private static ReportDefinition Read(string name)
    {
        using var reader = new StreamReader(typeof(DemoReports).Assembly.GetManifestResourceStream(name)!);
        return ReportJson.Read(reader.ReadToEnd());
    }
}
