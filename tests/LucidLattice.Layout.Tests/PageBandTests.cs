using LucidLattice.Testing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Layout.Tests;

/// <summary>What page headers and footers say of the rows on their page.</summary>
public class PageBandTests
{
    private static readonly Field[] Fields = [new() { Name = "n", Type = DataType.Whole }, new() { Name = "g", Type = DataType.Text }];

    private static TextElement Text(string id, string text) => new() { Id = id, Width = 200, Height = 14, Text = text };

    /// <summary>Property over heights of rows, levels and page breaks: the header says the first row on the page, the footer the last
    /// one.</summary>
    [Fact]
    public void A_field_is_that_of_the_first_row_in_the_header_and_of_the_last_one_in_the_footer()
    {
        var random = new Random(7);
        for (var round = 0; round < 60; round++)
        {
            var count = random.Next(1, 160);
            var section = new Section
            {
                Id = "s",
                ReportHeader = Workshop.Band(Workshop.Part("rh", random.Next(20, 200), Text("t", "Start"))),
                ReportFooter = Workshop.Band(Workshop.Part("rf", random.Next(20, 300), Text("e", "End"))),
                Detail = Workshop.Band(Workshop.Part("d", random.Next(14, 60), Text("row", "row {{ n }}"))),
                Levels = round % 3 == 0 ? [] :
                [
                    new Level
                    {
                        Id = "l", Name = "G", By = "g", NewPage = round % 3 == 1,
                        Header = Workshop.Band(Workshop.Part("gh", 20, Text("gt", "group {{ g }}"))),
                        Footer = Workshop.Band(Workshop.Part("gf", random.Next(14, 90), Text("ge", "of {{ g }}"))),
                    },
                ],
            };
            var report = Workshop.Report(section, Fields).WithPageBands(
                Workshop.Band(Workshop.Part("ph", 20, Text("p1", "from {{ n }}"))),
                Workshop.Band(Workshop.Part("pf", 20, Text("p2", "to {{ n }}"))));
            var rows = new MemoryRows([.. Enumerable.Range(1, count)
                .Select(i => new[] { Value.Of((long)i), Value.Of($"g{(i - 1) / 23:00}") })]);
            var run = Workshop.Run(report, rows);
            for (var page = 1; page <= run.PageCount; page++)
            {
                var texts = run.Page(page).Texts().Select(t => t.Text).ToList();
                var printed = texts.Where(t => t.StartsWith("row ")).Select(t => int.Parse(t[4..])).ToList();
                if (printed.Count == 0) continue;
                Assert.True(texts.Contains($"from {printed[0]}") && texts.Contains($"to {printed[^1]}"),
                    $"round {round}, page {page} has rows {printed[0]} to {printed[^1]}, but says {texts.First(t => t.StartsWith("from"))} "
                    + texts.First(t => t.StartsWith("to ")));
            }
        }
    }
}
