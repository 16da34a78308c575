using System.Globalization;
using SortKey = LucidLattice.Model.Definitions.SortKey;
using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Groups in the order of their totals, kept by a condition, or only the first so many. Outside reference: DuckDB.</summary>
public sealed class ArrangedGroupTests
{
    private static readonly Field[] Fields = [new() { Name = "region", Type = DataType.Text },
        new() { Name = "route", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole },
        new() { Name = "day", Type = DataType.Date }];

    private sealed record Row(string Region, string Route, long? N, DateOnly Day);

    private static List<Row> Rows(int seed, int count)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, count).Select(_ => new Row("r" + random.Next(5), "t" + random.Next(7),
            random.Next(9) == 0 ? null : random.Next(-20, 100), new DateOnly(2024, 1, 1).AddDays(random.Next(900))))];
    }

    private static ReportRun Run(List<Row> rows, params Level[] levels)
    {
        TextElement Text(string id, string text) => new() { Id = id, Width = 300, Height = 14, Text = text };
        var section = new Section
        {
            Id = "s", Dataset = "d",
            Levels = [.. levels.Select((l, i) => l with
            {
                Header = Workshop.Band(Workshop.Part($"h{i}", 16, Text($"t{i}", $"{i}:{{{{ {l.By} }}}}={{{{ sum(n) }}}}"))),
            })],
            ReportFooter = Workshop.Band(Workshop.Part("f", 16, Text("all", "all={{ sum(n) }}/{{ count(*) }}"))),
        };
        return RunOf(section, rows);
    }

    private static ReportRun RunOf(Section section, List<Row> rows) => Workshop.Run(Workshop.Report(section, Fields), MemoryOf(rows));

    private static MemoryRows MemoryOf(List<Row> rows) => new([.. rows.Select(r => new[]
    {
        r.Region is null ? Value.Null : Value.Of(r.Region), Value.Of(r.Route), r.N is { } n ? Value.Of(n) : Value.Null, Value.Of(r.Day),
    })]);

    private static List<string> Printed(ReportRun run) =>
        [.. Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts()).Select(t => t.Text)];

    private static DuckDB.NET.Data.DuckDBConnection DuckOf(List<Row> rows) =>
        Duck.Table("region VARCHAR, route VARCHAR, n BIGINT, day DATE", appender =>
        {
            foreach (var row in rows)
                appender.CreateRow().AppendValue(row.Region).AppendValue(row.Route).AppendValue(row.N).AppendValue(row.Day).EndRow();
        });

    [Fact]
    public void Groups_are_ordered_and_kept_as_DuckDB_does_it()
    {
        for (var seed = 1; seed <= 12; seed++)
        {
            var rows = Rows(seed, 40 * seed);
            using var duck = DuckOf(rows);
            var run = Run(rows,
                new Level { Id = "a", Name = "Region", By = "region", OrderBy = "sum(n)", Descending = true, Keep = "count(*) > 5" },
                new Level { Id = "b", Name = "Route", By = "route", OrderBy = "sum(n)", Descending = true, First = 3 });
            Assert.Empty(run.Problems);
            // Regions are kept and ordered first; of each, the three routes with the largest sums are left.
            var expected = Duck.Rows(duck, """
                WITH kept AS (SELECT * FROM t WHERE region IN (SELECT region FROM t GROUP BY region HAVING count(*) > 5)),
                regions AS (SELECT region, sum(n) AS total FROM kept GROUP BY region),
                routes AS (SELECT region, route, sum(n) AS total, count(*) AS rows,
                    row_number() OVER (PARTITION BY region ORDER BY sum(n) DESC NULLS LAST, route) AS place
                    FROM kept GROUP BY region, route)
                SELECT regions.region, route, routes.total, rows FROM routes JOIN regions USING (region) WHERE place <= 3
                ORDER BY regions.total DESC NULLS LAST, regions.region, routes.place
                """);
            var lines = new List<string>();
            foreach (var group in expected.GroupBy(r => r[0]))
            {
                lines.Add($"0:{group.Key}={Sum(group.Select(r => r[2]))}");
                lines.AddRange(group.Select(r => $"1:{r[1]}={Plain(r[2])}"));
            }
            lines.Add($"all={Sum(expected.Select(r => r[2]))}/{expected.Sum(r => Convert.ToInt64(r[3], CultureInfo.InvariantCulture))}");
            Assert.Equal(lines, Printed(run));
        }
    }

    /// <summary>The largest N and all others as one group: nothing is lost from totals, ranks or counts.</summary>
    [Fact]
    public void All_groups_beyond_the_first_follow_as_one_as_DuckDB_has_them()
    {
        for (var seed = 1; seed <= 12; seed++)
        {
            var rows = Rows(seed, 30 * seed);
            using var duck = DuckOf(rows);
            var run = Run(rows, new Level { Id = "a", Name = "Region", By = "region" }, new Level
            {
                Id = "b", Name = "Route", By = "route", OrderBy = "sum(n)", Descending = true, First = 2, Others = "All others",
            });
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            var expected = Duck.Rows(duck, """
                WITH routes AS (SELECT region, route, row_number() OVER (PARTITION BY region
                    ORDER BY sum(n) DESC NULLS LAST, route) AS place FROM t GROUP BY region, route)
                SELECT region, CASE WHEN place <= 2 THEN route ELSE 'All others' END, sum(n) FROM t JOIN routes USING (region, route)
                GROUP BY ALL ORDER BY region, min(place)
                """);
            var lines = new List<string>();
            foreach (var group in expected.GroupBy(r => r[0]))
            {
                lines.Add($"0:{group.Key}={Sum(group.Select(r => r[2]))}");
                lines.AddRange(group.Select(r => $"1:{r[1]}={Plain(r[2])}"));
            }
            lines.Add($"all={Sum(rows.Select(r => (object?)r.N))}/{rows.Count}");
            // Texts print the name of the group, since a field would be that of one of its rows.
            Assert.Equal(lines, Printed(Named(rows, run)));
            var outline = Enumerable.Range(0, run.First().Tree.Levels[2].Count)
                .Select(g => run.First().LabelOf(2, g, run.First().NewFrame())).ToList();
            Assert.Equal(expected.Select(r => (string)r[1]!), outline);
        }
    }

    /// <summary>The same report with the names of its groups in its headers.</summary>
    private static ReportRun Named(List<Row> rows, ReportRun run)
    {
        var section = run.Report.Sheets[0].Sections[0];
        return RunOf(section with
        {
            Levels = [.. section.Levels.Select((l, i) => l with
            {
                Header = l.Header.MapElements(e => e is TextElement t
                    ? t with { Text = t.Text.Replace($"{{{{ {l.By} }}}}", "{{ group_name() }}") } : e),
            })],
        }, rows);
    }

    [Fact]
    public void Named_groups_gather_their_keys_in_the_order_of_the_list_as_DuckDB_does_by_CASE()
    {
        for (var seed = 1; seed <= 6; seed++)
        {
            var rows = Rows(seed, 60);
            using var duck = DuckOf(rows);
            var groups = new NamedGroups { Groups = [new("West", ["r3", "r1"]), new("East", ["r0"])], Remaining = seed % 2 == 0
                ? "Rest" : null };
            var run = Named(rows, Run(rows, new Level { Id = "a", Name = "Part", By = "region", Groups = groups }));
            var expected = Duck.Rows(duck, $"""
                SELECT CASE WHEN region IN ('r3', 'r1') THEN 'West' WHEN region = 'r0' THEN 'East' ELSE
                {(seed % 2 == 0 ? "'Rest'" : "region")} END AS g, sum(n) FROM t GROUP BY g
                ORDER BY CASE g WHEN 'West' THEN 0 WHEN 'East' THEN 1 ELSE 2 END, g
                """);
            Assert.Equal([.. expected.Select(r => $"0:{r[0]}={Plain(r[1])}"), $"all={Sum(rows.Select(r => (object?)r.N))}/{rows.Count}"],
                Printed(run));
        }
    }

    [Fact]
    public void Rows_without_a_key_have_the_name_that_the_author_gives_them()
    {
        var rows = new List<Row> { new("r1", "t", 1, default), new(null!, "t", 2, default) };
        var run = Named(rows, Run(rows, new Level { Id = "a", Name = "Part", By = "region", EmptyName = "No region yet" }));
        Assert.Equal(["0:r1=1", "0:No region yet=2", "all=3/2"], Printed(run));
    }

    /// <summary>A click on a group that stands for several keys carries all of them; that on any other its own.</summary>
    [Fact]
    public void A_link_on_all_others_carries_their_keys()
    {
        var rows = new List<Row> { new("r1", "t", 9, default), new("r2", "t", 5, default), new("r3", "t", 3, default), new(null!, "t",
            1, default) };
        var run = Run(rows, new Level { Id = "a", Name = "Region", By = "region", OrderBy = "sum(n)", Descending = true, First = 2,
            Others = "Others" });
        var target = Workshop.Report(new Section { Id = "s" }, Fields) with
        {
            Parameters = [new Parameter { Name = "regions", Type = DataType.Text, Shape = ParameterShape.Several }],
        };
        var section = run.Report.Sheets[0].Sections[0];
        var linked = section with
        {
            Levels = [section.Levels[0] with { Header = section.Levels[0].Header.MapElements(e => e with { Link = new Link
                { Report = "target",
                Carries = [new CarriedValue { Parameter = "regions", From = new LevelSource { Level = "a" } }] } }) }],
        };
        var engine = new ReportEngine(MemoryOf(rows), Workshop.Measurer, new OneTarget(target));
        var page = engine.Run(new RunRequest(Workshop.Report(linked, Fields), new Dictionary<string, string>(), Workshop.Now),
            CancellationToken.None);
        Assert.DoesNotContain(page.Problems, p => p.IsError);
        Assert.Equal(["[\"r1\"]", "[\"r2\"]", "[\"r3\",null]"],
            page.Page(1).Flatten().OfType<RegionItem>().Select(r => r.Action!.Values["regions"]));
    }

    private sealed class OneTarget(ReportDefinition target) : IReportCatalog
    {
        public ReportDefinition? Published(string reportId) => target;
    }

    /// <summary>Deviations, the first and the last value, of groups and of all; running, too.</summary>
    [Fact]
    public void Deviations_and_edges_are_those_of_DuckDB()
    {
        string[] totals = ["stddev_samp(n)", "stddev_pop(n)", "var_samp(n)", "var_pop(n)", "stddev_samp(n * 1.0 + 1000000000)", "first(n)",
            "last(n)", "last(day)", "var_pop(n) FILTER (WHERE n > 20)", "first(route) FILTER (WHERE n > 20)"];
        var rows = Rows(3, 400);
        using var duck = DuckOf(rows);
        TextElement Text(string id, string text) => new() { Id = id, Width = 300, Height = 14, Text = $"{{{{ {text} }}}}" };
        Band Footer(string id) => Workshop.Band(Workshop.Part(id, 200,
            [.. totals.Select((t, i) => Text($"{id}{i}", t) with { Y = i * 15 })]));
        var report = Workshop.Report(new Section
        {
            Id = "s", Dataset = "d", Sort = [.. new[] { "day", "route", "n" }.Select(by => new SortKey { By = by })],
            Levels = [new Level { Id = "l", Name = "Region", By = "region", Footer = Footer("g") }], ReportFooter = Footer("a"),
            Detail = Workshop.Band(Workshop.Part("d", 14, Text("run", "var_pop(n) OVER (ROWS UNBOUNDED PRECEDING)"))),
        }, Fields);
        var run = Workshop.Run(report, new MemoryRows([.. rows.Select(r => new[]
        {
            Value.Of(r.Region), Value.Of(r.Route), r.N is { } n ? Value.Of(n) : Value.Null, Value.Of(r.Day),
        })]));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var data = run.First();
        var list = string.Join(", ", totals.Select(t => $"CAST({t} AS VARCHAR)"));
        var groups = Duck.Rows(duck, $"SELECT {list} FROM (SELECT * FROM t ORDER BY region, day, route, n NULLS LAST) GROUP BY region "
            + "ORDER BY region");
        for (var i = 0; i < totals.Length; i++)
            for (var group = 0; group < groups.Count; group++)
            {
                var expected = (string?)groups[group][i];
                var mine = data.Totals[i, 1, group];
                if (mine.Type == DataType.Double)
                    Assert.Equal(double.Parse(expected!, CultureInfo.InvariantCulture), mine.Double,
                        Math.Max(1e-9, Math.Abs(mine.Double) * 1e-7));
                else Assert.Equal(expected ?? "", mine.Invariant);
            }
        var all = Duck.Rows(duck, "SELECT var_pop(n), stddev_samp(n) FROM t")[0];
        Assert.Equal((double)all[0]!, data.Totals[3, 0, 0].Double, 1e-7);
        Assert.Equal((double)all[1]!, data.Totals[0, 0, 0].Double, 1e-9);
    }

    /// <summary>Levels by a period, a letter or a range are expressions: DuckDB groups by the same.</summary>
    [Theory]
    [InlineData("date_trunc('month', day)")]
    [InlineData("date_trunc('quarter', day)")]
    [InlineData("date_trunc('week', day)")]
    [InlineData("date_trunc('year', day)")]
    [InlineData("EXTRACT(MONTH FROM day)")]
    [InlineData("upper(left(route, 2))")]
    [InlineData("floor(n / 25) * 25")]
    public void Levels_by_periods_letters_and_ranges_have_the_totals_of_DuckDB(string by)
    {
        var rows = Rows(77, 300);
        using var duck = DuckOf(rows);
        var run = Run(rows, new Level { Id = "a", Name = "Part", By = by });
        var expected = Duck.Rows(duck,
            $"SELECT {by.Replace("n / 25", "n / 25.0")} AS k, sum(n), count(*) FROM t GROUP BY k ORDER BY k NULLS LAST");
        var data = run.First();
        Assert.Equal(expected.Select(r => (Plain(r[1]), Convert.ToInt32(r[2], CultureInfo.InvariantCulture))),
            Enumerable.Range(0, data.Tree.Levels[1].Count).Select(g =>
                (data.Totals[0, 1, g].IsNull ? "" : data.Totals[0, 1, g].Whole.ToString("#,##0", CultureInfo.InvariantCulture),
                data.Tree.Levels[1].End(g) - data.Tree.Levels[1].Start[g])));
    }

    [Fact]
    public void What_arranges_groups_may_use_totals_around_them_but_nothing_that_follows_from_the_order()
    {
        var rows = Rows(5, 200);
        var share = Run(rows, new Level { Id = "a", Name = "Region", By = "region", Keep = "1.0 * sum(n) / sum(n) OVER () > 0.2" });
        Assert.DoesNotContain(share.Problems, p => p.IsError);
        Assert.InRange(share.First().Tree.Levels[1].Count, 1, 4);
        foreach (var (wrong, code) in new[] { ("rank() OVER (ORDER BY sum(n)) < 3", "ordered-phase"), ("sum(m) > 1", "unknown-field"),
            ("sum(n)", "not-a-condition") })
        {
            var problem = Run(rows, new Level { Id = "a", Name = "Region", By = "region", Keep = wrong }).Problems.Single(p => p.IsError);
            Assert.Equal((code, "a", "keep"), (problem.Code, problem.Place, problem.Property));
        }
        Assert.Contains(Run(rows, new Level { Id = "a", Name = "R", By = "region", First = 0 }).Problems, p => p.Code == "bad-first");
        Assert.Equal(["all=/0"], Printed(Run(rows, new Level { Id = "a", Name = "R", By = "region", Keep = "sum(n) > 1000000" })));
    }

    private static string Plain(object? number) => Sum([number]);

    private static string Sum(IEnumerable<object?> numbers)
    {
        var there = numbers.Where(n => n is not (null or DBNull))
            .Select(n => Convert.ToDecimal(n!.ToString(), CultureInfo.InvariantCulture)).ToList();
        return there.Count == 0 ? "" : there.Sum().ToString("#,##0", CultureInfo.InvariantCulture);
    }
}
