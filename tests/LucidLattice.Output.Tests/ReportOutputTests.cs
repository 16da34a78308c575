using System.Text;
using LucidLattice.Testing;
using LucidLattice.Output.Files;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Output.Tests;

/// <summary>What every kind of file promises that a report is written to.</summary>
public sealed class ReportOutputTests
{
    private static readonly ReportRun Run =
        Workshop.Run(Workshop.DemoReport("route-performance"), null, ("from", "2025-01-01"), ("to", "2025-03-31"));

    public static TheoryData<string> Names => [.. ReportOutputs.All.Select(o => o.Name)];

    [Theory]
    [MemberData(nameof(Names))]
    public void It_is_found_by_the_end_of_a_file_and_writes_what_it_says(string name)
    {
        var output = ReportOutputs.Of($"/some/where/Report.{name.ToUpperInvariant()}")!;
        Assert.Equal(name, output.Name);
        Assert.Contains('/', output.MediaType);
        using var stream = new MemoryStream();
        output.Write(Run, stream, new OutputOptions(), CancellationToken.None);
        // It stays open, so that the caller can go on.
        Assert.True(stream.CanWrite);
        var text = Encoding.UTF8.GetString(stream.ToArray());
        // The pages of a PDF are compressed, its title is not.
        Assert.Contains("Route performance", text);
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Two_writings_of_one_run_are_the_same(string name)
    {
        byte[] Written()
        {
            using var stream = new MemoryStream();
            ReportOutputs.Of("r." + name)!.Write(Run, stream, new OutputOptions(), CancellationToken.None);
            return stream.ToArray();
        }
        Assert.Equal(Written(), Written());
    }

    /// <summary>Those that write page by page stop between two pages; one page is written whole.</summary>
    [Theory]
    [InlineData("pdf")]
    [InlineData("html")]
    [InlineData("json")]
    public void It_stops_when_nobody_wants_it_any_more(string name) =>
        Assert.ThrowsAny<OperationCanceledException>(() =>
            ReportOutputs.Of("r." + name)!.Write(Run, new MemoryStream(), new OutputOptions(), new CancellationToken(canceled: true)));

    [Fact]
    public void Only_kinds_that_there_are_are_found_and_pages_that_there_are_are_written()
    {
        Assert.Null(ReportOutputs.Of("report.doc"));
        Assert.Null(ReportOutputs.Of("report"));
        Assert.Equal(ReportOutputs.All.Count, ReportOutputs.All.Select(o => o.Name).Distinct().Count());
        foreach (var page in new[] { 0, Run.PageCount + 1 })
            Assert.Throws<ArgumentOutOfRangeException>(() =>
                ReportOutputs.Of("r.svg")!.Write(Run, new MemoryStream(), new OutputOptions { Page = page }, CancellationToken.None));
    }
}
