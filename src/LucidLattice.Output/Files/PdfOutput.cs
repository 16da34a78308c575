using LucidLattice.Output.Pdf;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Files;

/// <summary>The pages as they are printed.</summary>
public sealed class PdfOutput : IReportOutput
{
    public string Name => "pdf";
    public string MediaType => "application/pdf";

    /// <summary>Readers have it at hand all the time.</summary>
    public string? Words => null;

    public void Write(ReportRun run, Stream stream, OutputOptions options, CancellationToken cancel) =>
        PdfWriter.Write(run, stream, options.BaseAddress, cancel, options.Self);
}
