using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Levels of things that stand above each other, groups without rows, and pages counted in groups. Outside reference: DuckDB
/// (recursive queries, generate_series).</summary>
public sealed class LevelFormTests
{
    private static readonly Field[] Offices = [new() { Name = "id", Type = DataType.Whole },
        new() { Name = "above", Type = DataType.Whole }, new() { Name = "name", Type = DataType.Text },
        new() { Name = "n", Type = DataType.Whole }];

    private static readonly Field[] Days = [new() { Name = "region", Type = DataType.Text }, new() { Name = "day", Type = DataType.Date },
        new() { Name = "n", Type = DataType.Whole }];

    private static TextElement Text(string id, string text) => new() { Id = id, Width = 400, Height = 14, Text = text };

    private static List<string> Printed(ReportRun run) =>
        [.. Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts()).Select(t => t.Text)];

    private static ReportRun RunOf(Section section, Field[] fields, IEnumerable<Value[]> rows) =>
        Workshop.Run(Workshop.Report(section, fields), new MemoryRows([.. rows]));

    private static Section Depths(params string[] by) => new()
    {
        Id = "s", Dataset = "d",
        Levels = [.. by.Select((b, i) => new Level
        {
            Id = $"l{i}", Name = $"L{i}", By = b, OmitEmpty = true,
            Header = Workshop.Band(Workshop.Part($"h{i}", 16,
                Text($"t{i}",
                    $"{i + 1}:{{{{ ancestor(id, above, {i + 1}) }}}}:{{{{ ancestor(id, above, {i + 1}, name) }}}}={{{{ sum(n) | 0 }}}}"))),
        })],
        Detail = Workshop.Band(Workshop.Part("d", 16, Text("row", "row {{ name }} at {{ tree_depth(id, above) }}"))),
    };

    [Fact]
    public void Totals_over_things_above_each_other_are_those_of_a_recursive_query()
    {
        for (var seed = 1; seed <= 10; seed++)
        {
            var random = new Random(seed);
            // Each stands below one that was there before it; a tenth stands alone.
            var offices = Enumerable.Range(1, 40).Select(id => (Id: (long)id,
                Above: id == 1 || random.Next(10) == 0 ? null : (long?)random.Next(Math.Max(1, id - 8), id), Name: $"o{id}",
                N: (long)random.Next(100))).OrderBy(_ => random.Next()).ToList();
            using var duck = Duck.Table("id BIGINT, above BIGINT, name VARCHAR, n BIGINT", to =>
            {
                foreach (var o in offices)
                    to.CreateRow().AppendValue(o.Id).AppendValue(o.Above).AppendValue(o.Name).AppendValue(o.N).EndRow();
            });
            var expected = Duck.Rows(duck, """
                WITH RECURSIVE up AS (SELECT id, n, id AS top, above, [id] AS way FROM t
                    UNION ALL SELECT up.id, up.n, t.id, t.above, list_prepend(t.id, up.way) FROM up JOIN t ON t.id = up.above),
                ways AS (SELECT id, n, way FROM up WHERE above IS NULL)
                SELECT depth, way[depth] AS node, CAST(sum(n) AS BIGINT) FROM ways, generate_series(1, 6) AS g(depth)
                WHERE len(way) >= depth GROUP BY ALL
                """).Select(r => $"{r[0]}:{r[1]}:o{r[1]}={r[2]}").Order(StringComparer.Ordinal);
            var run = RunOf(Depths([.. Enumerable.Range(1, 6).Select(d => $"ancestor(id, above, {d})")]), Offices,
                offices.Select(o => new[] { Value.Of(o.Id), o.Above is { } a ? Value.Of(a) : Value.Null, Value.Of(o.Name),
                    Value.Of(o.N) }));
            Assert.Empty(run.Problems);
            var printed = Printed(run);
            Assert.Equal(expected, printed.Where(t => char.IsDigit(t[0])).Order(StringComparer.Ordinal));
            Assert.Equal(40, printed.Count(t => t.StartsWith("row", StringComparison.Ordinal)));
        }
    }

    [Fact]
    public void Circles_and_parents_without_rows_have_an_end()
    {
        // 1 and 2 stand above each other, 3 above itself; 9 has no row.
        Value[][] rows = [Row(1, 2, "a"), Row(2, 1, "b"), Row(3, 3, "c"), Row(4, 9, "d"), Row(5, 4, "e"),
            [Value.Null, Value.Null, Value.Of("f"), Value.Of(1L)]];
        var printed = Printed(RunOf(Depths("ancestor(id, above, 1)", "ancestor(id, above, 2)", "ancestor(id, above, 3)"), Offices, rows));
        // A thing's own row comes after those below it: rows without a key of a level stand last.
        Assert.Equal(["1:1:a=2", "2:2:b=1", "row b at 2", "row a at 1", "1:3:c=1", "row c at 1", "1:9:=2", "2:4:d=2", "3:5:e=1",
            "row e at 3", "row d at 2", "row f at 0"], printed);

        static Value[] Row(long id, long above, string name) => [Value.Of(id), Value.Of(above), Value.Of(name), Value.Of(1L)];
    }

    [Theory]
    [InlineData("month", "date_trunc('month', day)")]
    [InlineData("week", "date_trunc('week', day)")]
    [InlineData("quarter", "date_trunc('quarter', day)")]
    public void Periods_without_rows_are_printed_as_DuckDB_generates_them(string unit, string by)
    {
        for (var seed = 1; seed <= 8; seed++)
        {
            var random = new Random(seed);
            var rows = Enumerable.Range(0, 25).Select(_ => (Region: "r" + random.Next(3),
                Day: new DateOnly(2024, 1, 1).AddDays(random.Next(700)), N: (long)random.Next(50))).ToList();
            using var duck = Duck.Table("region VARCHAR, day DATE, n BIGINT", to =>
            {
                foreach (var r in rows) to.CreateRow().AppendValue(r.Region).AppendValue(r.Day).AppendValue(r.N).EndRow();
            });
            var step = unit == "quarter" ? "3 MONTH" : $"1 {unit}";
            var expected = Duck.Rows(duck, $"""
                WITH keys AS (SELECT CAST(unnest(generate_series(min(date_trunc('{unit}', day)), max(date_trunc('{unit}', day)),
                    INTERVAL {step})) AS DATE) AS key FROM t)
                SELECT r.region, strftime(k.key, '%Y-%m-%d'), coalesce(CAST(sum(n) AS BIGINT), -1), count(n)
                FROM (SELECT DISTINCT region FROM t) r CROSS JOIN keys k
                LEFT JOIN t ON t.region = r.region AND date_trunc('{unit}', t.day) = k.key GROUP BY ALL ORDER BY 1, 2
                """).Select(r => $"{r[0]} {r[1]}={r[2]}/{r[3]}").ToList();
            var filled = new Level
            {
                Id = "b", Name = "Period", By = by, Fill = new LevelFill(),
                Header = Workshop.Band(Workshop.Part("h", 16,
                    Text("t", $"{{{{ group_name('Region') }}}} {{{{ {by} | yyyy-MM-dd }}}}={{{{ coalesce(sum(n), -1) }}}}/"
                        + "{{ count(*) }}"))),
                Footer = Workshop.Band(Workshop.Part("f", 16, Text("u", $"end {{{{ {by} | yyyy-MM-dd }}}}"))),
            };
            var section = new Section
            {
                Id = "s", Dataset = "d", Levels = [new Level { Id = "a", Name = "Region", By = "region" }, filled],
                Detail = Workshop.Band(Workshop.Part("d", 16, Text("row", "row {{ n }}"))),
            };
            var run = RunOf(section, Days, rows.Select(r => new[] { Value.Of(r.Region), Value.Of(r.Day), Value.Of(r.N) }));
            Assert.Empty(run.Problems);
            var printed = Printed(run);
            Assert.Equal(expected, printed.Where(t => t[0] == 'r' && t[1] != 'o'));
            Assert.Equal(expected.Count, printed.Count(t => t.StartsWith("end", StringComparison.Ordinal)));
            Assert.Equal(rows.Count, printed.Count(t => t.StartsWith("row", StringComparison.Ordinal)));

            // Where a page starts is found again by what stands on it, also by groups without rows.
            var sheet = run.Sheets[0];
            var tree = run.Data!.Sections.First().Tree;
            for (var group = 0; group < tree.Levels[2].Count; group++)
            {
                var page = sheet.PageOf(sheet.Plan.First, 2, group)!.Value;
                Assert.Contains(expected[group], run.Page(page).Texts().Select(t => t.Text));
            }
        }
    }

    [Fact]
    public void Months_of_any_year_and_given_ends_are_filled_and_what_has_no_next_is_a_problem()
    {
        Value[][] rows = [[Value.Of("x"), Value.Of(new DateOnly(2024, 5, 3)), Value.Of(1L)],
            [Value.Of("x"), Value.Of(new DateOnly(2025, 2, 3)), Value.Of(2L)]];
        Level By(string by, LevelFill fill) => new()
        {
            Id = "l", Name = "L", By = by, Fill = fill,
            Header = Workshop.Band(Workshop.Part("h", 16, Text("t", $"{{{{ CAST({by} AS text) }}}}:{{{{ count(*) }}}}"))),
        };
        ReportRun Of(Level level) => RunOf(new Section { Id = "s", Dataset = "d", Levels = [level] }, Days, rows);
        Assert.Equal(12, Printed(Of(By("EXTRACT(MONTH FROM day)", new()))).Count);
        Assert.Equal(["2022-01-01:0", "2023-01-01:0", "2024-01-01:1", "2025-01-01:1"],
            Printed(Of(By("date_trunc('year', day)", new LevelFill("DATE '2022-07-01'")))));
        Assert.Equal("cannot-fill", Assert.Single(Of(By("region", new())).Problems).Code);
        Assert.Equal("too-many-gaps", Assert.Single(Of(By("day", new LevelFill("DATE '0001-01-01'"))).Problems).Code);
        Assert.Equal("type-mismatch", Assert.Single(Of(By("day", new LevelFill("5"))).Problems).Code);
    }

    [Fact]
    public void Pages_are_counted_in_each_group()
    {
        for (var seed = 1; seed <= 5; seed++)
        {
            var random = new Random(seed);
            var sizes = Enumerable.Range(0, 4).Select(_ => random.Next(1, 160)).ToList();
            var section = new Section
            {
                Id = "s", Dataset = "d",
                Levels = [new Level { Id = "a", Name = "Region", By = "region", NewPage = true,
                    Header = Workshop.Band(Workshop.Part("h", 16, Text("t", "region {{ region }}"))) }],
                Detail = Workshop.Band(Workshop.Part("d", 16, Text("row", "row {{ n }}"))),
            };
            var report = Workshop.Report(section, Days);
            report = report with { Sheets = [report.Sheets[0] with { PageFooter = Workshop.Band(Workshop.Part("pf", 16,
                Text("no", "{{ region }}: page {{ page_number('Region') }} of {{ page_count('Region') }}"))) }] };
            var run = Workshop.Run(report, new MemoryRows([.. sizes.SelectMany((size, i) => Enumerable.Range(0, size)
                .Select(n => new[] { Value.Of($"r{i}"), Value.Of(new DateOnly(2024, 1, 1)), Value.Of((long)n) }))]));
            Assert.Empty(run.Problems);
            var footers = Enumerable.Range(1, run.PageCount)
                .Select(p => run.Page(p).Texts().Single(t => t.Text.Contains("page", StringComparison.Ordinal)).Text).ToList();
            var expected = footers.GroupBy(f => f[..2]).SelectMany(g => g.Select((_, i) => string.Create(CultureInfo.InvariantCulture,
                $"{g.Key}: page {i + 1} of {g.Count()}")));
            Assert.Equal(expected, footers);
            Assert.Equal(4, footers.Select(f => f[..2]).Distinct().Count());
        }
    }

    [Fact]
    public void Levels_of_parents_are_made_in_one_step()
    {
        var report = Workshop.Report(new Section { Id = "s" }, Offices);
        var edited = new AddParentLevels { Section = "s", Field = "id", Parent = "above", Caption = "name", Depths = 2 }
            .Apply(report, new DemoCatalog());
        Assert.Equal(["ancestor(id, above, 1)", "ancestor(id, above, 2)"], edited.AllSections().Single().Levels.Select(l => l.By));
        Assert.All(edited.AllSections().Single().Levels, l => Assert.True(l.OmitEmpty));
        // A footer calls its group as its header does.
        var totals = new AddTotals { Section = "s", Column = "c1" }.Apply(edited.MapSections(s => s with
        {
            Columns = [new Column { Id = "c0", Heading = "Name", Expression = "name", Width = 200 },
                new Column { Id = "c1", Heading = "Id", Expression = "id", Width = 60 }],
        }), new DemoCatalog());
        var footer = totals.AllSections().Single().Levels[1].Footer;
        Assert.Equal("{{ group_name() }}", footer.Parts.SelectMany(p => p.Elements).OfType<TextElement>().Single().Text);
        // Lists of groups say what they are called, not what they are known by.
        var data = Workshop.Run(edited, new MemoryRows([Value.Of(1L), Value.Null, Value.Of("all"), Value.Of(1L)],
            [Value.Of(2L), Value.Of(1L), Value.Of("north"), Value.Of(1L)])).Data!.Sections.First();
        Assert.Equal(["all", "north"], new[] { 1, 2 }.Select(level => data.LabelOf(level, 0, data.NewFrame())));
        Assert.Equal(Value.Of(2L), data.KeyOf(2, 0, data.NewFrame()));
    }
}
