using System.Globalization;
using SortKey = LucidLattice.Model.Definitions.SortKey;
using LucidLattice.Testing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>
/// What depends on the printed order, and on all values of a group, as readers see it on the pages.
/// Outside reference: DuckDB's window functions, median and quantile_cont over the same rows.
/// </summary>
public class OrderedTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "id", Type = DataType.Whole, Kind = FieldKind.Key }, new() { Name = "a", Type = DataType.Text },
        new() { Name = "b", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole },
    ];

    private static readonly string[] OfGroups =
    [
        "sum(n) OVER (ROWS UNBOUNDED PRECEDING)",
        "sum(n) OVER (PARTITION BY Outer ROWS UNBOUNDED PRECEDING)",
        "count(*) OVER (ROWS UNBOUNDED PRECEDING)",
        "avg(n) OVER (ROWS UNBOUNDED PRECEDING)",
        "max(n) OVER (PARTITION BY Outer ROWS UNBOUNDED PRECEDING)",
        "lag(sum(n)) OVER ()",
        "lag(sum(n), 2) OVER (PARTITION BY Outer)",
        "sum(n) - lag(sum(n)) OVER (PARTITION BY Outer)",
        "rank() OVER (ORDER BY count(*) DESC)",
        "dense_rank() OVER (ORDER BY count(*) DESC)",
        "rank() OVER (PARTITION BY Outer ORDER BY sum(n))",
        "median(n)",
        "percentile_cont(0.3) WITHIN GROUP (ORDER BY n)",
        "median(n) FILTER (WHERE n > 20)",
    ];

    private static readonly string[] OfRows =
        ["sum(n) OVER (ROWS UNBOUNDED PRECEDING)", "sum(n) OVER (PARTITION BY Inner ROWS UNBOUNDED PRECEDING)", "lag(n) OVER ()",
            "lag(n, 3) OVER (PARTITION BY Outer)"];

    [Theory]
    [InlineData(1, false, false)]
    [InlineData(2, true, false)]
    [InlineData(3, false, true)]
    public void Running_totals_ranks_differences_and_percentiles_are_those_of_DuckDB(int seed, bool outerDown, bool rowsDown)
    {
        var random = new Random(seed);
        var rows = Enumerable.Range(0, 400)
            .Select(i =>
            (Id: (long)i, A: $"a{random.Next(4)}", B: $"b{random.Next(9)}", N: random.Next(8) == 0 ? (long?)null : random.Next(-5, 60)))
                .ToList();
        var section = new Section
        {
            Id = "s",
            Sort = [new SortKey { By = "id", Descending = rowsDown }],
            Levels =
            [
                new Level { Id = "l1", Name = "Outer", By = "a", Descending = outerDown },
                new Level { Id = "l2", Name = "Inner", By = "b", Footer = Line("f", ["'group'", "a", "b", .. OfGroups]) },
            ],
            Detail = Line("d", ["'row'", "id", .. OfRows]),
        };
        var values = rows.Select(r => new[] { Value.Of(r.Id), Value.Of(r.A), Value.Of(r.B), r.N is { } n ? Value.Of(n) : Value.Null });
        var run = Workshop.Run(Workshop.Report(section, Fields), new MemoryRows([.. values]));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var printed = Enumerable.Range(1, run.PageCount)
            .SelectMany(p => run.Page(p).Texts().GroupBy(t => t.Y).Select(line => string.Concat(line.Select(t => t.Text)))).ToList();

        using var duck = Duck.Table("id BIGINT, a VARCHAR, b VARCHAR, n BIGINT", appender =>
        {
            foreach (var row in rows)
                appender.CreateRow().AppendValue(row.Id).AppendValue(row.A).AppendValue(row.B).AppendValue(row.N).EndRow();
        });
        var (outer, inner) = (outerDown ? "a DESC" : "a", rowsDown ? "id DESC" : "id");
        const string Running = "ROWS UNBOUNDED PRECEDING";
        var groups = Duck.Rows(duck, $"""
            WITH g AS (
              SELECT a, b, sum(n) AS s, count(*) AS c, count(n) AS k, max(n) AS m,
                median(n) AS med, quantile_cont(n, 0.3) AS q, median(n) FILTER (WHERE n > 20) AS big
              FROM t GROUP BY a, b)
            SELECT 'group', a, b, sum(s) OVER o, sum(s) OVER w, sum(c) OVER o, 1.0 * sum(s) OVER o / sum(k) OVER o, max(m) OVER w,
              lag(s) OVER (ORDER BY {outer}, b), lag(s, 2) OVER (PARTITION BY a ORDER BY b), s - lag(s) OVER (PARTITION BY a ORDER BY b),
              rank() OVER (ORDER BY c DESC), dense_rank() OVER (ORDER BY c DESC), rank() OVER (PARTITION BY a ORDER BY s), med, q, big
            FROM g WINDOW o AS (ORDER BY {outer}, b {Running}), w AS (PARTITION BY a ORDER BY b {Running}) ORDER BY {outer}, b
            """);
        Assert.Equal(groups.Select(Written), printed.Where(l => l.StartsWith("group", StringComparison.Ordinal)));
        var details = Duck.Rows(duck, $"""
            SELECT 'row', id,
              sum(n) OVER (ORDER BY {outer}, b, {inner} {Running}), sum(n) OVER (PARTITION BY a, b ORDER BY {inner} {Running}),
              lag(n) OVER (ORDER BY {outer}, b, {inner}), lag(n, 3) OVER (PARTITION BY a ORDER BY b, {inner})
            FROM t ORDER BY {outer}, b, {inner}
            """);
        Assert.Equal(details.Select(Written), printed.Where(l => l.StartsWith("row", StringComparison.Ordinal)));
    }

    [Theory]
    [InlineData("{{ lag(sum(n)) OVER (PARTITION BY Inner) }}", "no-neighbours")]
    [InlineData("{{ lag(sum(n), 0) OVER () }}", "lag-steps")]
    [InlineData("{{ rank() OVER () }}", "unexpected-token")]
    [InlineData("{{ lag(rank() OVER (ORDER BY sum(n))) OVER () }}", "nested-order")]
    [InlineData("{{ percentile_cont(2) WITHIN GROUP (ORDER BY n) }}", "percentile")]
    [InlineData("{{ lag(sum(n)) }}", "needs-over")]
    public void What_has_no_meaning_in_the_printed_order_is_said(string text, string code)
    {
        var footer = Workshop.Band(Workshop.Part("p", 20, new TextElement { Id = "t", Width = 200, Text = text }));
        var section = new Section { Id = "s",
            Levels = [new Level { Id = "l1", Name = "Outer", By = "a" },
            new Level { Id = "l2", Name = "Inner", By = "b", Footer = footer }] };
        var run = Workshop.Run(Workshop.Report(section, Fields), new MemoryRows());
        Assert.Equal((code, "t"), (run.Problems.Single(p => p.IsError).Code, run.Problems.Single(p => p.IsError).Place));
    }

    [Fact]
    public void Totals_of_a_page_add_up_to_those_of_the_report()
    {
        var random = new Random(7);
        var values = Enumerable.Range(0, 300)
            .Select(i => new[] { Value.Of((long)i), Value.Of($"a{random.Next(4)}"), Value.Of("b"), Value.Of((long)random.Next(100)) })
            .ToArray();
        var section = new Section { Id = "s", Levels = [new Level { Id = "l1", Name = "Outer", By = "a", Header = Line("h", ["a"]) }],
            Detail = Line("d", ["'row '", "n"]) };
        var report = Workshop.Report(section, Fields).WithPageBands(
            Line("ph", ["'first '", "id"]),
            Line("pf", ["'page '", "sum(n) OVER (PARTITION BY page)", "count(*) OVER (PARTITION BY page)", "'last '", "id"]));
        var run = Workshop.Run(report, new MemoryRows(values));
        Assert.True(run.PageCount > 3);
        long sum = 0;
        for (var page = 1; page <= run.PageCount; page++)
        {
            var texts = run.Page(page).Texts().Select(t => t.Text).ToList();
            var own = texts.Where(t => t.StartsWith("row", StringComparison.Ordinal))
                .Select(t => (long)decimal.Parse(t.Split('|')[1], CultureInfo.InvariantCulture)).ToList();
            var said = texts.Single(t => t.StartsWith("page", StringComparison.Ordinal)).Split('|');
            Assert.Equal(($"{own.Sum()}.000", $"{own.Count}.000"), (said[1], said[2]));
            sum += own.Sum();
        }
        Assert.Equal(values.Sum(v => v[3].Whole), sum);
    }

    private static Band Line(string id, string[] values)
    {
        var texts = values.Select(v => v.StartsWith('\'') || v is "a" or "b" ? $"{{{{ {v} }}}}" : $"{{{{ {v} | 0.000 }}}}");
        var element =
            new TextElement { Id = id + "t", Width = 510, Height = 12, Style = new Style { Size = 4 }, Text = string.Join("|", texts) };
        return Workshop.Band(Workshop.Part(id, 12, element));
    }

    private static string Written(object?[] row)
        => string.Join("|", row.Select(v => v switch
        {
            null => "",
            string text => text,
            System.Numerics.BigInteger big => ((decimal)big).ToString("0.000", CultureInfo.InvariantCulture),
            _ => Math.Round(Convert.ToDecimal(v, CultureInfo.InvariantCulture), 3, MidpointRounding.AwayFromZero)
            .ToString("0.000", CultureInfo.InvariantCulture),
        }));
}
