using DuckDB.NET.Data;
using LucidLattice.Data;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Reports.Running;
using LucidLattice.Sql;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>Grouping and totals alone, from columns in memory, beside DuckDB's ROLLUP over the same rows in its memory.</summary>
internal static class TotalsAlone
{
    private const int Rounds = 9;

    public static IEnumerable<Outcome> Run()
    {
        var ferries = Ferries.WithBookings(Ferries.Million);
        // The detail order and the charts are no totals, so the report goes without them here.
        var section = Ferries.Report.Sheets[0].Sections[0];
        var report =
            Ferries.Report with { Sheets = [Ferries.Report.Sheets[0] with { Sections = [WithoutCharts(section) with { Sort = [] }] }] };
        var (plan, _) = ReportPlanner.Plan(report, ferries);
        var first = plan!.Sheets[0].First;
        var dataset = first.Dataset!;
        var rows = SqlEngines.Over(ferries)
            .Read(new DataQuery(dataset, dataset.Fields, new Dictionary<string, Value>()), new RunProgress(), CancellationToken.None);
        using var duck = Duck(rows, dataset);
        var (ours, theirs) = (new List<double>(), new List<double>());
        SectionData? data = null;
        var nothing = ParameterValues.Resolve(report, new Dictionary<string, string>(), DateTime.UtcNow);
        for (var round = 0; round < Rounds; round++)
        {
            ours.Add(Time(
                () => data = RunData.Compute(plan, _ => rows,
                new RunContext(nothing, DateTime.UtcNow, null, new RunProgress(), CancellationToken.None), [])[first]));
            theirs.Add(Time(() => Rollup(duck)));
        }
        Check(duck, data!);
        var ratio = Median(ours) / Median(theirs);
        yield return new Outcome("two levels and four totals, rows in columns", N(Median(ours), "ms"),
            N(Median(theirs), "ms, DuckDB ROLLUP in memory"), N(ratio, "×"), "≤ 1.5 ×", ratio <= 1.5);
    }

    private static Section WithoutCharts(Section section)
    {
        Band Bare(Band band) =>
            band with { Parts = [.. band.Parts.Select(p => p with { Elements = [.. p.Elements.Where(e => e is not ChartElement)] })] };
        return section with { ReportHeader = Bare(section.ReportHeader),
            Levels = [.. section.Levels.Select(l => l with { Header = Bare(l.Header) })] };
    }

    private static DuckDBConnection Duck(RowSet rows, Dataset dataset)
    {
        var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        Execute(duck,
            "CREATE TABLE b (region VARCHAR, route VARCHAR, people BIGINT, vehicles BIGINT, fare DECIMAL(18, 2), discount DECIMAL(18, 2))");
        var columns = new[]
            { "region", "route", "people", "vehicles", "fare",
            "discount" }.Select(name => rows.Columns[dataset.Fields.ToList().FindIndex(f => f.Name == name)]).ToList();
        using var appender = duck.CreateAppender("b");
        for (var row = 0; row < rows.Count; row++)
        {
            var to = appender.CreateRow();
            for (var i = 0; i < columns.Count; i++)
            {
                var value = columns[i][row];
                if (value.IsNull) to.AppendNullValue();
                else if (i < 2) to.AppendValue(value.Text);
                else if (i < 4) to.AppendValue(value.Whole);
                else to.AppendValue(value.Decimal);
            }
            to.EndRow();
        }
        appender.Close();
        return duck;
    }

    private static List<object[]> Rollup(DuckDBConnection duck)
    {
        using var command = duck.CreateCommand();
        command.CommandText = "SELECT region, route, count(*), sum(people), sum(vehicles), sum(fare), sum(discount) FROM b GROUP BY "
            + "ROLLUP (region, route) ORDER BY region NULLS FIRST, route NULLS FIRST";
        using var reader = command.ExecuteReader();
        var found = new List<object[]>();
        while (reader.Read())
        {
            var values = new object[reader.FieldCount];
            reader.GetValues(values);
            found.Add(values);
        }
        return found;
    }

    /// <summary>A fast wrong total would be no feat.</summary>
    private static void Check(DuckDBConnection duck, SectionData data)
    {
        var all = Rollup(duck)[0];
        var ours = data.Plan.Totals.Specs.Select((spec, i) => (Of: FieldOf(data, spec), Value: data.Totals[i, 0, 0])).ToList();
        foreach (var (field, column) in new[] { ("fare", 5), ("discount", 6) })
            if (ours.First(t => t.Of == field).Value.Decimal != Convert.ToDecimal(all[column]))
                throw new InvalidOperationException($"The totals of {field} differ.");
    }

    private static string? FieldOf(SectionData data, AggregateSpec spec) =>
        spec.Argument?.Field is { } field ? data.Plan.Dataset!.Fields[field].Name : null;

    private static void Execute(DuckDBConnection duck, string sql)
    {
        using var command = duck.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }
}
