using LucidLattice.Testing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Where pages begin, against the reference: grouped lists of bands of any heights on pages of any size.</summary>
public sealed class PlainPageTests
{
    private static BandPart Part(string id, double height, string text) => Workshop.Part(id, height, new TextElement
    {
        Id = "t" + id, Width = 150, Height = 5, Text = text, Style = new Style { Size = 4, Wrap = false },
    });

    [Fact]
    public void Each_band_stands_on_the_page_on_which_the_reference_puts_it()
    {
        var moved = 0;
        for (var seed = 0; seed < 400; seed++)
        {
            var random = new Random(seed);
            double Height() => random.Next(6, 30);
            var (body, heights) = (random.Next(140, 420), Enumerable.Range(0, 7).Select(_ => Height()).ToArray());
            var rows = Enumerable.Range(0, random.Next(1, 70)).Select(i => (G: $"g{random.Next(4)}", H: $"h{random.Next(3)}",
                Id: i)).ToList();
            var section = new Section
            {
                Id = "s",
                ReportHeader = Workshop.Band(Part("a", heights[0], "start")),
                Levels =
                [
                    new Level { Id = "l1", Name = "Outer", By = "g", Header = Workshop.Band(Part("b", heights[1], "G {{ g }}")),
                        Footer = Workshop.Band(Part("c", heights[2], "end G {{ g }}")) },
                    new Level { Id = "l2", Name = "Inner", By = "h", Header = Workshop.Band(Part("d", heights[3], "H {{ g }} {{ h }}")),
                        Footer = Workshop.Band(Part("e", heights[4], "end H {{ g }} {{ h }}")) },
                ],
                Detail = Workshop.Band(Part("f", heights[5], "#{{ id }}")),
                ReportFooter = Workshop.Band(Part("h", heights[6], "finish")),
            };
            var report = Workshop.Report(section, new Field { Name = "g", Type = DataType.Text }, new Field { Name = "h",
                Type = DataType.Text },
                new Field { Name = "id", Type = DataType.Whole, Kind = FieldKind.Key }) with
            {
                Page = new PageSetup { Width = 300, Height = body + 20, Left = 10, Right = 10, Top = 10, Bottom = 10 },
            };
            var run = Workshop.Run(report, new MemoryRows([.. rows.Select(r => new[] { Value.Of(r.G), Value.Of(r.H),
                Value.Of((long)r.Id) })]));
            var bands = Bands(rows, heights).ToList();
            var printed = Enumerable.Range(1, run.PageCount).SelectMany(page => run.Page(page).Texts().Select(t => (t.Text, page)))
                .ToDictionary(t => t.Text, t => t.page);
            var expected = PlainPages.Fill(bands, body);
            foreach (var (band, page) in bands.Zip(expected))
                Assert.True(printed[band.Text] == page, $"report {seed}: “{band.Text}” stands on page {printed[band.Text]}, not {page}");
            moved += expected[^1] - 1;
        }
        Assert.True(moved > 800, $"{moved}");
    }

    private static IEnumerable<PlainBand> Bands(List<(string G, string H, int Id)> rows, double[] heights)
    {
        yield return new(PlainBandKind.Header, heights[0], "start");
        foreach (var outer in rows.GroupBy(r => r.G).OrderBy(g => g.Key, StringComparer.Ordinal))
        {
            yield return new(PlainBandKind.Header, heights[1], $"G {outer.Key}");
            foreach (var inner in outer.GroupBy(r => r.H).OrderBy(g => g.Key, StringComparer.Ordinal))
            {
                yield return new(PlainBandKind.Header, heights[3], $"H {outer.Key} {inner.Key}");
                foreach (var row in inner) yield return new(PlainBandKind.Row, heights[5], $"#{row.Id}");
                yield return new(PlainBandKind.Footer, heights[4], $"end H {outer.Key} {inner.Key}");
            }
            yield return new(PlainBandKind.Footer, heights[2], $"end G {outer.Key}");
        }
        yield return new(PlainBandKind.Footer, heights[6], "finish");
    }
}
