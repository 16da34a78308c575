using LucidLattice.Output.Pdf;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Files;

/// <summary>One page as a PNG image.</summary>
public sealed class PngOutput : IReportOutput
{
    /// <summary>216 dots an inch.</summary>
    private const double PixelsPerPoint = 3;

    public string Name => "png";
    public string MediaType => "image/png";

    /// <summary>On a screen, readers look at pages one by one anyway.</summary>
    public string? Words => null;

    public void Write(ReportRun run, Stream stream, OutputOptions options, CancellationToken cancel)
    {
        options.RequirePage(run);
        PngPicture.Write(run.Page(options.Page), PixelsPerPoint, stream);
    }
}
