using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Crosstabs;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output.Pdf;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>Crosstabs against DuckDB, and what has to hold of any of them on any paper.</summary>
public sealed class CrosstabTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "a", Type = DataType.Text }, new() { Name = "b", Type = DataType.Text }, new() { Name = "c", Type = DataType.Text },
        new() { Name = "d", Type = DataType.Whole }, new() { Name = "n", Type = DataType.Whole },
        new() { Name = "x", Type = DataType.Decimal, Scale = 2 },
    ];

    private sealed record Row(string? A, string? B, string? C, long? D, long? N, decimal? X);

    private static List<Row> Rows(int seed, int count)
    {
        var random = new Random(seed);
        T? Sometimes<T>(T value) where T : struct => random.Next(8) == 0 ? null : value;
        string? Text(string letter, int different) => random.Next(9) == 0 ? null : letter + random.Next(different);
        return [.. Enumerable.Range(0, count).Select(_ => new Row(Text("a", 3), Text("b", 4), Text("c", 5), Sometimes<long>(random.Next(3)),
            Sometimes<long>(random.Next(-50, 50)), Sometimes<decimal>(random.Next(-99999, 99999) / 100m)))];
    }

    private static MemoryRows MemoryOf(List<Row> rows) => new([.. rows.Select(r => new[]
    {
        Value.Of(r.A), Value.Of(r.B), Value.Of(r.C), r.D is { } d ? Value.Of(d) : Value.Null, r.N is { } n ? Value.Of(n) : Value.Null,
        r.X is { } x ? Value.Of(x) : Value.Null,
    })]);

    private static CrosstabField Field(string by) => new() { Id = $"f{by}", Name = by.ToUpperInvariant(), By = by };

    private static CrosstabElement Crosstab(CrosstabField[] down, CrosstabField[] across, params string[] values) => new()
    {
        Id = "x", Width = 450, Height = 20, Down = down, Across = across,
        Values = [.. values.Select(v => new CrosstabValue { Expression = v })],
    };

    private static ReportRun Run(CrosstabElement crosstab, List<Row> rows, PageSetup? page = null, Level[]? levels = null)
    {
        var part = Workshop.Part("p", 20, crosstab);
        var section = new Section
        {
            Id = "s", Dataset = "d",
            ReportHeader = levels is null ? Workshop.Band(part) : new Band(),
            Levels = [.. (levels ?? []).Select((l, i) => i == levels!.Length - 1 ? l with { Header = Workshop.Band(part) } : l)],
        };
        var report = Workshop.Report(section, Fields);
        return Workshop.Run(page is null ? report : report with { Page = page }, MemoryOf(rows));
    }

    private static (CrosstabPlan Plan, CrosstabFigures Figures, Frame Frame) Of(ReportRun run)
    {
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var plan = run.Data!.Sections.SelectMany(s => s.Plan.Crosstabs).Single();
        var frame = run.First().NewFrame();
        if (run.First().Tree.Order.Length > 0) frame.StandAt(plan.Level, 0);
        return (plan, run.Data.Crosstabs[plan.Id], frame);
    }

    private static double? Number(Value value) => value.IsNull ? null : Math.Round(value.AsDouble, 6);

    private static double? Number(object? value) =>
        value is null ? null : Math.Round(double.Parse(Convert.ToString(value, CultureInfo.InvariantCulture)!,
            CultureInfo.InvariantCulture), 6);

    /// <summary>Every cell, subtotal and total of either direction, for sums, counts, averages, medians and different values.
    /// Outside reference: DuckDB, GROUP BY CUBE.</summary>
    [Fact]
    public void Cells_and_totals_are_those_of_a_cube()
    {
        string[] values = ["sum(n)", "count(*)", "avg(x)", "median(n)", "count(DISTINCT d)", "min(x)", "sum(x) / nullif(count(n), 0)"];
        for (var seed = 1; seed <= 6; seed++)
        {
            var rows = Rows(seed, 30 * seed * seed);
            using var duck = DuckOf(rows);
            var (plan, figures, frame) = Of(Run(Crosstab([Field("a"), Field("b")], [Field("c"), Field("d")], values), rows));
            var expected = Duck.Rows(duck, "SELECT grouping(a, b, c, d), a, b, c, d, "
                + $"{string.Join(", ", values)} FROM t GROUP BY CUBE (a, b, c, d)")
                .ToDictionary(r => string.Join('|', r.Take(5).Select(v => Convert.ToString(v, CultureInfo.InvariantCulture))));
            var (grid, found) = (plan.GridAt(figures, frame), 0);
            foreach (var line in grid.Lines)
                foreach (var column in grid.Columns)
                {
                    if (figures.Cell(line, column) is null) continue;
                    string Key(bool isDown, CrosstabEntry entry, int fields) => entry.Fields < fields ? ""
                        : figures.Key(isDown, fields, figures.Around(isDown, entry.Fields, entry.Group, fields)).Invariant;
                    var sets = (line.Fields, column.Fields) switch
                    {
                        var (i, k) => (i < 1 ? 8 : 0) + (i < 2 ? 4 : 0) + (k < 1 ? 2 : 0) + (k < 2 ? 1 : 0),
                    };
                    var wanted = expected[$"{sets}|{Key(true, line, 1)}|{Key(true, line, 2)}|{Key(false, column, 1)}|"
                        + Key(false, column, 2)];
                    var value = figures.ValueOf(line, column);
                    Assert.Equal(Number(wanted[5 + value]), Number(figures.Number(line, column, frame)));
                    found += value == 0 ? 1 : 0;
                }
            // Of the sixteen sets of a cube, those with an inner field without its outer one are no totals of a crosstab.
            Assert.Equal(expected.Keys.Count(k => int.Parse(k[..k.IndexOf('|')], CultureInfo.InvariantCulture) is var g
                && (g & 12) != 8 && (g & 3) != 2), found);
        }
    }

    private static DuckDB.NET.Data.DuckDBConnection DuckOf(List<Row> rows) =>
        Duck.Table("a VARCHAR, b VARCHAR, c VARCHAR, d BIGINT, n BIGINT, x DECIMAL(12, 2)", appender =>
        {
            foreach (var row in rows)
                appender.CreateRow().AppendValue(row.A).AppendValue(row.B).AppendValue(row.C).AppendValue(row.D).AppendValue(row.N)
                    .AppendValue(row.X).EndRow();
        });

    /// <summary>The figures as they stand, totals last: of each row its heading and its numbers.</summary>
    private static List<string> Printed(CrosstabPlan plan, CrosstabFigures figures, Frame frame)
    {
        var grid = plan.GridAt(figures, frame);
        string Name(bool isDown, CrosstabEntry entry) => entry.Kind == EntryKind.Total ? "all"
            : figures.Key(isDown, entry.Fields, entry.Group) is var key && key.Type == DataType.List ? "several" : key.Invariant;
        return [.. grid.Lines.SelectMany(line => grid.Columns.Where(column => figures.Cell(line, column) is not null).Select(column =>
            $"{Name(true, line)}/{Name(false, column)}={Number(figures.Shown(line, column, frame))}"))];
    }

    /// <summary>Kept by a total, ordered by one, the largest and the rest: each direction by itself over all rows, and every total over
    /// what both keep. Outside reference: DuckDB.</summary>
    [Fact]
    public void Both_directions_keep_order_and_gather_groups_as_DuckDB_does()
    {
        for (var seed = 1; seed <= 8; seed++)
        {
            var rows = Rows(seed, 60 * seed);
            using var duck = DuckOf(rows);
            var (plan, figures, frame) = Of(Run(Crosstab(
                [Field("b") with { OrderBy = "sum(n)", Descending = true, First = 2, Others = "The rest" }],
                [Field("c") with { OrderBy = "count(*)", Keep = "count(*) > 8" }], "sum(n)"), rows));
            var expected = Duck.Rows(duck, """
                WITH kept AS (SELECT * FROM t WHERE coalesce(c, '-') IN (SELECT coalesce(c, '-') FROM t GROUP BY c HAVING count(*) > 8)),
                downs AS (SELECT b, row_number() OVER (ORDER BY sum(n) DESC NULLS LAST, b NULLS LAST) AS place FROM t GROUP BY b),
                acrosses AS (SELECT c, row_number() OVER (ORDER BY count(*), c NULLS LAST) AS place FROM t GROUP BY c),
                named AS (SELECT least(downs.place, 3) AS place,
                    CASE WHEN downs.place > 2 THEN 'several' ELSE coalesce(kept.b, '') END AS down,
                    acrosses.place AS side, coalesce(kept.c, '') AS across, n
                    FROM kept JOIN downs ON kept.b IS NOT DISTINCT FROM downs.b JOIN acrosses ON kept.c IS NOT DISTINCT FROM acrosses.c)
                SELECT CASE WHEN grouping(place) = 1 THEN 'all' ELSE any_value(down) END,
                    CASE WHEN grouping(side) = 1 THEN 'all' ELSE any_value(across) END, sum(n)
                FROM named GROUP BY CUBE (place, side)
                ORDER BY grouping(place), place, grouping(side), side
                """);
            Assert.Equal(expected.Select(r => $"{r[0]}/{r[1]}={Number(r[2])}"), Printed(plan, figures, frame));
        }
    }

    /// <summary>Shares, differences, sums so far and ranks. Outside reference: window functions of DuckDB.</summary>
    [Theory]
    [InlineData(CrosstabForm.ShareOfRow, "v / sum(v) OVER (PARTITION BY b)")]
    [InlineData(CrosstabForm.ShareOfColumn, "v / sum(v) OVER (PARTITION BY c)")]
    [InlineData(CrosstabForm.ShareOfWhole, "v / sum(v) OVER ()")]
    [InlineData(CrosstabForm.Running, "sum(v) OVER (PARTITION BY b ORDER BY c NULLS LAST)")]
    [InlineData(CrosstabForm.Rank, "rank() OVER (PARTITION BY c ORDER BY v DESC)")]
    public void A_number_shown_as_something_else_is_that_of_a_window(CrosstabForm form, string window)
    {
        var rows = Rows(5, 300);
        using var duck = DuckOf(rows);
        CrosstabField Alone(string by) => Field(by) with { Totals = TotalPlace.None };
        var crosstab = Crosstab([Alone("b")], [Alone("c")], "count(*)");
        var (plan, figures, frame) = Of(Run(crosstab with { Values = [crosstab.Values[0] with { As = form }] }, rows));
        var expected = Duck.Rows(duck, $"""
            SELECT coalesce(b, ''), coalesce(c, ''), {window} FROM (SELECT b, c, count(*)::DOUBLE AS v FROM t GROUP BY b, c)
            ORDER BY b NULLS LAST, c NULLS LAST
            """);
        Assert.Equal(expected.Select(r => $"{r[0]}/{r[1]}={Number(r[2])}"), Printed(plan, figures, frame));
    }

    [Fact]
    public void A_difference_is_to_the_column_before_or_the_year_before()
    {
        Field[] fields = [new() { Name = "day", Type = DataType.Date }, new() { Name = "n", Type = DataType.Whole }];
        var crosstab = new CrosstabElement
        {
            Id = "x", Width = 500, Height = 20, Across = [new() { Id = "m", Name = "Month", By = "date_trunc('month', day)" }],
            Values = [new() { Expression = "sum(n)", As = CrosstabForm.Difference },
                new() { Expression = "sum(n)", As = CrosstabForm.DifferenceToYearBefore }],
        };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, crosstab)) }, fields);
        Value[] On(int year, int month, long n) => [Value.Of(new DateOnly(year, month, 3)), Value.Of(n)];
        var run = Workshop.Run(report, new MemoryRows(On(2024, 1, 5), On(2024, 2, 7), On(2025, 1, 4), On(2025, 2, 9)));
        var (plan, figures, frame) = Of(run);
        var grid = plan.GridAt(figures, frame);
        Assert.Equal(["", "", "2", "", "-3", "-1", "5", "2", "", ""],
            grid.Columns.Select(c => figures.Shown(grid.Lines[0], c, frame).Invariant));
    }

    /// <summary>A year is 2010 wherever rows are grouped by it, whether it is kept as a whole number or as a decimal one; as a number that
    /// is shown, it stays one.</summary>
    [Theory]
    [InlineData(DataType.Whole)]
    [InlineData(DataType.Decimal)]
    public void A_year_is_printed_as_one_without_any_setting(DataType type)
    {
        Field[] fields = [new() { Name = "year", Type = type, Scale = type == DataType.Decimal ? 2 : null }];
        Value Year(long year) => type == DataType.Whole ? Value.Of(year) : Value.Of((decimal)year);
        var chart = new ChartElement { Id = "c", Y = 60, Width = 300, Height = 100, Category = new ChartCategory { By = "year" },
            Values = [new ChartValue { Expression = "count(*)" }] };
        var header = new TextElement { Id = "t", Width = 90, Height = 14, Text = "{{ year }}" };
        var section = new Section
        {
            Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 170, Crosstab([], [Field("year")], "count(*)"), chart)),
            Levels = [new Level { Id = "l", Name = "Year group", By = "year", Header = Workshop.Band(Workshop.Part("h", 14, header)) }],
        };
        var run = Workshop.Run(Workshop.Report(section, fields), new MemoryRows([Year(2010)], [Year(2011)]));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var texts = run.Page(1).Texts().Select(t => t.Text).ToList();
        Assert.Equal(3, texts.Count(t => t == "2010"));
        Assert.DoesNotContain(texts, t => t.StartsWith("2,0", StringComparison.Ordinal));
    }

    /// <summary>Of many rows, what follows from one field is worked out once for each of its values; the groups are the same, with
    /// empties and either way round. Outside reference: DuckDB.</summary>
    [Theory]
    [InlineData("n % 7", "")]
    [InlineData("upper(left(a, 1)) || right(a, 1)", "DESC")]
    [InlineData("CASE WHEN d > 0 THEN d * 2 END", "DESC")]
    public void What_follows_from_one_field_makes_the_same_groups(string by, string order)
    {
        var rows = Rows(11, 25_000);
        using var duck = DuckOf(rows);
        var (plan, figures, frame) = Of(Run(Crosstab([Field("b") with { By = by, Descending = order == "DESC" }], [Field("c")], "sum(n)"),
            rows));
        var expected = Duck.Rows(duck, $"""
            SELECT CASE WHEN grouping(k) = 1 THEN 'all' ELSE coalesce(k::VARCHAR, '') END,
                CASE WHEN grouping(c) = 1 THEN 'all' ELSE coalesce(c, '') END, sum(n) FROM (SELECT {by} AS k, c, n FROM t)
            GROUP BY CUBE (k, c) ORDER BY grouping(k), k {order} NULLS LAST, grouping(c), c NULLS LAST
            """);
        Assert.Equal(expected.Select(r => $"{r[0]}/{r[1]}={Number(r[2])}"), Printed(plan, figures, frame));
    }

    /// <summary>In a group's header, every group has its own rows, columns and totals. Outside reference: DuckDB.</summary>
    [Fact]
    public void Each_group_around_has_a_crosstab_of_its_rows()
    {
        var rows = Rows(9, 400);
        using var duck = DuckOf(rows);
        var run = Run(Crosstab([Field("b")], [Field("c") with { OrderBy = "sum(n)" }], "sum(n)") with { Filter = "d > 0" }, rows,
            levels: [new Level { Id = "l", Name = "Around", By = "a" }]);
        var (plan, figures, frame) = Of(run);
        var data = run.First();
        for (var group = 0; group < data.Tree.Levels[1].Count; group++)
        {
            frame.StandAt(1, group);
            var key = data.KeyOf(1, group, data.NewFrame());
            var expected = Duck.Rows(duck, $"""
                WITH own AS (SELECT * FROM t WHERE d > 0 AND a {(key.IsNull ? "IS NULL" : $"= '{key.Text}'")}),
                sides AS (SELECT c, row_number() OVER (ORDER BY sum(n) NULLS LAST, c NULLS LAST) AS side FROM own GROUP BY c)
                SELECT CASE WHEN grouping(b) = 1 THEN 'all' ELSE coalesce(b, '') END,
                    CASE WHEN grouping(side) = 1 THEN 'all' ELSE any_value(coalesce(own.c, '')) END, sum(n)
                FROM own JOIN sides ON own.c IS NOT DISTINCT FROM sides.c GROUP BY CUBE (b, side)
                ORDER BY grouping(b), b NULLS LAST, grouping(side), side
                """);
            Assert.Equal(expected.Select(r => $"{r[0]}/{r[1]}={Number(r[2])}"), Printed(plan, figures, frame));
        }
    }

    /// <summary>Whatever the paper and the shape: each cell is printed once, on the paper, and nothing lies over anything else. The text
    /// of the PDF is read back with PdfPig.</summary>
    [Fact]
    public void Pages_lose_and_repeat_no_cell()
    {
        var random = new Random(4);
        for (var round = 0; round < 40; round++)
        {
            var page = new PageSetup { Width = random.Next(200, 700), Height = random.Next(150, 500), Left = 20, Right = 20, Top = 20,
                Bottom = 20 };
            var shape = new CrosstabShape
            {
                Stepped = random.Next(2) == 0, ValuesDown = random.Next(2) == 0, Order = (PageOrder)random.Next(2),
                Widths = (ColumnWidths)random.Next(3), ColumnWidth = 30 + random.Next(40), TurnHeadings = random.Next(2) == 0,
                Grid = (TableGrid)random.Next(3), Spacing = random.Next(8), Wide = (WideTable)random.Next(2),
                RepeatHeadings = random.Next(4) > 0,
            };
            CrosstabField Any(string by) => Field(by) with { Totals = (TotalPlace)random.Next(3) };
            var crosstab = Crosstab([Any("a"), Any("b")], [Any("c"), Any("d")], "count(*)", "sum(n)") with
            {
                Width = page.BodyWidth, Shape = shape,
            };
            var run = Run(crosstab, Rows(round, 20 + 30 * round), page);
            var (plan, figures, frame) = Of(run);
            var grid = plan.GridAt(figures, frame);
            var wanted = grid.Lines.Where(l => l.HasNumbers).Sum(line => grid.Columns.Count(c => figures.Cell(line, c) is not null));
            var printed = new List<string>();
            for (var number = 1; number <= run.PageCount; number++)
            {
                var cells = run.Page(number).Flatten().OfType<RegionItem>().ToList();
                printed.AddRange(cells.Select(c => c.Id));
                Assert.All(cells, c => Assert.True(c.X >= 19 && c.X + c.Width <= page.Width - 19 && c.Y >= 19
                    && c.Y + c.Height <= page.Height - 19.9, $"round {round}, page {number}: {c.Id} at {c.X}, {c.Y}"));
                for (var i = 0; i < cells.Count; i++)
                    for (var j = i + 1; j < cells.Count; j++)
                        Assert.False(cells[i].X + cells[i].Width > cells[j].X + 0.1 && cells[j].X + cells[j].Width > cells[i].X + 0.1
                            && cells[i].Y + cells[i].Height > cells[j].Y + 0.1 && cells[j].Y + cells[j].Height > cells[i].Y + 0.1);
            }
            Assert.Equal(printed.Count, printed.Distinct().Count());
            Assert.Equal(wanted, printed.Count);
            if (round < 5) InPdf(run);
        }
    }

    private static void InPdf(ReportRun run)
    {
        using var stream = new MemoryStream();
        PdfWriter.Write(run, stream, null, CancellationToken.None);
        using var pdf = UglyToad.PdfPig.PdfDocument.Open(stream.ToArray());
        foreach (var page in pdf.GetPages())
        {
            var figures = run.Page(page.Number).Flatten().OfType<RegionItem>().Select(r => r.Figure).Where(f => f.Length > 0);
            Assert.All(figures, figure => Assert.Contains(figure, page.Text, StringComparison.Ordinal));
        }
    }
}
