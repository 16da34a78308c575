using System.Globalization;
using System.Text;
using CsvHelper;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Figures;
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
        // The pages of a PDF are compressed, its title is not; a table of values has headings and no title.
        Assert.Contains(name switch { "csv" => "Region,Route,", "png" => "PNG", _ => "Route performance" }, text);
    }

    /// <summary>The lines of a list add up to the total that the report prints, in every report of the demo that prints both.
    /// Outside reference: CsvHelper reads the file back.</summary>
    [Fact]
    public void The_lines_of_a_csv_file_add_up_to_the_printed_totals()
    {
        var compared = 0;
        foreach (var (_, report) in DemoReports.All)
        {
            var run = Workshop.Run(report);
            if (new RunFigures(run, CancellationToken.None).First is not { } section) continue;
            var (headings, lines) = ReadBack(run);
            foreach (var element in section.Wholes.Single().Printed)
            {
                if (element.Plan.Element is not TotalElement { Aggregate: "sum", As: TotalForm.Value } total || element.Value is not
                    { IsNull: false } value || section.Plan.Section.Columns.First(c => c.Id == total.Column) is not { } column
                    || headings.IndexOf(column.Heading) is not (>= 0 and var place)) continue;
                var sum = lines.Sum(l => l[place].Length == 0 ? 0 : decimal.Parse(l[place], CultureInfo.InvariantCulture));
                // Quotients end at 28 digits.
                Assert.Equal(decimal.Parse(value.Invariant, CultureInfo.InvariantCulture), sum, 20);
                compared++;
            }
        }
        Assert.InRange(compared, 3, int.MaxValue);
    }

    private static (List<string> Headings, List<string[]> Lines) ReadBack(ReportRun run)
    {
        using var stream = new MemoryStream();
        ReportOutputs.Of("r.csv")!.Write(run, stream, new OutputOptions(), CancellationToken.None);
        stream.Position = 0;
        using var csv = CsvReader.Create(new StreamReader(stream), CsvReaderOptions.Default with { HasHeader = false });
        var records = new List<string[]>();
        while (csv.Read()) records.Add([.. csv.Current.ToArray()]);
        Assert.All(records, r => Assert.Equal(records[0].Length, r.Length));
        return ([.. records[0]], records[1..]);
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
    [InlineData("csv")]
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
            Assert.All(new[] { "r.svg", "r.png" }, file => Assert.Throws<ArgumentOutOfRangeException>(() =>
                ReportOutputs.Of(file)!.Write(Run, new MemoryStream(), new OutputOptions { Page = page }, CancellationToken.None)));
    }
}
