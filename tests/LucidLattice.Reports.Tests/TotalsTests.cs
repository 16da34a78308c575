using System.Text.Json;
using LucidLattice.Testing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;
using Microsoft.Data.Sqlite;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Outside reference: DuckDB's GROUP BY ROLLUP over the same rows (package DuckDB.NET.Data.Full 1.5.6.1).</summary>
public class TotalsTests
{
    [Fact]
    public void Demo_totals_are_those_of_DuckDB_rollup()
    {
        var report = Workshop.DemoReport("route-performance");
        var section = report.MainSection();
        // Every aggregate of the slice, as texts in the footers of all levels.
        string[] totals = ["sum(passengers)", "sum(net_fare)", "count(*)", "count(vehicles)", "min(net_fare)", "max(departs)",
            "avg(delay_minutes)", "count(DISTINCT vessel)", "sum(passengers) FILTER (WHERE vehicles > 5)", "sum(DISTINCT passengers)",
            "avg(DISTINCT net_fare) FILTER (WHERE vehicles > 5)"];
        Band Footer(string prefix) =>
            Workshop.Band(
                Workshop.Part(prefix, 200,
                [.. totals.Select((t, i) => new TextElement { Id = $"{prefix}{i}", Width = 100, Y = i * 20, Text = $"{{{{ {t} }}}}" })]));
        section = section with { Filter = null, ReportFooter = Footer("r"),
            Levels = [.. section.Levels.Select((l, i) => l with { Footer = Footer($"l{i}_") })] };
        var run = Workshop.Run(report.WithMainSection(section));
        Assert.DoesNotContain(run.Problems, p => p.IsError);

        using var duck = Duck.Table(
            "region VARCHAR, route VARCHAR, vessel VARCHAR, departs TIMESTAMP, passengers BIGINT, vehicles BIGINT, net_fare "
            + "DECIMAL(18,2), delay_minutes BIGINT", appender =>
        {
            using var source = new SqliteConnection($"Data Source={Workshop.DemoFile};Mode=ReadOnly;Pooling=False");
            source.Open();
            using var command = source.CreateCommand();
            command.CommandText =
                "SELECT region, route, vessel, departs, passengers, vehicles, net_fare, delay_minutes FROM sailings_with_income";
            using var reader = command.ExecuteReader();
            while (reader.Read())
            {
                var row = appender.CreateRow().AppendValue(reader.GetString(0)).AppendValue(reader.GetString(1))
                    .AppendValue(reader.GetString(2))
                    .AppendValue(DateTime.Parse(reader.GetString(3), System.Globalization.CultureInfo.InvariantCulture));
                row.AppendValue(reader.IsDBNull(4) ? null : reader.GetInt64(4)).AppendValue(reader.IsDBNull(5) ? null : reader.GetInt64(5));
                row.AppendValue(reader.IsDBNull(6) ? null : (decimal?)reader.GetDecimal(6))
                    .AppendValue(reader.IsDBNull(7) ? null : reader.GetInt64(7)).EndRow();
            }
        });
        var reference = Duck.Rows(duck, $"SELECT region, route, {string.Join(", ", totals)} FROM t GROUP BY ROLLUP (region, route)");
        Assert.Equal(Groups(run).Count, reference.Count);
        foreach (var (path, level, group) in Groups(run))
        {
            var expected = reference.Single(r => (r[0] as string ?? "") == path[0] && (r[1] as string ?? "") == path[1]);
            var frame = run.First().NewFrame();
            run.First().Tree.Path(level, group).CopyTo(frame.Groups, 0);
            var place = level == 0 ? new BandPlace(BandKind.ReportFooter) : new BandPlace(BandKind.GroupFooter, level);
            var elements = run.First().Plan.Bands[place].SelectMany(p => p.Elements).OfType<TextPlan>().ToList();
            for (var i = 0; i < totals.Length; i++)
                AssertSame(expected[i + 2], frame.Try(elements[i].OnlyValue!), $"{totals[i]} of {string.Join("/", path)}");
        }
    }

    /// <summary>Open data: barley yields (Immer, Hayes and Powers 1934), from npm vega-datasets 3.2.1.</summary>
    [Fact]
    public void Open_data_totals_are_those_of_DuckDB_rollup()
    {
        using var file =
            JsonDocument.Parse(File.ReadAllText(Path.Combine(Checkout.Root, "web/node_modules/vega-datasets/data/barley.json")));
        var rows = file.RootElement.EnumerateArray()
            .Select(r =>
            (Yield: r.GetProperty("yield").GetDouble(), Variety: r.GetProperty("variety").GetString()!,
                Year: (long)r.GetProperty("year").GetInt32(), Site: r.GetProperty("site").GetString()!)).ToList();
        Field[] fields = [new() { Name = "yield", Type = DataType.Double }, new() { Name = "variety", Type = DataType.Text },
            new() { Name = "year", Type = DataType.Whole, Kind = FieldKind.Key }, new() { Name = "site", Type = DataType.Text }];
        Band Footer(string id) =>
            Workshop.Band(
                Workshop.Part(id, 20, new TextElement { Id = id + "a", Width = 90, Text = "{{ avg(yield) }}" },
                new TextElement { Id = id + "b", X = 100, Width = 90, Text = "{{ sum(yield) }}" }));
        var section = new Section
        {
            Id = "s",
            Levels = [new Level { Id = "l1", Name = "Place", By = "site", Footer = Footer("p1") },
            new Level { Id = "l2", Name = "Harvest", By = "year", Footer = Footer("p2") }],
            ReportFooter = Footer("p0"),
        };
        var run = Workshop.Run(Workshop.Report(section, fields),
            new MemoryRows([.. rows.Select(r => new[] { Value.Of(r.Yield), Value.Of(r.Variety), Value.Of(r.Year), Value.Of(r.Site) })]));
        using var duck = Duck.Table("yield DOUBLE, year BIGINT, site VARCHAR", appender =>
        {
            foreach (var row in rows) appender.CreateRow().AppendValue(row.Yield).AppendValue(row.Year).AppendValue(row.Site).EndRow();
        });
        var reference = Duck.Rows(duck, "SELECT site, CAST(year AS VARCHAR), avg(yield), sum(yield) FROM t GROUP BY ROLLUP (site, year)");
        Assert.Equal(19, reference.Count);
        foreach (var (path, level, group) in Groups(run))
        {
            var expected = reference.Single(r => (r[0] as string ?? "") == path[0] && (r[1] as string ?? "") == path[1]);
            Assert.Equal((double)expected[2]!, run.First().Totals[0, level, group].Double, 1e-9);
            Assert.Equal((double)expected[3]!, run.First().Totals[1, level, group].Double, 1e-9);
        }
    }

    [Fact]
    public void A_share_uses_the_total_of_the_enclosing_level_and_of_all_rows()
    {
        var texts =
            new TextElement { Id = "t", Width = 300, Text = "{{ sum(n) }} {{ sum(n) OVER (PARTITION BY Outer) }} {{ sum(n) OVER () }}" };
        var section = new Section { Id = "s",
            Levels = [new Level { Id = "l1", Name = "Outer", By = "a" },
            new Level { Id = "l2", Name = "Inner", By = "b", Footer = Workshop.Band(Workshop.Part("p", 20, texts)) }] };
        var run = Workshop.Run(
            Workshop.Report(section, new Field { Name = "a", Type = DataType.Text }, new Field { Name = "b", Type = DataType.Text },
            new Field { Name = "n", Type = DataType.Whole }),
            new MemoryRows([Value.Of("x"), Value.Of("p"), Value.Of(1L)], [Value.Of("x"), Value.Of("q"), Value.Of(2L)],
            [Value.Of("y"), Value.Of("p"), Value.Of(4L)]));
        Assert.Equal(["1 3 7", "2 3 7", "4 4 7"], run.Page(1).Texts().Select(t => t.Text));
    }

    [Fact]
    public void An_overflow_is_a_problem_and_never_a_figure()
    {
        var section = new Section { Id = "s",
            ReportFooter = Workshop.Band(Workshop.Part("p", 20, new TextElement { Id = "t", Width = 200, Text = "{{ sum(n) }}" })) };
        var run = Workshop.Run(Workshop.Report(section, new Field { Name = "n", Type = DataType.Whole }),
            new MemoryRows([Value.Of(long.MaxValue)], [Value.Of(1L)]));
        Assert.Empty(run.Page(1).Texts());
        Assert.Contains(run.Problems, p => p.Code == "overflow");
    }

    private static List<(string[] Path, int Level, int Group)> Groups(ReportRun run)
    {
        var data = run.First();
        var groups = new List<(string[], int, int)> { (["", ""], 0, 0) };
        var frame = data.NewFrame();
        for (var level = 1; level <= data.Tree.Innermost; level++)
            for (var group = 0; group < data.Tree.Levels[level].Count; group++)
            {
                var own = data.KeyOf(level, group, frame).Invariant;
                groups.Add((level == 1 ? [own, ""] : [data.KeyOf(1, data.Tree.Levels[2].Parent[group], frame).Invariant, own], level,
                    group));
            }
        return groups;
    }

    private static void AssertSame(object? expected, Value actual, string what)
    {
        switch (expected)
        {
            case null: Assert.True(actual.IsNull, what); break;
            case DateTime time: Assert.Equal(time, actual.DateTime); break;
            case double number: Assert.True(Math.Abs(number - actual.AsDouble) <= 1e-9 * Math.Max(1, Math.Abs(number)),
                $"{what}: {number} and {actual}"); break;
            default: Assert.True(Convert.ToDecimal(expected is System.Numerics.BigInteger big ? (decimal)big : expected) == actual.Decimal,
                $"{what}: {expected} and {actual}"); break;
        }
    }
}
