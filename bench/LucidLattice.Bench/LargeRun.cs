using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Running;
using Microsoft.Data.Sqlite;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>A million bookings: from the command to the page index, all totals and the numbers of all charts.</summary>
internal static class LargeRun
{
    private const int Rounds = 3;

    public static IEnumerable<Outcome> Time()
    {
        var ferries = Ferries.WithBookings(Ferries.Million);
        Whole(Ferries.WithBookings(20_000));
        var (ours, bare) = (new List<double>(), new List<double>());
        var rows = 0;
        for (var round = 0; round < Rounds; round++)
        {
            ours.Add(Benchmarks.Time(() => rows = Whole(ferries)));
            bare.Add(Benchmarks.Time(() => Bare(ferries)));
        }
        var ratio = Median(ours) / Median(bare);
        yield return new Outcome($"{rows:N0} bookings: run, all totals, chart numbers, page index", N(Median(ours), "ms"),
            N(Median(bare), "ms, bare ADO.NET loop with the same ORDER BY"), N(ratio, "×"), "≤ 1.0 ×", ratio <= 1);
    }

    public static IEnumerable<Outcome> Memory()
    {
        var run = Ferries.WithBookings(Ferries.Million).Run();
        Charts(run);
        var (peak, columns) = (Peak(), First(run).Rows.Bytes);
        var limit = columns * 2 + (120L << 20);
        yield return new Outcome("the same, peak memory of the process", N(peak / 1048576.0, "MB"),
            N(columns / 1048576.0, "MB, the rows in typed columns"), $"limit {N(limit / 1048576.0, "MB")}", "≤ 2 × + 120 MB",
            peak <= limit);
    }

    public static IEnumerable<Outcome> Growth()
    {
        var (one, five) = (Ferries.WithBookings(Ferries.Million), Ferries.WithBookings(5 * Ferries.Million));
        Whole(Ferries.WithBookings(20_000));
        int few = 0, many = 0;
        // Before, between and after, so that a slow moment of the machine does not fall on one of them only.
        var (small, large) = (new List<double>(), new List<double>());
        for (var round = 0; round < Rounds; round++)
        {
            small.Add(Benchmarks.Time(() => few = Whole(one)));
            large.Add(Benchmarks.Time(() => many = Whole(five)));
        }
        // The generator does not hit the numbers exactly, so what is compared is time for as many rows.
        var ratio = Median(large) / Median(small) * (few * 5.0 / many);
        yield return new Outcome("5 million bookings", N(Median(large), "ms"), N(Median(small), "ms, 1 million"), N(ratio, "×"), "≤ 5.5 ×",
            ratio <= 5.5);
    }

    /// <summary>One month of the million, chosen by the report's own condition: what a reader who sets a period waits for.</summary>
    public static IEnumerable<Outcome> Month()
    {
        var ferries = Ferries.WithBookings(Ferries.Million);
        var section = Ferries.Report.Sheets[0].Sections[0];
        var month = Ferries.Report.MapSection(section.Id,
            s => s with {
            Filter = $"departs >= DATE '2025-03-01' AND departs < DATE "
            + $"'2025-04-01'{(section.Filter is { Length: > 0 } own ? $" AND ({own})" : "")}" });
        ferries.Run(month);
        var (ours, bare, rows) = (new List<double>(), new List<double>(), 0);
        for (var round = 0; round < Rounds; round++)
        {
            ours.Add(Benchmarks.Time(() => rows = First(ferries.Run(month)).Tree.Order.Length));
            bare.Add(Benchmarks.Time(() => Bare(ferries, "WHERE departs >= '2025-03-01' AND departs < '2025-04-01'")));
        }
        var ratio = Median(ours) / Median(bare);
        yield return new Outcome($"{rows:N0} bookings of one month among the million: run with all totals and page index",
            N(Median(ours), "ms"), N(Median(bare), "ms, bare ADO.NET loop with the same WHERE and ORDER BY"), N(ratio, "×"), "≤ 1.5 ×",
            ratio <= 1.5);
    }

    private static SectionData First(ReportRun run) => run.Data![run.Sheets[0].Plan.First];

    private static int Whole(Ferries ferries)
    {
        var run = ferries.Run();
        Charts(run);
        return run.Data!.Rows;
    }

    private static void Charts(ReportRun run)
    {
        var data = First(run);
        foreach (var chart in data.Plan.Charts)
            for (var group = 0; group < data.Tree.Levels[chart.Level].Count; group++)
            {
                var frame = data.NewFrame();
                data.Tree.Path(chart.Level, group).CopyTo(frame.Groups, 0);
                if (chart.Numbers(data.Charts, frame).Marks.Count == 0) throw new InvalidOperationException("A chart has no marks.");
            }
    }

    /// <summary>The same fields, ordered by the database, each read as its type and added up.</summary>
    private static void Bare(Ferries ferries, string where = "")
    {
        using var connection = new SqliteConnection($"Data Source={ferries.Path_};Mode=ReadOnly;Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = $"SELECT region, route, departs, ticket_class, people, vehicles, fare, discount FROM bookings_in_full "
            + $"{where} ORDER BY region, route, departs";
        using var reader = command.ExecuteReader();
        var (letters, people, vehicles, fare, discount) = (0L, 0L, 0L, 0m, 0m);
        while (reader.Read())
        {
            letters += reader.GetString(0).Length + reader.GetString(1).Length + reader.GetString(2).Length + reader.GetString(3).Length;
            people += reader.GetInt64(4);
            vehicles += reader.GetInt64(5);
            fare += reader.GetDecimal(6);
            if (!reader.IsDBNull(7)) discount += reader.GetDecimal(7);
        }
        if (letters == 0 || people == 0 || fare == 0) throw new InvalidOperationException("No rows.");
    }

    private static long Peak()
        => long.Parse(
            File.ReadLines("/proc/self/status").First(l => l.StartsWith("VmHWM", StringComparison.Ordinal))
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)[1]) * 1024;
}
