using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Charts;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Reports.Running;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Decimals of up to 28 digits stay as they are, read, worked out, added up, drawn and written; the reference is
/// System.Decimal.</summary>
public class WideDecimalTests
{
    private static decimal Random(Random random, int digits, int scale)
    {
        var text = string.Concat(Enumerable.Range(0, digits).Select(i => (char)('0' + (i == 0 ? random.Next(1, 10) : random.Next(10)))));
        var number = decimal.Parse(text, CultureInfo.InvariantCulture);
        for (var i = 0; i < scale; i++) number /= 10;
        return decimal.Round(random.Next(2) == 0 ? number : -number, scale);
    }

    /// <summary>Property over 1 to 28 digits and scales of 0 to 12.</summary>
    [Fact]
    public void Decimals_of_any_length_are_kept_and_added_up_exactly()
    {
        var random = new Random(5);
        for (var digits = 1; digits <= 28; digits++)
            for (var scale = 0; scale <= Math.Min(12, digits); scale++)
            {
                var numbers = Enumerable.Range(0, 7).Select(_ => Random(random, Math.Min(digits, 27), Math.Min(scale, digits))).ToList();
                Field[] fields = [new() { Name = "k", Type = DataType.Whole }, new() { Name = "n", Type = DataType.Decimal,
                    Scale = scale }];
                var chart = new ChartElement { Id = "c", Width = 300, Height = 100, Category = new() { By = "k" },
                    Values = [new() { Expression = "sum(n)" }] };
                var report = Workshop.Report(new Section
                {
                    Id = "s",
                    Columns = [new Column { Id = "a", Heading = "A", Width = 200, Expression = "n" }],
                    ReportHeader = Workshop.Band(Workshop.Part("h", 110, chart)),
                    ReportFooter = Workshop.Band(Workshop.Part("f", 20,
                        new TextElement { Id = "sum", Width = 400, Height = 14, Text = "{{ sum(n) | 0.############ }}" })),
                }, fields);
                var rows = new MemoryRows([.. numbers.Select((n, i) => new[] { Value.Of((long)(i % 3)), Value.Of(n) })]);
                var run = Workshop.Run(report, rows);
                Assert.Empty(run.Problems);
                Assert.Equal(numbers, Enumerable.Range(0, 7).Select(r => run.First().Rows.Columns[1][r].Decimal));
                Assert.Equal(numbers.Sum().ToString("0.############", CultureInfo.InvariantCulture),
                    run.Page(1).Texts().Single(t => t.Y > 150).Text);
                Assert.Equal(numbers.Select((n, i) => (n, i % 3)).GroupBy(n => n.Item2).OrderBy(g => g.Key).Select(g => g.Sum(n => n.n)),
                    RunCharts.Find(run, "c")!.Content.Numbers.Marks.Select(m => m.Value.Decimal));
            }
    }

    /// <summary>What was seen before: 400 of 682 empty, and a sum of 10.00, without a word.</summary>
    [Fact]
    public void A_column_widens_once_a_value_needs_it_and_keeps_those_before_it()
    {
        var builder = new ColumnBuilder(new Field { Name = "n", Type = DataType.Decimal, Scale = 2 });
        foreach (var text in new[] { "1.50", "-3.25", "922337203685477590.70", "10" }) builder.Add(text);
        builder.AddNull();
        builder.Add(Value.Of(79_228_162_514_264_337_593_543_950_335m));
        var column = builder.Build();
        Assert.Equal(["1.50", "-3.25", "922337203685477590.70", "10.00", "NULL", "79228162514264337593543950335"],
            Enumerable.Range(0, 6).Select(i => column[i].ToString()));
        Assert.Equal(0, column.Misfits);
        var key = column.Key(6, new Collation("en"), descending: false);
        var ranks = new int[6];
        key.Ranks([0, 1, 2, 3, 4, 5], ranks);
        Assert.Equal([1, 0, 3, 2, 5, 4], ranks);
    }

    /// <summary>Property: without a declared scale, values keep the digits they have, up to 12; what is rounded is counted.</summary>
    [Fact]
    public void The_scale_comes_from_the_data_where_none_is_declared()
    {
        var random = new Random(11);
        for (var round = 0; round < 300; round++)
        {
            var numbers = Enumerable.Range(0, random.Next(1, 30))
                .Select(_ => Random(random, random.Next(1, 16), random.Next(0, Math.Min(16, 1 + round / 10)))).ToList();
            var builder = new ColumnBuilder(new Field { Name = "n", Type = DataType.Decimal });
            foreach (var number in numbers)
                if (random.Next(2) == 0) builder.Add(number.ToString(CultureInfo.InvariantCulture));
                else builder.Add(Value.Of(number));
            var column = builder.Build();
            var scale = Math.Min(12, numbers.Max(n => (int)n.Scale));
            Assert.Equal(numbers.Select(n => decimal.Round(n, 12, MidpointRounding.AwayFromZero)),
                Enumerable.Range(0, numbers.Count).Select(i => column[i].Decimal));
            Assert.Equal((scale, numbers.Count(n => decimal.Round(n, 12) != n)), (column.Field.Scale, builder.Longer));
            Assert.All(Enumerable.Range(0, numbers.Count), i => Assert.Equal(scale, column[i].Decimal.Scale));
        }
    }

    [Theory]
    [InlineData(null, "4130.46664 | 12.50000 | 4142.96664 | 2071.483320 | 4130.46664")]
    [InlineData(2, "4130.47 | 12.50 | 4142.97 | 2071.49 | 4130.47")]
    public void What_is_printed_has_the_digits_of_the_data_or_those_declared(int? scale, string expected)
    {
        var report = Workshop.Report(new Section
        {
            Id = "s",
            Detail = Workshop.Band(Workshop.Part("d", 20, new TextElement { Id = "t", Width = 400, Height = 14, Text = "{{ n }}" })),
            ReportFooter = Workshop.Band(Workshop.Part("f", 20, new TextElement
            {
                Id = "sum", Width = 400, Height = 14, Text = "{{ sum(n) }} | {{ avg(n) }} | {{ max(coalesce(n, 0)) }}",
            })),
        }, new Field { Name = "n", Type = DataType.Decimal, Scale = scale });
        var run = Workshop.Run(report, new MemoryRows([Value.Of(4130.46664m)], [Value.Of(12.5m)]));
        Assert.Equal(expected.Replace(",", ""), string.Join(" | ", run.Page(1).Texts().Select(t => t.Text)).Replace(",", ""));
    }

    /// <summary>The noise of doubles is no digit: 0.1 + 0.2 has one.</summary>
    [Theory]
    [InlineData(0.1 + 0.2, 1, 0)]
    [InlineData(4130.46664, 5, 0)]
    [InlineData(1e-14, 12, 1)]
    [InlineData(123456.789, 3, 0)]
    public void The_digits_of_a_REAL_are_those_that_were_meant(double value, int scale, int longer)
    {
        var builder = new ColumnBuilder(new Field { Name = "n", Type = DataType.Decimal });
        builder.Add(value);
        Assert.Equal((scale, longer), (builder.Build().Field.Scale, builder.Longer));
    }

    /// <summary>What fits no decimal is counted and named, in a field that is worked out too.</summary>
    [Fact]
    public void What_does_not_fit_is_a_problem_that_names_the_field()
    {
        Field[] fields =
        [
            new() { Name = "n", Type = DataType.Decimal, Scale = 0 },
            new() { Name = "worked", Type = DataType.Decimal, Scale = 2, Expression = "n * 1000000000000 * 1000000000000" },
        ];
        var report = Workshop.Report(new Section { Id = "s", Columns =
            [new Column { Id = "a", Heading = "A", Width = 200, Expression = "worked" }] }, fields);
        var rows = new DatasetReader(new MemoryRows([.. new[] { 5m, 9_000_000_000m }.Select(n => new[] { Value.Of(n) })]));
        var problem = Assert.Single(Workshop.Run(report, rows).Problems);
        Assert.Equal("overflow", problem.Code);
        Assert.Contains("1 values", problem.Message);
    }

    /// <summary>The whole way, from a database to what is written: sums of DuckDB (DECIMAL(38, 12)) and of System.Decimal.</summary>
    [Fact]
    public void Decimals_of_any_length_go_through_to_JSON_CSV_and_PDF_as_they_are()
    {
        var random = new Random(21);
        var file = Workshop.TempFile(".sqlite");
        try
        {
            for (var scale = 0; scale <= 12; scale += 3)
                for (var digits = Math.Max(1, scale); digits <= 24; digits += 5)
                {
                    var numbers = Enumerable.Range(0, 9).Select(_ => Random(random, digits, scale)).ToList();
                    File.Delete(file);
                    Workshop.Execute(file, "CREATE TABLE t (n DECIMAL TEXT); " + string.Concat(numbers
                        .Select(n => $"INSERT INTO t VALUES ('{n.ToString(CultureInfo.InvariantCulture)}');")));
                    using var duck = Duck.Table("n DECIMAL(38, 12)", appender =>
                    {
                        foreach (var number in numbers) appender.CreateRow().AppendValue(number).EndRow();
                    });
                    var sum = Convert.ToDecimal(Duck.Rows(duck, "SELECT CAST(sum(n) AS VARCHAR) FROM t")[0][0],
                        CultureInfo.InvariantCulture);
                    Assert.Equal(numbers.Sum(), sum);
                    Field[] fields = [new() { Name = "n", Type = DataType.Decimal },
                        new() { Name = "twice", Type = DataType.Decimal, Expression = "n + n" }];
                    TextElement Text(string id, string text) => new() { Id = id, Width = 500, Height = 14, Text = text };
                    var report = Workshop.Report(new Section
                    {
                        Id = "s",
                        Detail = Workshop.Band(Workshop.Part("d", 16, Text("r", "{{ n }}"))),
                        ReportFooter = Workshop.Band(Workshop.Part("f", 34, Text("sum", "{{ sum(n) }}"), Text("two", "{{ sum(twice) }}")
                            with { Y = 16 })),
                    }, fields);
                    var source = new DatasetReader(Workshop.Database(file));
                    var run = Workshop.Run(report, source);
                    Assert.Empty(run.Problems);
                    using var json = new MemoryStream();
                    RunJson.Write(run, json, CancellationToken.None);
                    using var read = System.Text.Json.JsonDocument.Parse(json.ToArray());
                    var totals = read.RootElement.GetProperty("report").GetProperty("totals");
                    Assert.Equal((sum, 2 * sum), (totals.GetProperty("sum").GetDecimal(), totals.GetProperty("two").GetDecimal()));
                    using var pdf = new MemoryStream();
                    Output.Pdf.PdfWriter.Write(run, pdf, null, CancellationToken.None);
                    using var opened = UglyToad.PdfPig.PdfDocument.Open(pdf.ToArray());
                    var printed = string.Concat(opened.GetPage(1).Letters.Select(l => l.Value)).Replace(",", "").Replace("\u2212", "-");
                    var format = "0." + new string('0', scale);
                    Assert.Equal(string.Concat(numbers.Append(sum).Append(2 * sum)
                        .Select(n => n.ToString(format, CultureInfo.InvariantCulture))), printed);
                    using var csv = new MemoryStream();
                    RowsCsv.Write(source.Read(new DataQuery(report.Datasets[0], fields, new Dictionary<string, Value>()), new(),
                        CancellationToken.None), ["n", "twice"], csv, CancellationToken.None);
                    var lines = System.Text.Encoding.UTF8.GetString(csv.ToArray())
                        .Split('\n', StringSplitOptions.RemoveEmptyEntries).Skip(1);
                    Assert.Equal(numbers, lines.Select(l => decimal.Parse(l.Split(',')[0], CultureInfo.InvariantCulture)));
                }
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            File.Delete(file);
        }
    }
}
