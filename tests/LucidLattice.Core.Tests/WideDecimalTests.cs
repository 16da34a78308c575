using System.Globalization;
using LucidLattice.Core.Charts;
using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Running;
using LucidLattice.Core.Values;
using LucidLattice.Output;
using Xunit;

namespace LucidLattice.Core.Tests;

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
        var rows = new Datasets.DatasetReader(new MemoryRows([.. new[] { 5m, 9_000_000_000m }.Select(n => new[] { Value.Of(n) })]));
        var problem = Assert.Single(Workshop.Run(report, rows).Problems);
        Assert.Equal("overflow", problem.Code);
        Assert.Contains("1 values", problem.Message);
    }
}
