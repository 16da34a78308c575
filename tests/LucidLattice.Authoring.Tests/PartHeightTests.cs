using LucidLattice.Testing;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Parts of bands whose height follows from what stands in them.</summary>
public sealed class PartHeightTests
{
    private static readonly Field[] Fields = [new() { Name = "g", Type = DataType.Text }];
    private static readonly MemoryRows Rows = new([.. Enumerable.Range(0, 40).Select(i => new[] { Value.Of("g" + i) })]);

    private static ReportDefinition Report(BandPart part) =>
        Workshop.Report(new Section { Id = "s", Dataset = "d", Detail = Workshop.Band(part) }, Fields);

    private static TextElement Text(string id, double y, double height) =>
        new() { Id = id, Y = y, Width = 80, Height = height, Text = "x" };

    private static PartView Drawn(ReportDefinition report) =>
        FirstSection.Look(Workshop.Run(report, Rows), []).Bands.Single(b => b.Place.Kind == BandKind.Detail).Parts.Single();

    /// <summary>Property over random parts: a part whose height follows is printed as one of the same fixed height.</summary>
    [Fact]
    public void A_height_that_follows_is_printed_as_the_same_fixed_one()
    {
        var random = new Random(30);
        for (var round = 0; round < 40; round++)
        {
            var elements = Enumerable.Range(0, random.Next(1, 6))
                .Select(i => (Element)Text($"t{i}", random.Next(0, 240) / 4.0, random.Next(10, 40))).ToArray();
            var following = Workshop.Part("p", 0, elements) with { Height = null };
            var (lowest, highest) = (elements.Max(e => e.Y + e.Height), elements.Min(e => e.Y));
            Assert.Equal(lowest + Math.Min(highest, PartHeight.MostBelow), following.LeastHeight());
            var (one, other) = (Report(following), Report(following with { Height = following.LeastHeight() }));
            Assert.Equal(following.LeastHeight(), Drawn(one).Height, 6);
            Assert.Equal(Places(Workshop.Run(other, Rows)), Places(Workshop.Run(one, Rows)));
        }
    }

    [Fact]
    public void A_text_without_a_height_has_that_of_its_line()
    {
        var part = Workshop.Part("p", 0, Text("t", 0, 0)) with { Height = null };
        Assert.InRange(Drawn(Report(part)).Height, 8, 20);
    }

    [Fact]
    public void It_grows_with_what_is_put_in_and_shrinks_when_that_goes_but_a_fixed_height_stays()
    {
        foreach (var height in new double?[] { null, 20 })
        {
            var report = Report(Workshop.Part("p", 0, Text("t1", 2, 14)) with { Height = height });
            var before = Drawn(report).Height;
            var added = new Insert { Item = new ElementItem(Text("t2", 30, 14)), To = new Spot { In = "p" } };
            var taller = added.Apply(report, new NoReports());
            Assert.Equal(height is null ? 46 : 44, Drawn(taller).Height);
            var again = new Remove { Ids = ["t2"] }.Apply(taller, new NoReports());
            Assert.Equal(height is null ? before : 44, Drawn(again).Height);
        }
    }

    [Fact]
    public void An_empty_part_takes_no_room_and_the_file_says_nothing_of_a_height_that_follows()
    {
        Assert.Equal(0, new BandPart { Id = "p" }.LeastHeight());
        var report = Report(Workshop.Part("p", 0, Text("t1", 2, 14)) with { Height = null });
        Assert.Null(ReportFile.Read(ReportJson.Write(report)).MainSection().Detail.Parts[0].Height);
        Assert.Contains(Workshop.Run(Report(Workshop.Part("p", double.NaN, Text("t1", 2, 14))), Rows).Problems, p => p.Code == "bad-size");
    }

    private static List<(int Page, double X, double Y)> Places(ReportRun run) =>
        [.. Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts().Select(t => (p, t.X, Math.Round(t.Y, 6))))];
}
