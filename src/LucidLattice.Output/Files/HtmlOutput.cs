using LucidLattice.Output.Html;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Files;

/// <summary>The report without pages, for screens of any width and for screen-reader users.</summary>
public sealed class HtmlOutput : IReportOutput
{
    public string Name => "html";
    public string MediaType => "text/html; charset=utf-8";
    public string? Words => "HTML, to be read on any screen";

    /// <summary>It brings its own styles, and pictures as data; nothing in it runs, or is fetched.</summary>
    public string? ShownUnder => "default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data:; frame-ancestors 'none'; "
        + "sandbox allow-popups allow-top-navigation-by-user-activation";

    public void Write(ReportRun run, Stream stream, OutputOptions options, CancellationToken cancel) =>
        HtmlWriter.Write(run, stream, options.BaseAddress, cancel, options.Self);
}
