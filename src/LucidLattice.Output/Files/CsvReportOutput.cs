using LucidLattice.Model.Values;
using LucidLattice.Reports.Figures;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Files;

/// <summary>The first list of a report as CSV: its rows with the keys of their groups, or its groups with their totals, with plain
/// values.</summary>
public sealed class CsvReportOutput : IReportOutput
{
    public string Name => "csv";
    public string MediaType => "text/csv; charset=utf-8";
    public string? Words => "CSV, the rows of the first list";

    public void Write(ReportRun run, Stream stream, OutputOptions options, CancellationToken cancel) => CsvOutput.Write(stream, csv =>
    {
        if (new RunFigures(run, cancel).First is not { } section) return;
        var table = new SectionTable(section);
        if (table.Headings.Count == 0)
        {
            csv.WriteField("This report has no table of values. Each chart and crosstab can be downloaded by itself.");
            csv.EndRecord();
            return;
        }
        foreach (var heading in table.Headings) csv.WriteField(CsvOutput.Harmless(heading));
        csv.EndRecord();
        foreach (var line in table.Lines)
        {
            foreach (var value in line)
                csv.WriteField(value.Type == DataType.Text ? CsvOutput.Harmless(value.Text) : value.IsNull ? "" : value.Invariant);
            csv.EndRecord();
        }
    });
}
