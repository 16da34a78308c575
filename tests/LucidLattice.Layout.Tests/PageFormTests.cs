using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Copies;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Layout.Tests;

/// <summary>Rows across, as labels; what stands behind pages; the contents of a report.</summary>
public sealed class PageFormTests
{
    private static readonly Field[] Fields = [new() { Name = "g", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole }];

    private static readonly PageSetup Page = new() { Width = 320, Height = 300, Left = 10, Right = 10, Top = 10, Bottom = 10 };

    private static TextElement Text(string id, string text) => new() { Id = id, Width = 60, Height = 12, Text = text };

    private static ReportRun Run(Section section, int rows, Func<Sheet, Sheet> sheet, params (string, string)[] given)
    {
        var report = Workshop.Report(section, Fields) with
        {
            Page = Page, Parameters = [new Parameter { Name = "first", Type = DataType.Whole, Default = "1" }],
        };
        report = report with { Sheets = [sheet(report.Sheets[0])] };
        return Workshop.Run(report, new MemoryRows([.. Enumerable.Range(0, rows)
            .Select(i => new[] { Value.Of($"g{i / 7:00}"), Value.Of((long)i) })]), given);
    }

    /// <summary>Property: label i stands in the place that follows from counting from the first free one, row by row, page by
    /// page.</summary>
    [Fact]
    public void Labels_fill_each_line_from_left_to_right_from_the_first_free_place_on()
    {
        var random = new Random(4);
        for (var round = 0; round < 40; round++)
        {
            var (count, height, rows, first) = (random.Next(1, 5), random.Next(20, 90), random.Next(1, 60), random.Next(1, 9));
            var run = Run(new Section { Id = "s", Detail = Workshop.Band(Workshop.Part("d", height, Text("t", "{{ n }}"))) }, rows,
                s => s with { Columns = new PageColumns(count, 4, Across: true, Start: ":first") }, ("first", $"{first}"));
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            var (lines, width) = ((int)(280.0 / height), (300 - 4.0 * (count - 1)) / count);
            // A first place beyond the page begins at its top.
            var free = (first - 1) / count < lines ? first - 1 : 0;
            for (var i = 0; i < rows; i++)
            {
                var (page, place) = ((free + i) / (lines * count), (free + i) % (lines * count));
                var text = run.Page(page + 1).Texts().Single(t => t.Text == i.ToString(CultureInfo.InvariantCulture));
                Assert.Equal(10 + place % count * (width + 4), text.X, 3);
                Assert.Equal(place / count, (int)((text.Y - 10) / height));
            }
            Assert.Equal((free + rows + lines * count - 1) / (lines * count), run.PageCount);
        }
    }

    [Fact]
    public void Groups_across_stay_with_their_headers_and_footers_and_each_is_there_once()
    {
        var run = Run(new Section
        {
            Id = "s",
            Levels = [new Level { Id = "l", Name = "G", By = "g", Header = Workshop.Band(Workshop.Part("h", 20, Text("t", "{{ g }}"))),
                Footer = Workshop.Band(Workshop.Part("f", 20, Text("u", "{{ count(*) }} in {{ g }}"))) }],
        }, 40, s => s with { Columns = new PageColumns(2, 10, Across: true) });
        var texts = run.Page(1).Texts().ToList();
        Assert.Equal(["g00", "g01", "7 in g00", "7 in g01", "g02", "g03"], texts.Take(6).Select(t => t.Text));
        Assert.Equal(6, texts.Count(t => t.Text.Contains(" in ")));
    }

    [Fact]
    public void What_the_first_place_is_must_be_a_number()
    {
        var section = new Section { Id = "s", Detail = Workshop.Band(Workshop.Part("d", 20, Text("t", "{{ n }}"))) };
        string Code(string start) => Run(section, 1, s => s with { Columns = new PageColumns(2, 4, true, start) }).Problems
            .Single(p => p.IsError).Code;
        Assert.Equal("type-mismatch", Code("'a'"));
        Assert.Equal("unknown-parameter", Code(":none"));
        Assert.Equal("bad-watermark", Run(section, 1, s => s with { Watermark = new Watermark("x", Color: "red") }).Problems
            .Single(p => p.IsError).Code);
    }

    [Fact]
    public void A_watermark_stands_behind_everything_where_its_condition_holds()
    {
        var run = Run(new Section { Id = "s", Detail = Workshop.Band(Workshop.Part("d", 50, Text("t", "{{ n }}"))) }, 20,
            s => s with { Watermark = new Watermark("Draft {{ page_number() }}", "page_number() <> 2", Size: 40) });
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        Assert.True(run.PageCount > 3);
        for (var page = 1; page <= run.PageCount; page++)
        {
            var first = run.Page(page).Items[0] as GroupItem;
            if (page == 2) Assert.Null(first);
            else Assert.Equal($"Draft {page}", Assert.IsType<TextRun>(first!.Items[0]).Text);
        }
    }

    /// <summary>A field that is renamed is renamed wherever the pages name it.</summary>
    [Fact]
    public void A_watermark_follows_when_a_field_is_renamed()
    {
        var report = Workshop.Report(new Section { Id = "s" }, Fields);
        report = report with { Sheets = [report.Sheets[0] with { Watermark = new Watermark("of {{ g | @ }}", "g = 'x'") }] };
        var mark = report.MapRowExpressions("d", (_, text) => text.Replace("g", "group_of")).Sheets[0].Watermark!;
        Assert.Equal(("of {{ group_of | @ }}", "group_of = 'x'"), (mark.Text, mark.When));
    }

    /// <summary>Property: each group is listed with the page on which its header is printed.</summary>
    [Theory]
    [InlineData(10)]
    [InlineData(120)]
    [InlineData(900)]
    public void The_contents_name_the_page_of_each_group_however_long_they_are(int rows)
    {
        var run = Run(new Section
        {
            Id = "s",
            ReportHeader = Workshop.Band(Workshop.Part("c", 20,
                new ContentsElement { Id = "e", Width = 300, Height = 20, Style = new Style { Font = FontFamily.Mono } }),
                Workshop.Part("b", 10, Text("x", "begin"))),
            Levels = [new Level { Id = "l", Name = "G", By = "g", Header = Workshop.Band(Workshop.Part("h", 20, Text("t", "= {{ g }}"))) }],
            Detail = Workshop.Band(Workshop.Part("d", 20, Text("u", "{{ n }}"))),
        }, rows, s => s);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var pages = Enumerable.Range(1, run.PageCount).Select(p => run.Page(p).Texts().ToList()).ToList();
        var listed = pages.SelectMany(p => p.Where(t => t.Font.Family == FontFamily.Mono))
            .Select(t => t.Text).Chunk(2).ToDictionary(pair => pair[0], pair => int.Parse(pair[1], CultureInfo.InvariantCulture));
        Assert.Equal((rows + 6) / 7, listed.Count);
        foreach (var (group, page) in listed)
            Assert.Equal(page, 1 + pages.FindIndex(p => p.Any(t => t.Text == $"= {group}")));
        Assert.True(pages.FindIndex(p => p.Any(t => t.Text == "begin")) <= pages.FindIndex(p => p.Any(t => t.Text == "= g00")));
    }
}
