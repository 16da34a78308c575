using System.Globalization;
using System.Xml.Linq;
using LucidLattice.Testing;
using DuckDB.NET.Data;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Output.Pdf;
using LucidLattice.Output.Svg;
using UglyToad.PdfPig;
using Xunit;

namespace LucidLattice.Output.Tests;

/// <summary>Things that have to say the same: outputs among each other, drawings and their numbers, decimals here and elsewhere.</summary>
public class AgreementTests
{
    /// <summary>Outside reference: DuckDB evaluates the same sums, products and comparisons of decimals (division left out: ours keeps 28
    /// digits, its is a double).</summary>
    [Fact]
    public void Decimal_arithmetic_agrees_with_DuckDB()
    {
        using var duck = new DuckDBConnection("DataSource=:memory:");
        duck.Open();
        var random = new Random(29);
        string Number() => random.Next(4) switch
        {
            0 => random.Next(-50, 50).ToString(CultureInfo.InvariantCulture),
            1 => (random.Next(-5000, 5000) / 10m).ToString("0.0", CultureInfo.InvariantCulture),
            _ => (random.Next(-500000, 500000) / 100m).ToString("0.00", CultureInfo.InvariantCulture),
        };
        string Sum(int depth) => depth == 0 ? $"({Number()})" : $"({Sum(depth - 1)} {"+-*"[random.Next(3)]} {Sum(random.Next(depth))})";
        for (var i = 0; i < 300; i++)
        {
            var sum = Sum(2);
            using var command = duck.CreateCommand();
            command.CommandText = $"SELECT CAST({sum} AS DECIMAL(38, 8)), {sum} > 0, round(CAST({sum} AS DECIMAL(38, 8)), 1)";
            using var reader = command.ExecuteReader();
            Assert.True(reader.Read());
            Assert.Equal(reader.GetDecimal(0), Evaluate(sum).Decimal);
            Assert.Equal(reader.GetBoolean(1), Evaluate($"{sum} > 0").Bool);
            Assert.Equal(reader.GetDecimal(2), Evaluate($"round({sum}, 1)").Decimal);
        }
    }

    /// <summary>The same drawing goes to both: what the browser shows is what is printed. Read back with an XML parser and PdfPig
    /// 0.1.16.</summary>
    [Fact]
    public void SVG_and_PDF_say_the_same_on_every_page()
    {
        var run = Workshop.Run(Workshop.DemoReport("sailings-in-detail"), null, ("route", "Grutness – Brae"), ("from", "2025-01-01"));
        using var stream = new MemoryStream();
        PdfWriter.Write(run, stream, null, CancellationToken.None);
        using var pdf = PdfDocument.Open(stream.ToArray());
        for (var page = 1; page <= run.PageCount; page++)
        {
            var svg = XDocument.Parse(SvgWriter.Write(run.Page(page), ""));
            var shown = svg.Descendants().Where(e => e.Name.LocalName == "text").SelectMany(e => e.Value.Where(c => !char.IsWhiteSpace(c)))
                .Order();
            Assert.Equal(string.Concat(shown),
                string.Concat(pdf.GetPage(page).Letters.SelectMany(l => l.Value).Where(c => !char.IsWhiteSpace(c)).Order()));
            Assert.Empty(pdf.GetPage(page).GetAnnotations());
        }
    }

    [Fact]
    public void Columns_are_as_high_as_their_numbers_say()
    {
        decimal[] numbers = [5, -2.5m, 0, 10, 7.25m];
        var chart = new ChartElement { Id = "c", Width = 400, Height = 200, Category = new ChartCategory { By = "k" },
            Values = [new ChartValue { Expression = "sum(n)" }] };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 210, chart)) },
            new Field { Name = "k", Type = DataType.Text }, new Field { Name = "n", Type = DataType.Decimal, Scale = 2 });
        var page = Workshop.Run(report, new MemoryRows([.. numbers.Select((n, i) => new[] { Value.Of("k" + i), Value.Of(n) })])).Page(1);
        var bars = page.Flatten().OfType<RectItem>().OrderBy(b => b.X).ToList();
        var unit = bars[3].Height / 10;
        Assert.Equal(numbers.Select(n => (double)Math.Abs(n)), bars.Select(b => b.Height / unit), (a, b) => Math.Abs(a - b) < 1e-6);
        // What is below zero hangs from the line that the others stand on.
        Assert.Equal(bars[0].Y + bars[0].Height, bars[1].Y, 1e-6);
        Assert.Single(bars.Select(b => Math.Round(b.Width, 6)).Distinct());
    }

    /// <summary>Common knowledge, no published source: Swedish sorts å, ä, ö after z; English sorts them with a and o. German writes a
    /// decimal comma.</summary>
    [Theory]
    [InlineData("sv-SE", "Arn,Zeta,Ängö,Öland")]
    [InlineData("en-GB", "Ängö,Arn,Öland,Zeta")]
    public void The_language_of_the_report_decides_the_order_of_groups(string language, string expected)
    {
        var section = new Section { Id = "s",
            Levels = [new Level { Id = "l", Name = "Place", By = "name",
            Header = Workshop.Band(Workshop.Part("p", 20, new TextElement { Id = "t", Width = 200, Text = "{{ name }}" })) }] };
        var report = Workshop.Report(section, new Field { Name = "name", Type = DataType.Text }) with { Language = language };
        var run = Workshop.Run(report, new MemoryRows([.. new[] { "Zeta", "Öland", "Arn", "Ängö" }.Select(n => new[] { Value.Of(n) })]));
        Assert.Equal(expected, string.Join(",", run.Page(1).Texts().Select(t => t.Text)));
    }

    [Fact]
    public void The_language_of_the_report_decides_how_figures_and_dates_are_written()
    {
        var text = new TextElement { Id = "t", Width = 400, Text = "{{ 1234.5 }} {{ DATE '2025-03-01' | d. MMMM yyyy }}" };
        var report = Workshop.Report(
            new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, text)) }) with { Language = "de-DE" };
        Assert.Equal("1.234,5 1. März 2025", Workshop.Run(report, new MemoryRows()).Page(1).Texts().Single().Text);
    }

    [Fact]
    public void A_group_without_a_key_is_a_group_like_others()
    {
        var section = new Section { Id = "s",
            Levels = [new Level { Id = "l", Name = "Kind", By = "k",
            Footer = Workshop.Band(Workshop.Part("p", 20, new TextElement { Id = "t", Width = 200, Text = "{{ count(*) }}" })) }] };
        var run = Workshop.Run(Workshop.Report(section, new Field { Name = "k", Type = DataType.Text }),
            new MemoryRows([Value.Null], [Value.Of("a")], [Value.Null]));
        using var stream = new MemoryStream();
        RunJson.Write(run, stream, CancellationToken.None);
        using var json = System.Text.Json.JsonDocument.Parse(stream.ToArray());
        var groups = json.RootElement.GetProperty("report").GetProperty("groups").EnumerateArray()
            .Select(g =>
            (g.GetProperty("key").GetString(), g.GetProperty("rows").GetInt32(), g.GetProperty("totals").GetProperty("t").GetInt32()))
                .ToList();
        Assert.Equal([("a", 1, 1), (null, 2, 2)], groups);
    }

    [Fact]
    public void Repeated_headers_that_would_fill_the_page_are_not_repeated()
    {
        var high = Workshop.Part("p", 300, new TextElement { Id = "t", Width = 200, Text = "High" }) with { Repeat = true };
        var section = new Section { Id = "s", Levels = [new Level { Id = "l", Name = "Kind", By = "k", Header = Workshop.Band(high) }],
            Detail = Workshop.Band(Workshop.Part("d", 20, new TextElement { Id = "e", Width = 200, Text = "row" })) };
        var report = Workshop.Report(section,
            new Field { Name = "k", Type = DataType.Text }) with { Page = new PageSetup { Height = 500, Top = 20, Bottom = 20 } };
        var run = Workshop.Run(report, new MemoryRows([.. Enumerable.Range(0, 60).Select(_ => new[] { Value.Of("a") })]));
        var texts = Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts()).Select(t => t.Text).ToList();
        Assert.Equal((1, 60), (texts.Count(t => t == "High"), texts.Count(t => t == "row")));
    }

    private static Value Evaluate(string expression) => Compiler.Compile(expression, new Scope()).Evaluate(new Frame());
}
