using System.Globalization;
using SortKey = LucidLattice.Model.Definitions.SortKey;
using LucidLattice.Testing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>
/// What a total's sentence offers, as it is printed. Outside reference: DuckDB's aggregates and window functions over the same rows
/// (DuckDB.NET.Data.Full 1.5.6.1), with empties, negative numbers, decimals and ties.
/// </summary>
public sealed class TotalFormTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "id", Type = DataType.Whole, Kind = FieldKind.Key }, new() { Name = "a", Type = DataType.Text },
        new() { Name = "b", Type = DataType.Text }, new() { Name = "x", Type = DataType.Decimal, Scale = 2 },
        new() { Name = "w", Type = DataType.Whole },
    ];

    private const string Digits = "0.000000";

    private static TotalElement Total(string aggregate, TotalForm form = TotalForm.Value) =>
        new() { Id = "?", Column = "x", Aggregate = aggregate, As = form, Pattern = Digits };

    private static readonly (TotalElement Total, string Sql)[] Aggregates =
    [
        (Total("sum"), "sum(x)"), (Total("avg"), "avg(x)"), (Total("median"), "median(x::DOUBLE)"),
        (Total("min") with { Where = "w > 2" }, "min(x) FILTER (WHERE w > 2)"),
        (Total(MadeAggregates.Different), "count(DISTINCT x)"),
        (Total(MadeAggregates.Percentile) with { Fraction = 0.9 }, "quantile_cont(x::DOUBLE, 0.9)"),
        (Total(MadeAggregates.Weighted) with { By = "w" }, "sum(x * w) / nullif(sum(w) FILTER (WHERE x IS NOT NULL), 0)"),
        (Total(MadeAggregates.Ratio) with { By = "w" }, "sum(x) / nullif(sum(w), 0)"),
        (Total(MadeAggregates.Ratio) with { By = "w", Where = "w <> 3" },
            "sum(x) FILTER (WHERE w <> 3) / nullif(sum(w) FILTER (WHERE w <> 3), 0)"),
    ];

    private static readonly (TotalForm Form, string Sql)[] OfGroups =
    [
        (TotalForm.ShareOfAround, "s / nullif(sum(s) OVER (PARTITION BY a), 0)"), (TotalForm.ShareOfAll, "s / nullif(sum(s) OVER (), 0)"),
        (TotalForm.Running, "sum(s) OVER (ORDER BY a, b ROWS UNBOUNDED PRECEDING)"),
        (TotalForm.RunningInAround, "sum(s) OVER (PARTITION BY a ORDER BY b ROWS UNBOUNDED PRECEDING)"),
        (TotalForm.Rank, "rank() OVER (ORDER BY s DESC NULLS LAST)"),
        (TotalForm.RankInAround, "rank() OVER (PARTITION BY a ORDER BY s DESC NULLS LAST)"),
        (TotalForm.Change, "s - lag(s) OVER (PARTITION BY a ORDER BY b)"),
        (TotalForm.Growth, "(s - lag(s) OVER (PARTITION BY a ORDER BY b)) / nullif(abs(lag(s) OVER (PARTITION BY a ORDER BY b)), 0)"),
    ];

    private static readonly (TotalForm Form, string Sql)[] OfRows =
    [
        (TotalForm.ShareOfAround, "x / nullif(sum(x) OVER (PARTITION BY a, b), 0)"),
        (TotalForm.ShareOfAll, "x / nullif(sum(x) OVER (), 0)"),
        (TotalForm.Running, "sum(x) OVER (ORDER BY a, b, id ROWS UNBOUNDED PRECEDING)"),
        (TotalForm.RunningInAround, "sum(x) OVER (PARTITION BY a, b ORDER BY id ROWS UNBOUNDED PRECEDING)"),
        (TotalForm.Change, "x - lag(x) OVER (PARTITION BY a, b ORDER BY id)"),
    ];

    private sealed record Row(long Id, string A, string B, decimal? X, long? W);

    private static List<Row> Rows(int seed)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, 150).Select(i => new Row(i, $"a{random.Next(3)}", $"b{random.Next(5)}",
            random.Next(7) == 0 ? null : random.Next(-300, 900) / 4m, random.Next(9) == 0 ? null : random.Next(0, 7)))];
    }

    private static ReportRun Run(Section section, IEnumerable<Row> rows, Func<ReportDefinition, ReportDefinition>? change = null)
    {
        var report = Workshop.Report(section with
        {
            Columns = [new Column { Id = "x", Heading = "X", Expression = "x", Width = 90 }],
            Levels = [.. section.Levels.Select((l, i) => l with { By = i == 0 ? "a" : "b" })],
        }, Fields);
        var run = Workshop.Run(change?.Invoke(report) ?? report, new MemoryRows([.. rows.Select(r => new[]
        {
            Value.Of(r.Id), Value.Of(r.A), Value.Of(r.B), r.X is { } x ? Value.Of(x) : Value.Null, r.W is { } w ? Value.Of(w) : Value.Null,
        })]));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        return run;
    }

    /// <summary>The numbers of a line, each at a height of its own.</summary>
    private static BandPart Line(string id, IEnumerable<Element> elements) => Workshop.Part(id, 14,
        [.. elements.Select((e, i) => e with { Id = id + i, Y = 14 * i, Height = 14 })]);

    private static void Same(List<object?[]> expected, ReportRun run)
    {
        var printed = Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts().Select(t => t.Text)).ToList();
        var wanted = expected.SelectMany(r => r).Where(v => v is not null).Select(v => Convert.ToDecimal(v, CultureInfo.InvariantCulture))
            .ToList();
        Assert.Equal(wanted.Count, printed.Count);
        for (var i = 0; i < wanted.Count; i++)
            Assert.True(Math.Abs(wanted[i] - decimal.Parse(printed[i].Replace('−', '-'), CultureInfo.InvariantCulture)) < 0.00002m,
                $"{i}: {wanted[i]} is printed as {printed[i]}.");
    }

    private static List<object?[]> Reference(IEnumerable<Row> rows, string sql)
    {
        using var duck = Duck.Table("id BIGINT, a VARCHAR, b VARCHAR, x DECIMAL(18, 2), w BIGINT", appender =>
        {
            foreach (var row in rows)
                appender.CreateRow().AppendValue(row.Id).AppendValue(row.A).AppendValue(row.B).AppendValue(row.X).AppendValue(row.W)
                    .EndRow();
        });
        return Duck.Rows(duck, sql);
    }

    private static Level Level(string id, params Element[] totals) =>
        new() { Id = id, Name = id.ToUpperInvariant(), By = id, Footer = Workshop.Band(Line("f" + id, totals)) };

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void Every_kind_of_total_is_that_of_DuckDB(int seed)
    {
        var rows = Rows(seed);
        var totals = Aggregates.Select(a => (Element)a.Total).ToArray();
        var run = Run(new Section { Id = "s", Levels = [Level("a", totals)], ReportFooter = Workshop.Band(Line("r", totals)) }, rows);
        var numbers = string.Join(", ", Aggregates.Select(a => $"({a.Sql})::DOUBLE"));
        Same([.. Reference(rows, $"SELECT {numbers} FROM t GROUP BY a ORDER BY a"), .. Reference(rows, $"SELECT {numbers} FROM t")], run);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void Shares_running_totals_ranks_and_differences_of_groups_are_those_of_DuckDB(int seed)
    {
        var rows = Rows(seed);
        var run = Run(new Section
        {
            Id = "s", Levels = [Level("a"), Level("b", [.. OfGroups.Select(f => Total("sum", f.Form))])],
        }, rows);
        Same(Reference(rows, $"WITH g AS (SELECT a, b, sum(x)::DOUBLE AS s FROM t GROUP BY a, b) SELECT "
            + $"{string.Join(", ", OfGroups.Select(f => $"({f.Sql})::DOUBLE"))} FROM g ORDER BY a, b"), run);
    }

    [Fact]
    public void Shares_running_totals_and_differences_of_rows_are_those_of_DuckDB()
    {
        var rows = Rows(3);
        var run = Run(new Section
        {
            Id = "s", Sort = [new SortKey { By = "id" }], Levels = [Level("a"), Level("b")],
            Detail = Workshop.Band(Line("d", OfRows.Select(f => new CellElement { Id = "?", Column = "x", As = f.Form }))),
        }, rows, r => r with { Sheets = [r.Sheets[0] with { Sections = [r.Sheets[0].Sections[0] with
            { Columns = [new Column { Id = "x", Heading = "X", Expression = "x", Width = 90, Pattern = Digits }] }] }] });
        // Shares are printed as such.
        var shares = Reference(rows, $"SELECT {string.Join(", ", OfRows.Select(f => $"({f.Sql})::DOUBLE"))} FROM t ORDER BY a, b, id");
        var printed = Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts().Select(t => t.Text)).ToList();
        var wanted = shares.SelectMany(r => r.Select((v, i) => v is null ? null : Convert.ToDouble(v, CultureInfo.InvariantCulture) is var n
            && i < 2 ? (n * 100).ToString("0.0", CultureInfo.InvariantCulture) + "%" : n.ToString(Digits, CultureInfo.InvariantCulture)))
            .Where(t => t is not null).ToList();
        Assert.Equal(wanted.Count, printed.Count);
        Assert.Equal(wanted, printed.Select(t => t.Replace('−', '-').Replace('\u00A0', ' ')));
    }

    [Fact]
    public void The_average_of_groups_counts_groups_and_not_rows()
    {
        var rows = Rows(4);
        var run = Run(new Section { Id = "s", Levels = [Level("a", Total(MadeAggregates.PerGroup)), Level("b")] }, rows);
        Same(Reference(rows,
            "SELECT avg(coalesce(s, 0)) FROM (SELECT a, b, sum(x)::DOUBLE AS s FROM t GROUP BY a, b) GROUP BY a ORDER BY a"), run);
    }

    /// <summary>Months under regions and under years: the same month a year before is found wherever it stands. Outside reference:
    /// DuckDB's join
    /// of the sums with themselves.</summary>
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void The_same_period_a_year_before_is_that_of_DuckDB(bool underYears)
    {
        var random = new Random(9);
        var rows = Enumerable.Range(0, 400).Select(_ => (A: $"a{random.Next(2)}", Day: new DateOnly(2023, 1, 1).AddDays(random.Next(900)),
            X: random.Next(-50, 200))).Where(r => r.Day.Month != 5 || r.Day.Year != 2023).ToList();
        Field[] fields = [new() { Name = "a", Type = DataType.Text }, new() { Name = "day", Type = DataType.Date },
            new() { Name = "x", Type = DataType.Whole }];
        var section = new Section
        {
            Id = "s", Columns = [new Column { Id = "x", Heading = "X", Expression = "x", Width = 90 }],
            Levels =
            [
                new Level { Id = "l1", Name = "Outer", By = underYears ? "date_trunc('year', day)" : "a" },
                new Level { Id = "l2", Name = "Month", By = "date_trunc('month', day)", Footer = Workshop.Band(Line("f",
                    [Total("sum", TotalForm.ChangeOnYear), Total("sum", TotalForm.GrowthOnYear)])) },
            ],
        };
        var run = Workshop.Run(Workshop.Report(section, fields),
            new MemoryRows([.. rows.Select(r => new[] { Value.Of(r.A), Value.Of(r.Day), Value.Of((long)r.X) })]));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        using var duck = Duck.Table("a VARCHAR, day DATE, x BIGINT", appender =>
        {
            foreach (var row in rows) appender.CreateRow().AppendValue(row.A).AppendValue(row.Day).AppendValue((long)row.X).EndRow();
        });
        var outer = underYears ? "date_trunc('year', day)" : "a";
        Same(Duck.Rows(duck, $"""
            WITH g AS (SELECT {outer} AS o, {(underYears ? "''" : "a")} AS same, date_trunc('month', day) AS m, sum(x)::DOUBLE AS s
                FROM t GROUP BY ALL)
            SELECT now.s - old.s, (now.s - old.s) / nullif(abs(old.s), 0) FROM g now
            LEFT JOIN g old ON old.same = now.same AND old.m = now.m - INTERVAL 1 YEAR ORDER BY now.o, now.m
            """), run);
    }

    /// <summary>Property over pages of any height: what is carried forward is brought forward on the next page, and the last is the
    /// total.</summary>
    [Fact]
    public void What_a_page_carries_forward_the_next_one_brings_forward()
    {
        var random = new Random(5);
        for (var round = 0; round < 20; round++)
        {
            var rows = Rows(round);
            var run = Run(new Section { Id = "s", Levels = round % 2 == 0 ? [] : [Level("a")],
                Detail = Workshop.Band(Workshop.Part("d", random.Next(14, 60), new TextElement { Id = "t", Width = 50, Text = "row" })) },
                rows, r => r.WithPageBands(
                    Workshop.Band(Line("ph", [new TotalElement { Id = "?", Column = "x", As = TotalForm.Running }])),
                    Workshop.Band(Line("pf", [new TotalElement { Id = "?", Column = "x" },
                        new TotalElement { Id = "?", Column = "x", As = TotalForm.Running }]))));
            decimal? brought = null;
            for (var page = 1; page <= run.PageCount; page++)
            {
                var numbers = run.Page(page).Texts().Where(t => t.Text != "row")
                    .Select(t => decimal.Parse(t.Text.Replace('−', '-').Replace(",", ""), CultureInfo.InvariantCulture)).ToList();
                if (page == 1) Assert.Equal(2, numbers.Count);
                else Assert.Equal(brought, numbers[0]);
                Assert.Equal((brought ?? 0) + numbers[^2], numbers[^1]);
                brought = numbers[^1];
            }
            Assert.Equal(rows.Sum(r => r.X ?? 0), brought);
        }
    }

    [Fact]
    public void What_makes_no_sense_is_said_at_the_total()
    {
        string Code(BandKind kind, TotalElement total)
        {
            var band = Workshop.Band(Line("p", [total]));
            var section = new Section { Id = "s", Columns = [new Column { Id = "x", Heading = "X", Expression = "x", Width = 90 }],
                ReportFooter = kind == BandKind.ReportFooter ? band : new Band(), Detail = kind == BandKind.Detail ? band : new Band() };
            var report = Workshop.Report(section, Fields).WithPageBands(kind == BandKind.PageFooter ? band : new Band());
            var problem = Workshop.Run(report, new MemoryRows()).Problems.Single(p => p.IsError);
            Assert.Equal("p0", problem.Place);
            return problem.Code;
        }
        Assert.Equal("total-outside-group", Code(BandKind.Detail, Total("sum")));
        Assert.Equal("total-of-page", Code(BandKind.PageFooter, Total("sum", TotalForm.Rank)));
        Assert.Equal("no-groups-inside", Code(BandKind.ReportFooter, Total(MadeAggregates.PerGroup)));
        Assert.Equal("no-neighbours", Code(BandKind.ReportFooter, Total("sum", TotalForm.Rank)));
        Assert.Equal("total-by", Code(BandKind.ReportFooter, Total(MadeAggregates.Ratio)));
        Assert.Equal("percentile", Code(BandKind.ReportFooter, Total(MadeAggregates.Percentile) with { Fraction = 90 }));
        Assert.Equal("unknown-aggregate", Code(BandKind.ReportFooter, Total("sumx")));
        Assert.Equal("unknown-field", Code(BandKind.ReportFooter, Total(MadeAggregates.Weighted) with { By = "weight" }));
    }
}
