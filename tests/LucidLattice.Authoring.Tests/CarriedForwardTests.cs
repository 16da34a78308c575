using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Totals that page footers carry forward and page headers bring forward, within the group that goes on.</summary>
public sealed class CarriedForwardTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "g", Type = DataType.Text }, new() { Name = "h", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole },
    ];

    private static TextElement Text(string id, string text) => new() { Id = id, Width = 120, Height = 12, Text = text };

    private static Level Level(string id, string by, bool header, bool newPage = false) => new()
    {
        Id = id, Name = id, By = by, NewPage = newPage,
        Header = header ? Workshop.Band(Workshop.Part($"{id}h", 14, Text($"{id}ht", $"begin {id} {{{{ {by} }}}}"))) : new Band(),
        Footer = Workshop.Band(Workshop.Part($"{id}f", 14, Text($"{id}ft", $"end {id} {{{{ {by} }}}}"))),
    };

    private static ReportDefinition Report(string level, bool header, bool newPage = false)
    {
        var report = Workshop.Report(new Section
        {
            Id = "s",
            Columns = [new Column { Id = "c1", Heading = "Name", Expression = "h", Width = 200 },
                new Column { Id = "c2", Heading = "Number", Expression = "n", Width = 100, Pattern = "0" }],
            Levels = [Level("outer", "g", header, newPage), Level("inner", "h", header)],
            Detail = Workshop.Band(Workshop.Part("d", 14, Text("row", "row {{ n | 0 }}"))),
        }, Fields) with { Page = new PageSetup { Height = 420 } };
        report = report with
        {
            Sheets = [report.Sheets[0] with { PageHeader = Workshop.Band(Workshop.Part("ph", 14, Text("of", "of {{ g }} / {{ h }}"))) }],
        };
        return new CarryForward { Column = "c2", Level = level }.Apply(report, new DemoCatalog());
    }

    /// <summary>Property over random groups: what is carried is the sum of the rows that the pages themselves show of the group that is
    /// open there, and nothing where none is.</summary>
    [Theory]
    [InlineData("outer", true, false)]
    [InlineData("inner", true, false)]
    [InlineData("inner", true, true)]
    [InlineData("outer", false, false)]
    public void Pages_carry_the_sum_of_the_rows_printed_so_far_in_the_group_that_goes_on(string level, bool header, bool newPage)
    {
        var (random, carried) = (new Random(30), 0);
        for (var round = 0; round < 12; round++)
        {
            var rows = Enumerable.Range(0, random.Next(0, 260)).Select(_ => new[] { Value.Of("g" + random.Next(3)),
                Value.Of("h" + random.Next(1, 4)), Value.Of((long)random.Next(1, 1000)) }).ToArray();
            var run = Workshop.Run(Report(level, header, newPage), new MemoryRows(rows));
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            var pages = Enumerable.Range(1, run.PageCount).Select(p => run.Page(p).Texts().Select(t => t.Text).ToList()).ToList();
            // What the pages show is all that is looked at: which group is open, and the sum of its rows.
            long? open = null;
            for (var page = 0; page < pages.Count; page++)
            {
                Assert.Equal(open is > 0 ? open : null, After(pages[page], "Brought forward"));
                foreach (var text in pages[page])
                {
                    if (text.StartsWith($"begin {level} ", StringComparison.Ordinal)) open = 0;
                    else if (text.StartsWith($"end {level} ", StringComparison.Ordinal)) open = null;
                    else if (text.StartsWith("row ", StringComparison.Ordinal))
                        open = (open ?? 0) + long.Parse(text[4..], CultureInfo.InvariantCulture);
                }
                Assert.Equal(open is > 0 ? open : null, After(pages[page], "Carried forward"));
                if (open is > 0) carried++;
            }
        }
        Assert.True(carried > 20, $"{carried} pages carried something forward");
    }

    private static long? After(List<string> page, string label)
    {
        var at = page.IndexOf(label);
        return at < 0 ? null : long.Parse(page[at + 1], CultureInfo.InvariantCulture);
    }

    [Fact]
    public void A_page_that_begins_with_the_end_of_a_group_names_that_group()
    {
        var rows = Enumerable.Range(0, 40).Select(i => new[] { Value.Of(i < 20 ? "a" : "b"), Value.Of("h"), Value.Of(1L) }).ToArray();
        var report = Report("outer", header: true).MapSections(s => s with
        {
            Levels =
            [
                s.Levels[0] with { Footer = Workshop.Band(Workshop.Part("tall", 300, Text("tt", "end outer {{ g }}"))) },
                s.Levels[1],
            ],
        });
        var run = Workshop.Run(report, new MemoryRows(rows));
        var page = Enumerable.Range(1, run.PageCount).Select(p => run.Page(p).Texts().Select(t => t.Text).ToList())
            .First(p => p.Contains("end outer a"));
        Assert.Contains("of a / h", page);
        Assert.DoesNotContain("row 1", page.TakeWhile(t => t != "end outer a"));
    }

    [Fact]
    public void A_second_column_shares_the_label_and_compose_shows_the_vantage()
    {
        var report = Workshop.DemoReport("route-performance");
        ReportDefinition Carried(string column, string level) =>
            report = new CarryForward { Column = column, Level = level }.Apply(report, new DemoCatalog());
        Carried("c3", "l2");
        Carried("c5", "l2");
        Carried("c5", "l2");
        Assert.Equal(4, report.AllElements().OfType<TotalElement>().Count(t => t.Within == "l2"));
        Assert.Equal(2, report.AllElements().OfType<TextElement>().Count(t => t.Text.EndsWith(" forward", StringComparison.Ordinal)));
        var view = ComposeViewer.View(Workshop.Run(report), new Dictionary<string, IReadOnlyList<string?>>(), Workshop.Measurer);
        string[] Texts(BandKind kind) => [.. view.Bands.First(b => b.Place.Kind == kind).Drawing.Texts().Select(t => t.Text)];
        // The three rows that Compose shows: 39 + 47 + 34 passengers.
        Assert.Contains("120", Texts(BandKind.PageFooter));
        Assert.Contains("Brought forward", Texts(BandKind.PageHeader));
        Assert.Equal("There is no group to carry a total forward in. Add a level first.", Assert.Throws<EditException>(() =>
            new CarryForward { Column = "c3" }.Apply(report.MapSections(s => s with { Levels = [] }), new DemoCatalog())).Message);
    }
}
