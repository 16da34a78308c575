using LucidLattice.Core.Drawing;
using LucidLattice.Core.Running;
using SkiaSharp;

namespace LucidLattice.Output;

/// <summary>Writes a run as PDF, page by page: fonts embedded, texts selectable, links as annotations.</summary>
public static class PdfWriter
{
    /// <param name="baseAddress">Where the server can be reached; without one, the PDF has no links.</param>
    /// <exception cref="OperationCanceledException">Stopped between two pages.</exception>
    public static void Write(ReportRun run, Stream output, string? baseAddress, CancellationToken cancel)
    {
        var metadata = new SKDocumentPdfMetadata { Title = run.Title, Creator = "Lucid Lattice", Creation = run.AsOf, Modified = run.AsOf, RasterDpi = 300, EncodingQuality = 101 };
        using var document = SKDocument.CreatePdf(output, metadata);
        using var painter = new SkiaPainter(baseAddress);
        for (var number = 1; number <= run.PageCount; number++)
        {
            cancel.ThrowIfCancellationRequested();
            var page = run.Page(number);
            painter.Paint(document.BeginPage((float)page.Width, (float)page.Height), page.Items);
            document.EndPage();
        }
        document.Close();
    }
}
