using System.Text;
using LucidLattice.Testing;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output.Html;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Output.Tests;

/// <summary>The report without pages, read by AngleSharp (NuGet, 1.10.3) as a browser reads it.</summary>
public class HtmlOutputTests
{
    private static string Text(ReportRun run, string? address = null)
    {
        using var stream = new MemoryStream();
        HtmlWriter.Write(run, stream, address, CancellationToken.None, new LinkAction("itself", "", OpenIn.Here,
            new Dictionary<string, string>()));
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    /// <summary>Reads strictly: an error of syntax fails.</summary>
    private static IDocument Read(string html) => new HtmlParser(new HtmlParserOptions { IsStrictMode = true }).ParseDocument(html);

    private static string Words(string text) => string.Join(' ', text.Split((char[])[' ', '\n', '\u00A0'], StringSplitOptions
        .RemoveEmptyEntries));

    public static TheoryData<string> Reports() => [.. DemoReports.All.Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(Reports))]
    public void A_report_is_valid_HTML_whose_tables_are_full_and_whose_pictures_are_named(string id)
    {
        var run = Workshop.Run(Workshop.DemoReport(id));
        if (run.Data is null) return;
        var document = Read(Text(run, "http://ferries.example"));
        Assert.Equal(run.Report.Language, document.DocumentElement.GetAttribute("lang"));
        Assert.Equal(run.Title, document.Title);
        Assert.All(document.QuerySelectorAll("table"), table => Assert.Single(table.QuerySelectorAll("tr").Select(Columns).Distinct()));
        Assert.All(document.QuerySelectorAll("svg > g"), g => Assert.NotEqual("", g.GetAttribute("aria-label")));
        Assert.All(document.QuerySelectorAll("a"), a =>
        {
            Assert.True(Uri.TryCreate(a.GetAttribute("href"), UriKind.Absolute, out _), a.GetAttribute("href"));
            Assert.NotEqual("", a.TextContent + a.GetAttribute("aria-label"));
        });
        Assert.Empty(document.QuerySelectorAll("script, [tabindex], [id^=p]"));
        var levels = document.QuerySelectorAll("h1, h2, h3, h4, h5, h6").Select(h => h.LocalName[1] - '0').ToList();
        Assert.Equal(1, levels[0]);
        Assert.All(levels.Zip(levels.Skip(1)), pair => Assert.True(pair.Second <= pair.First + 1));

        static int Columns(IElement row) => row.Children.Sum(c => int.Parse(c.GetAttribute("colspan") ?? "1"));
    }

    /// <summary>Letters of both directions in one text: pages put them where they are seen (Unicode Standard Annex 9), a document in the
    /// order in which they are read, and leaves their places to the browser.</summary>
    [Theory]
    [InlineData("mix שלום 123 abc", "ltr")]
    [InlineData("שלום 123 abc", "rtl")]
    [InlineData("plain words", null)]
    public void Texts_of_mixed_direction_are_written_in_the_order_in_which_they_are_read(string text, string? direction)
    {
        var section = new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20,
            new TextElement { Id = "t", Width = 300, Height = 12, Text = "{{ words }}" })) };
        var run = Workshop.Run(Workshop.Report(section, new Field { Name = "words", Type = DataType.Text }),
            new MemoryRows([[Value.Of(text)]]));
        var document = Read(Text(run, "http://ferries.example"));
        Assert.Contains(document.Body!.QuerySelectorAll("*"), e => e.TextContent == text);
        Assert.Equal(direction, document.Body!.QuerySelector("bdi")?.GetAttribute("dir"));
    }

    /// <summary>Each row once, under its columns; what pages print anew is there once.</summary>
    [Fact]
    public void Rows_stand_in_tables_that_go_on_over_pages()
    {
        var run = Workshop.Run(Workshop.DemoReport("route-performance"));
        var document = Read(Text(run));
        var rows = document.QuerySelectorAll("tr").Select(r => r.Children.Select(c => Words(c.TextContent)).ToArray()).ToList();
        var headings = document.QuerySelectorAll("tr:has(th)").Select(r => Words(r.TextContent)).ToList();
        Assert.Equal(8, headings.Count);
        Assert.Equal(["DepartsVesselPassengersVehiclesNet fare"], headings.Distinct());
        // Every sailing, and the totals of eight routes, three regions and all.
        Assert.Equal(run.Data!.Rows, rows.Count - headings.Count - 8 - 3 - 1);
        Assert.Contains(rows, r => r is ["All routes", "3,343 sailings", "369,527", "59,321", "1,381,774.03"]);
        Assert.Equal(["Route performance"], document.QuerySelectorAll("h1").Select(h => Words(h.TextContent)));
        Assert.Equal(["Eastern Sound", "Northern Isles", "West Firth"], document.QuerySelectorAll("h2").Select(h => Words(h.TextContent)));
        Assert.DoesNotContain("Page 1", document.Body!.TextContent);
        // Numbers stand at the right, as they are printed.
        Assert.All(document.QuerySelectorAll("tr"), r => Assert.Equal("r", r.LastElementChild!.ClassName));
    }

    /// <summary>What stands side by side is a row where there are no columns, too, and totals stand below what they add up.</summary>
    [Fact]
    public void Lines_of_a_summary_are_rows()
    {
        var table = Read(Text(Workshop.Run(Workshop.DemoReport("routes-compared")))).QuerySelector("table")!;
        Assert.Equal(["Rank", "Route", "Sailings", "Passengers", "Median", "Net fare", "Running total"],
            table.QuerySelectorAll("th[scope=col]").Select(h => h.TextContent));
        var rows = table.QuerySelectorAll("tr:not(:has(th))").Select(r => r.Children.Select(c => c.TextContent).ToList()).ToList();
        Assert.Equal(["2", "Aith – Voe", "448", "43,609", "93.5", "106,405", "106,405"], rows[0]);
        Assert.Equal(["", "All of Eastern Sound", "1,320", "136,076"], rows[^1].Take(4));
        Assert.Equal(4, rows.Count);
    }

    /// <summary>What the pages print between their bands is all there, in the same order.</summary>
    [Theory]
    [InlineData("sailings-by-outcome")]
    [InlineData("delays-by-cause")]
    [InlineData("offices")]
    public void The_words_of_the_pages_are_those_of_the_document(string id)
    {
        var run = Workshop.Run(Workshop.DemoReport(id));
        var printed = run.Sheets.SelectMany(run.Flowing).SelectMany(p => p).SelectMany(Texts).Select(t => Words(t.Text)).ToList();
        var said = Squeezed(Read(Text(run)).QuerySelectorAll("h1, h2, h3, h4, h5, h6, p, th, td").Select(e => Words(e.TextContent)));
        // The title stands above everything; a first heading of the same words is not said again.
        Assert.Equal(Squeezed(printed.First() == run.Title ? printed : printed.Prepend(run.Title)), said);

        static IEnumerable<TextRun> Texts(DrawItem item) => item switch
        {
            TextRun text => [text],
            GroupItem group => group.Items.SelectMany(Texts),
            _ => [],
        };
        static string Squeezed(IEnumerable<string> words) => string.Concat(words).Replace(" ", "");
    }

    [Fact]
    public void Marks_are_links_and_lead_nowhere_where_nobody_knows_the_server()
    {
        var run = Workshop.Run(Workshop.DemoReport("route-performance"));
        var links = Read(Text(run, "http://ferries.example")).QuerySelectorAll("figure a").ToList();
        Assert.Contains(links, a => a.GetAttribute("href")!.StartsWith("http://ferries.example/read/sailings-in-detail?",
            StringComparison.Ordinal) && a.GetAttribute("aria-label")!.StartsWith("Holm – Brae", StringComparison.Ordinal));
        Assert.Empty(Read(Text(run)).QuerySelectorAll("a"));
    }

    /// <summary>Whatever stands in rows, titles and names of sheets is text and nothing else.</summary>
    [Fact]
    public void Nothing_in_the_data_becomes_markup()
    {
        const string Hostile = "</title></p><script>alert(1)</script>\"'&<img src=x onerror=alert(1)>";
        var report = Workshop.DemoReport("route-performance");
        report = report with
        {
            Title = Hostile,
            Sheets = [.. report.Sheets.Select(s => s with { Name = Hostile })],
        };
        report = report.MapAllElements(e => e is TextElement { Id: "t1" } text ? text with { Text = Hostile } : e);
        var document = Read(Text(Workshop.Run(report)));
        Assert.Empty(document.QuerySelectorAll("script, img"));
        Assert.Equal(Words(Hostile), Words(document.Title!));
        Assert.Equal(Words(Hostile), Words(Assert.Single(document.QuerySelectorAll("h1")).TextContent));
        Assert.Equal(Hostile, document.QuerySelector("section")!.GetAttribute("aria-label"));
    }
}
