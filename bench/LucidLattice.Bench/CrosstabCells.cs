using System.Buffers;
using System.Globalization;
using DuckDB.NET.Data;
using LucidLattice.Data;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Output.Svg;
using LucidLattice.Planning;
using LucidLattice.Reports.Running;
using LucidLattice.Sql;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>A crosstab of a million rows with all of its totals, beside DuckDB's GROUPING SETS over the same rows in its memory; a wide
/// one drawn page by page; and one in each of 400 groups.</summary>
internal static class CrosstabCells
{
    private const int Rounds = 9;
    private static readonly string[] Values = ["sum(people)", "sum(vehicles)", "count(*)"];

    public static IEnumerable<Outcome> Run() => [Cells(), .. Wide(), Groups()];

    private static CrosstabElement Crosstab(IReadOnlyList<(string Name, string By)> down, IReadOnlyList<(string Name, string By)> across,
        params string[] values)
    {
        CrosstabField[] Fields(string id, IReadOnlyList<(string Name, string By)> of) =>
            [.. of.Select((f, i) => new CrosstabField { Id = $"{id}{i}", Name = f.Name, By = f.By })];
        return new CrosstabElement
        {
            Id = "x", Width = 500, Height = 40, Down = Fields("down", down), Across = Fields("across", across),
            Values = [.. values.Select(v => new CrosstabValue { Expression = v })],
        };
    }

    private static Band Band(Element element) =>
        new() { Parts = [new BandPart { Id = $"{element.Id}-part", Height = 44, Elements = [element] }] };

    private static ReportDefinition Of(Dataset dataset, Section section) => Ferries.Report with
    {
        Datasets = [dataset], Parameters = [], Sheets = [new Sheet { Id = "sheet", Name = "Sheet", Sections = [section with
            { Dataset = dataset.Id }] }],
    };

    private static RunData Compute(ReportPlan plan, RowSet rows, ReportDefinition report) => RunData.Compute(plan, _ => rows,
        new RunContext(ParameterValues.Resolve(report, new Dictionary<string, string>(), DateTime.UtcNow), DateTime.UtcNow, null,
            new RunProgress(), CancellationToken.None), []);

    /// <summary>8 routes by 30 months and three values.</summary>
    private static Outcome Cells()
    {
        var ferries = Ferries.WithBookings(Ferries.Million);
        var dataset = Ferries.Report.Datasets[0];
        var report = Of(dataset, new Section
        {
            Id = "s", ReportHeader = Band(Crosstab([("Route", "route")], [("Month", "date_trunc('month', departs)")], Values)),
        });
        var (plan, problems) = ReportPlanner.Plan(report, ferries);
        if (problems.Any(p => p.IsError)) throw new InvalidOperationException(problems[0].Message);
        var rows = SqlEngines.Over(ferries)
            .Read(new DataQuery(dataset, dataset.Fields, new Dictionary<string, Value>()), new RunProgress(), CancellationToken.None);
        using var duck = Duck(rows, dataset);
        var (ours, theirs) = (new List<double>(), new List<double>());
        RunData? data = null;
        var sets = new List<object[]>();
        for (var round = 0; round < Rounds; round++)
        {
            ours.Add(Time(() => data = Compute(plan!, rows, report)));
            theirs.Add(Time(() => sets = Sets(duck)));
        }
        Check(data!, sets);
        var ratio = Median(ours) / Median(theirs);
        return new Outcome($"crosstab of {rows.Count:N0} bookings by 8 routes, 30 months and 3 values, all totals", N(Median(ours), "ms"),
            N(Median(theirs), "ms, DuckDB GROUPING SETS in memory"), N(ratio, "×"), "≤ 1.2 ×", ratio <= 1.2);
    }

    private static DuckDBConnection Duck(RowSet rows, Dataset dataset)
    {
        var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        using var command = duck.CreateCommand();
        command.CommandText = "CREATE TABLE b (route VARCHAR, departs TIMESTAMP, people BIGINT, vehicles BIGINT)";
        command.ExecuteNonQuery();
        var columns = new[] { "route", "departs", "people", "vehicles" }
            .Select(name => rows.Columns[dataset.Fields.ToList().FindIndex(f => f.Name == name)]).ToList();
        using var appender = duck.CreateAppender("b");
        for (var row = 0; row < rows.Count; row++)
        {
            var to = appender.CreateRow();
            for (var i = 0; i < columns.Count; i++)
            {
                var value = columns[i][row];
                if (value.IsNull) to.AppendNullValue();
                else if (i == 0) to.AppendValue(value.Text);
                else if (i == 1) to.AppendValue(value.AsDateTime);
                else to.AppendValue(value.Whole);
            }
            to.EndRow();
        }
        appender.Close();
        return duck;
    }

    private static List<object[]> Sets(DuckDBConnection duck)
    {
        using var command = duck.CreateCommand();
        command.CommandText = """
            SELECT route, date_trunc('month', departs) AS month, sum(people), sum(vehicles), count(*) FROM b
            GROUP BY GROUPING SETS ((route, month), (route), (month), ()) ORDER BY grouping(route), route, grouping(month), month
            """;
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

    /// <summary>A fast wrong cell would be no feat.</summary>
    private static void Check(RunData data, List<object[]> sets)
    {
        var section = data.Sections.First();
        var plan = section.Plan.Crosstabs.Single();
        var (figures, frame) = (data.Crosstabs[plan.Id], section.NewFrame());
        frame.StandAt(0, 0);
        var grid = plan.GridAt(figures, frame);
        var cells = grid.Lines.SelectMany(l => grid.Columns.Where(c => c.Value == 0).Select(c => figures.Cell(l, c) is null ? null
            : string.Join('|', Values.Select((_, v) => figures.Number(l, c with { Value = v }, frame).Invariant)))).OfType<string>();
        var theirs = sets.Select(s => string.Join('|', s.Skip(2).Select(v => Convert.ToString(v, CultureInfo.InvariantCulture))));
        if (!cells.SequenceEqual(theirs)) throw new InvalidOperationException("The cells differ.");
    }

    /// <summary>1,000 rows by 200 columns on as many pages as they take.</summary>
    private static IEnumerable<Outcome> Wide()
    {
        Field[] fields = [new() { Name = "a", Type = DataType.Whole }, new() { Name = "b", Type = DataType.Whole },
            new() { Name = "n", Type = DataType.Whole }];
        var builders = fields.Select(f => new ColumnBuilder(f)).ToList();
        for (var i = 0; i < 200_000; i++)
        {
            builders[0].Add(Value.Of((long)i / 200));
            builders[1].Add(Value.Of((long)i % 200));
            builders[2].Add(Value.Of((long)i * 7919 % 10_007));
        }
        var dataset = Ferries.Report.Datasets[0] with { Id = "wide", Fields = fields };
        var report = Of(dataset, new Section { Id = "s", ReportHeader = Band(Crosstab([("Row", "a")], [("Column", "b")], "sum(n)")) });
        var rows = new RowSet([.. builders.Select(b => b.Build())], 200_000, []);
        var engine = new ReportEngine(new Kept(rows), Ferries.Typesetter, Ferries.WithBookings(1000));
        var run = engine.Run(new RunRequest(report, new Dictionary<string, string>(), DateTime.UtcNow), CancellationToken.None);
        var (random, buffer) = (new Random(1), new ArrayBufferWriter<byte>());
        double Draw(int page) => Time(() =>
        {
            buffer.ResetWrittenCount();
            SvgWriter.Write(run.Page(page), buffer, "p-");
        });
        for (var i = 0; i < 50; i++) Draw(1 + random.Next(run.PageCount));
        var before = GC.GetTotalMemory(true);
        var times = Enumerable.Range(0, 500).Select(_ => Draw(1 + random.Next(run.PageCount))).ToList();
        var grown = GC.GetTotalMemory(true) - before;
        var slow = Percentile(times, 0.95);
        yield return new Outcome($"crosstab of 1,000 rows by 200 columns, any of its {run.PageCount:N0} pages to SVG, 95th percentile",
            N(slow, "ms"), "–", "", "< 20 ms", slow < 20);
        yield return new Outcome("the same, memory that 500 pages leave behind", N(grown / 1024.0, "kB"), "–", "", "< 1,024 kB",
            grown < 1 << 20);
    }

    /// <summary>The same report with and without a crosstab in each of 400 groups.</summary>
    private static Outcome Groups()
    {
        var ferries = Ferries.WithBookings(Ferries.Million);
        var dataset = Ferries.Report.Datasets[0];
        ReportDefinition Made(bool with) => Of(dataset, new Section
        {
            Id = "s", Levels = [new Level { Id = "l", Name = "Group", By = "EXTRACT(DOY FROM departs) + 1000 * floor(people / 4)",
                First = 400, Header = Band(with ? Crosstab([("Route", "route")], [("Class", "ticket_class")], Values)
                    : new LineElement { Id = "ln", Width = 500, Height = 1 }),
                // Both read the same fields.
                Footer = Band(new TextElement { Id = "t", Width = 500, Height = 14, Text = "{{ min(route) }} {{ min(ticket_class) }} "
                    + "{{ sum(vehicles) }}" }) }],
        });
        var (ours, bare) = (new List<double>(), new List<double>());
        for (var round = 0; round < 10; round++)
        {
            // Each goes first as often as the other, after what it left behind is gone.
            var with = (round + round / 2) % 2 == 0;
            GC.Collect();
            var time = Time(() =>
            {
                var run = ferries.Run(Made(with));
                if (run.Data is null || run.First().Tree.Levels[1].Count < 400) throw new InvalidOperationException("Too few groups.");
            });
            if (round >= 2) (with ? ours : bare).Add(time);
        }
        var added = Median(ours) - Median(bare);
        return new Outcome("a crosstab in each of 400 groups: what it adds to the run", N(added, "ms"),
            N(Median(bare), "ms, the run without"), "", "≤ 500 ms", added <= 500);
    }

    private static SectionData First(this ReportRun run) => run.Data!.Sections.First();

    private sealed class Kept(RowSet rows) : IRowReader
    {
        public void Require(DataQuery query)
        {
        }

        public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel) => rows;
    }
}
