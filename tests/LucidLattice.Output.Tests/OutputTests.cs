using System.Diagnostics;
using System.Text.Json;
using System.Xml.Linq;
using LucidLattice.Testing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Output.Pdf;
using LucidLattice.Output.Svg;
using UglyToad.PdfPig;
using Xunit;

namespace LucidLattice.Output.Tests;

public class OutputTests
{
    /// <summary>Outside references: <c>qpdf --check</c>; texts, links and metadata read back with PdfPig 0.1.16; fonts listed by poppler's
    /// pdffonts.</summary>
    /// <summary>Outside reference: the outline as PdfPig 0.1.16 reads it.</summary>
    [Fact]
    public void The_PDF_has_an_outline_of_the_groups_with_their_pages()
    {
        var run = Workshop.Run(Workshop.DemoReport("route-performance"), null, ("from", "2025-01-01"), ("to", "2025-03-31"));
        using var stream = new MemoryStream();
        PdfWriter.Write(run, stream, null, CancellationToken.None);
        using var pdf = PdfDocument.Open(stream.ToArray());
        Assert.True(pdf.TryGetBookmarks(out var bookmarks));
        var found = bookmarks.GetNodes().OfType<UglyToad.PdfPig.Outline.DocumentBookmarkNode>()
            .Select(n => (n.Level, n.Title, n.PageNumber)).ToList();
        var frame = run.First().NewFrame();
        var expected = new List<(int, string, int)>();
        for (var region = 0; region < run.First().Tree.Levels[1].Count; region++)
        {
            expected.Add((0, run.First().KeyOf(1, region, frame).Text, run.PageOf(1, region)!.Value));
            for (var route = 0; route < run.First().Tree.Levels[2].Count; route++)
                if (run.First().Tree.Levels[2].Parent[route] == region)
                    expected.Add((1, run.First().KeyOf(2, route, frame).Text, run.PageOf(2, route)!.Value));
        }
        Assert.Equal(expected, found);
    }

    /// <summary>Outputs are sent while they are made: who stops listening early stops the making early.</summary>
    [Theory]
    [InlineData("pdf", 50_000)]
    [InlineData("json", 200_000)]
    public void Files_are_written_while_they_are_made(string kind, int enough)
    {
        var run = Workshop.Run(ManyGroups(), new MemoryRows([.. Enumerable.Range(0, 30_000).Select(i => new[] { Value.Of((long)i / 3) })]));
        using var stop = new CancellationTokenSource();
        using var stream = new StoppingStream(enough, stop);
        Assert.ThrowsAny<OperationCanceledException>(() =>
        {
            if (kind == "pdf") PdfWriter.Write(run, stream, null, stop.Token);
            else RunJson.Write(run, stream, stop.Token);
        });
        // What was under way when nobody listened any more may still come.
        Assert.InRange(stream.Written, enough, enough * 3);
    }

    private static ReportDefinition ManyGroups() => Workshop.Report(new Section
    {
        Id = "s",
        Levels = [new Level { Id = "l", Name = "Group", By = "n",
        Header = Workshop.Band(Workshop.Part("p", 20, new TextElement { Id = "t", Width = 200, Text = "{{ n }}: {{ count(*) }}" })) }],
    }, new Field { Name = "n", Type = DataType.Whole });

    private sealed class StoppingStream(long after, CancellationTokenSource stop) : Stream
    {
        public long Written { get; private set; }
        public override bool CanRead => false;
        public override bool CanSeek => false;
        public override bool CanWrite => true;
        public override long Length => Written;
        public override long Position { get => Written; set => throw new NotSupportedException(); }

        public override void Write(byte[] buffer, int offset, int count)
        {
            Written += count;
            if (Written > after) stop.Cancel();
        }

        public override void Flush()
        {
        }

        public override int Read(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();
    }

    /// <summary>The document's language as <c>qpdf --json</c> tells it.</summary>
    private static string LanguageOf(string file)
    {
        using var json = JsonDocument.Parse(Output("qpdf", "--json=2", "--json-key=qpdf", file));
        return json.RootElement.GetProperty("qpdf")[1].EnumerateObject().Select(o => o.Value)
            .Where(o => o.TryGetProperty("value", out var v) && v.ValueKind == JsonValueKind.Object && v.TryGetProperty("/Lang", out _))
            .Select(o => o.GetProperty("value").GetProperty("/Lang").GetString()![2..]).Single();
    }

    [Fact]
    public void The_PDF_is_sound_and_says_what_the_report_says()
    {
        var run = Workshop.Run(Workshop.DemoReport("route-performance"), null, ("from", "2025-06-01"), ("to", "2025-06-30"));
        var file = Workshop.TempFile(".pdf");
        using (var stream = File.Create(file)) PdfWriter.Write(run, stream, "http://127.0.0.1:5080", CancellationToken.None);
        Assert.Contains("No syntax or stream encoding errors", Output("qpdf", "--check", file));
        var fonts = Output("pdffonts", file).Split('\n').Skip(2).Where(l => l.Length > 0).ToList();
        Assert.NotEmpty(fonts);
        Assert.All(fonts, line => Assert.Matches(@"Noto.* yes yes yes", line));
        using var pdf = PdfDocument.Open(file);
        Assert.Equal(run.PageCount, pdf.NumberOfPages);
        Assert.Equal("Route performance", pdf.Information.Title);
        var text = string.Join(' ', pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
        Assert.Contains("Sailings from 1 June 2025 to 30 June 2025, every region", text);
        Assert.Contains("All routes", text);
        Assert.Contains($"Page {run.PageCount} of {run.PageCount}", text);
        var links = pdf.GetPage(1).GetAnnotations().Select(a => a.Action).OfType<UglyToad.PdfPig.Actions.UriAction>().Select(a => a.Uri)
            .ToList();
        Assert.Equal("en-GB", LanguageOf(file));
        Assert.Contains("http://127.0.0.1:5080/read/sailings-in-detail?route=Holm%20%E2%80%93%20Brae&from=2025-06-01&to=2025-06-30", links);
        File.Delete(file);
    }

    [Fact]
    public void SVG_is_well_formed_and_escapes_every_value()
    {
        var hostile = "<script>alert(1)</script> & \"quoted\" \u0001 \uD83D\uDE00";
        var chart = new ChartElement { Id = "c", Width = 400, Height = 150, Category = new ChartCategory { By = "x" },
            Values = [new ChartValue { Expression = "count(*)" }], Words = new ChartWording { Title = new() { Text = "{{ x }}" } } };
        var section = new Section { Id = "s",
            ReportHeader =
            Workshop.Band(Workshop.Part("p", 220, new TextElement { Id = "t", Width = 400, Y = 170, Text = "{{ x }}" }, chart)) };
        var run = Workshop.Run(Workshop.Report(section, new Field { Name = "x", Type = DataType.Text }),
            new MemoryRows([Value.Of(hostile)]));
        var svg = XDocument.Parse(SvgWriter.Write(run.Page(1), "a-"));
        Assert.DoesNotContain(svg.Descendants(), e => e.Name.LocalName is "script" or "style" or "foreignObject");
        Assert.DoesNotContain(svg.Descendants().Attributes(), a => a.Name.LocalName == "style"
            || a.Name.LocalName.StartsWith("on", StringComparison.Ordinal));
        Assert.Contains(svg.Descendants(), e => e.Value.StartsWith("<script>", StringComparison.Ordinal));
    }

    [Fact]
    public void JSON_holds_the_groups_their_totals_and_what_clicks_carry()
    {
        var run = Workshop.Run(Workshop.DemoReport("route-performance"));
        using var stream = new MemoryStream();
        RunJson.Write(run, stream, CancellationToken.None);
        using var json = JsonDocument.Parse(stream.ToArray());
        var report = json.RootElement.GetProperty("report");
        var regions = report.GetProperty("groups").EnumerateArray().ToList();
        Assert.Equal(["Eastern Sound", "Northern Isles", "West Firth"], regions.Select(r => r.GetProperty("key").GetString()));
        foreach (var (total, footer) in new[] { ("gfc", "rfc"), ("gfe", "rfe") })
            Assert.Equal(report.GetProperty("totals").GetProperty(total).GetDecimal(),
                regions.Sum(r => r.GetProperty("totals").GetProperty(footer).GetDecimal()));
        var mark = report.GetProperty("charts").GetProperty("ch1").GetProperty("marks")[0];
        Assert.Equal("Aith – Voe", mark.GetProperty("click").GetProperty("values").GetProperty("route").GetString());
        Assert.Equal(run.PageCount, json.RootElement.GetProperty("pageCount").GetInt32());
    }

    /// <summary>Both sides measure with the same font file: the width here is the sum of the advances that the file gives (hmtx), read by
    /// Skia.</summary>
    [Fact]
    public void Figures_are_of_equal_width()
    {
        foreach (var family in Enum.GetValues<FontFamily>())
            Assert.Single("0123456789".Select(c => Workshop.Measurer.Width(new(family, 10), [c])).Distinct());
    }

    private static string Output(string program, params string[] arguments)
    {
        using var process =
            Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        var text = process.StandardOutput.ReadToEnd() + process.StandardError.ReadToEnd();
        process.WaitForExit();
        return text;
    }
}
