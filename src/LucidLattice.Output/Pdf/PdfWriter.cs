using System.Collections.Concurrent;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Reports.Running;
using SkiaSharp;

namespace LucidLattice.Output.Pdf;

/// <summary>
/// Writes a run as PDF, page by page, as soon as each is made: fonts embedded, texts selectable, links as annotations,
/// with an outline of the groups, page labels and the document's language. Memory does not grow with the pages.
/// </summary>
public static class PdfWriter
{
    /// <summary>How many pages may be laid out ahead of the one that is being written.</summary>
    private const int PagesAhead = 16;

    /// <param name="output">Gets the file from its start to its end; need not be seekable.</param>
    /// <param name="baseAddress">Where the server can be reached; without one, the PDF has no links to reports.</param>
    /// <param name="self">What opens the report itself, with its values; null where nobody knows.</param>
    /// <exception cref="OperationCanceledException">Stopped between two pages.</exception>
    public static void Write(ReportRun run, Stream output, string? baseAddress, CancellationToken cancel, LinkAction? self = null)
    {
        // What is added at the end refers to places in what was written, so that is kept on the disk meanwhile.
        using var copy =
            new FileStream(Path.GetTempFileName(), FileMode.Open, FileAccess.ReadWrite, FileShare.None, 1 << 16, FileOptions.DeleteOnClose);
        using (var both = new TeeStream(output, copy)) WritePages(run, both, baseAddress, self, cancel);
        copy.Flush();
        PdfNavigation.Append(run, copy, output);
    }

    private static void WritePages(ReportRun run, Stream output, string? baseAddress, LinkAction? self, CancellationToken cancel)
    {
        var metadata = new SKDocumentPdfMetadata { Title = run.Title, Creator = "Lucid Lattice", Creation = run.AsOf, Modified = run.AsOf,
            RasterDpi = 300, EncodingQuality = 101 };
        using var document = SKDocument.CreatePdf(output, metadata);
        using var painter = new SkiaPainter(baseAddress, self);
        using var ahead = new BlockingCollection<PageDrawing>(PagesAhead);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        // One core lays pages out while the other one writes them.
        var layout = Task.Run(() =>
        {
            try
            {
                for (var number = 1; number <= run.PageCount; number++) ahead.Add(run.Page(number), stop.Token);
            }
            finally
            {
                ahead.CompleteAdding();
            }
        }, CancellationToken.None);
        try
        {
            foreach (var page in ahead.GetConsumingEnumerable(stop.Token))
            {
                painter.Paint(document.BeginPage((float)page.Width, (float)page.Height), page.Items);
                document.EndPage();
            }
            layout.GetAwaiter().GetResult();
            document.Close();
        }
        catch
        {
            stop.Cancel();
            layout.ContinueWith(_ => { }).Wait(CancellationToken.None);
            document.Abort();
            throw;
        }
    }

    /// <summary>Writes everything twice.</summary>
    private sealed class TeeStream(Stream first, Stream second) : Stream
    {
        public override bool CanRead => false;
        public override bool CanSeek => false;
        public override bool CanWrite => true;
        public override long Length => second.Length;
        public override long Position { get => second.Position; set => throw new NotSupportedException(); }

        public override void Write(byte[] buffer, int offset, int count)
        {
            first.Write(buffer, offset, count);
            second.Write(buffer, offset, count);
        }

        public override void Flush()
        {
            first.Flush();
            second.Flush();
        }

        public override int Read(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();
    }
}
