using System.Buffers;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Values;
using LucidLattice.Output.Svg;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Html;

/// <summary>
/// Writes a run as one HTML document without pages: headings, paragraphs, tables and charts in reading order, as wide as the screen. It
/// says what the pages say to those who hear them, can be kept and sent, and needs nothing else. Memory does not grow with the pages.
/// </summary>
public static class HtmlWriter
{
    private static ReadOnlySpan<byte> Looks => """
        body{font:1rem/1.5 "Noto Sans",system-ui,sans-serif;color:#1f2a30;background:#fffefb;margin:0 auto;max-width:62rem;padding:1rem}
        h1{font-size:1.5rem}h2,h3{font-size:1.2rem}h4,h5,h6{font-size:1rem}
        table{border-collapse:collapse;width:100%;margin:.5rem 0 1rem}
        th,td{padding:.2rem .6rem;text-align:start;vertical-align:top}
        th[scope^=col]{border-bottom:1px solid #6b7780;vertical-align:bottom}
        tr+tr td{border-top:1px solid #e4e0d8}
        .r{text-align:right}.c{text-align:center}
        figure{margin:1rem 0}svg,img{max-width:100%;height:auto}
        svg text{font-family:"Noto Sans",system-ui,sans-serif}
        a{color:#0b5d5b}
        @media print{tr,figure{break-inside:avoid}}
        """u8;

    /// <param name="output">Gets the document as UTF-8, page by page.</param>
    /// <param name="baseAddress">Where the server can be reached; without one, there are no links to reports.</param>
    /// <param name="self">What opens the report itself, with its values; null where nobody knows.</param>
    /// <exception cref="OperationCanceledException">Stopped between two pages.</exception>
    public static void Write(ReportRun run, Stream output, string? baseAddress, CancellationToken cancel, LinkAction? self = null)
    {
        var buffer = new ArrayBufferWriter<byte>(64 * 1024);
        var html = new XmlBytes(buffer);
        var items = new HtmlItems(html, run.Title, action => action.Address is null && baseAddress is not { Length: > 0 } ? null
            : LinkAddress.Write(action, baseAddress ?? "", self));
        Begin(run, html);
        foreach (var sheet in run.Sheets)
        {
            html.Raw("<section"u8);
            html.Attribute("aria-label"u8, sheet.Plan.Sheet.Name);
            html.Raw(">\n"u8);
            foreach (var page in run.Flowing(sheet))
            {
                cancel.ThrowIfCancellationRequested();
                items.Write(page);
                Send();
            }
            items.End();
            html.Raw("</section>\n"u8);
        }
        html.Raw("</main></body></html>\n"u8);
        Send();

        void Send()
        {
            output.Write(buffer.WrittenSpan);
            buffer.ResetWrittenCount();
        }
    }

    private static void Begin(ReportRun run, XmlBytes html)
    {
        html.Raw("<!DOCTYPE html>\n<html"u8);
        html.Attribute("lang"u8, run.Report.Language);
        if (Languages.Culture(run.Report.Language).TextInfo.IsRightToLeft) html.Raw(" dir=\"rtl\""u8);
        html.Raw("><head><meta charset=\"utf-8\"/><meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"/><title>"u8);
        html.Escaped(run.Title);
        html.Raw("</title><style>\n"u8);
        html.Raw(Looks);
        html.Raw("\n</style></head>\n<body><main>\n<h1>"u8);
        html.Escaped(run.Title);
        html.Raw("</h1>\n"u8);
    }
}
