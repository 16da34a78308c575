using System.IO.Pipelines;
using LucidLattice.Output.Svg;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Files;

/// <summary>One page as a picture, with its structure for screen-reader users.</summary>
public sealed class SvgOutput : IReportOutput
{
    public string Name => "svg";
    public string MediaType => "image/svg+xml; charset=utf-8";

    /// <summary>On a screen, readers look at pages one by one anyway.</summary>
    public string? Words => null;

    public void Write(ReportRun run, Stream stream, OutputOptions options, CancellationToken cancel)
    {
        options.RequirePage(run);
        var writer = PipeWriter.Create(stream, new StreamPipeWriterOptions(leaveOpen: true));
        SvgWriter.Write(run.Page(options.Page, spoken: true), writer, "", run.Title);
        writer.FlushAsync(cancel).AsTask().GetAwaiter().GetResult();
        writer.Complete();
    }
}
