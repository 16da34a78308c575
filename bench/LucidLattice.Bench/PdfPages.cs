using LucidLattice.Drawing;
using LucidLattice.Output.Pdf;
using LucidLattice.Reports.Running;
using SkiaSharp;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>1,000 full pages as PDF, beside a bare loop that draws the same texts at the same places with Skia.</summary>
internal static class PdfPages
{
    private const int Rounds = 5;

    public static IEnumerable<Outcome> Run()
    {
        var run = ThousandPages();
        var texts = Enumerable.Range(1, run.PageCount).Select(n => run.Page(n).Flatten().OfType<TextRun>().ToList()).ToList();
        var faces = new Dictionary<string, SKTypeface>();
        var (ours, bare) = (new List<double>(), new List<double>());
        for (var round = 0; round < Rounds; round++)
        {
            ours.Add(Time(() => PdfWriter.Write(run, Stream.Null, "http://127.0.0.1:5080", CancellationToken.None)));
            bare.Add(Time(() => Bare(texts, run, faces)));
        }
        var ratio = Median(ours) / Median(bare);
        yield return new Outcome($"PDF of {run.PageCount:N0} pages with {texts.Sum(t => t.Count):N0} texts", N(Median(ours), "ms"),
            N(Median(bare), "ms, bare SkiaSharp loop, same texts"), N(ratio, "×"), "≤ 1.4 ×", ratio <= 1.4);
    }

    private static ReportRun ThousandPages()
    {
        var ferries = Ferries.WithBookings(Ferries.Million);
        // Pages are counted, so the rows are cut off where there are enough for a thousand.
        var limited = Ferries.Report with { Datasets = [Ferries.Report.Datasets[0] with { RowLimit = 50_600 }] };
        return ferries.Run(limited);
    }

    private static void Bare(List<List<TextRun>> pages, ReportRun run, Dictionary<string, SKTypeface> faces)
    {
        using var document = SKDocument.CreatePdf(Stream.Null, new SKDocumentPdfMetadata { RasterDpi = 300, EncodingQuality = 101 });
        using var paint = new SKPaint { IsAntialias = true };
        var fonts = new Dictionary<Font, SKFont>();
        foreach (var texts in pages)
        {
            var canvas = document.BeginPage((float)run.Report.Page.Width, (float)run.Report.Page.Height);
            foreach (var text in texts)
            {
                if (!fonts.TryGetValue(text.Font, out var font))
                    fonts[text.Font] = font = new SKFont(Face(text.Font, faces), (float)text.Font.Size)
                        { Hinting = SKFontHinting.None, Subpixel = true, LinearMetrics = true };
                paint.Color = SKColor.Parse(text.Color);
                canvas.DrawText(text.Text, (float)text.X, (float)text.Y, SKTextAlign.Left, font, paint);
            }
            document.EndPage();
        }
        document.Close();
    }

    private static SKTypeface Face(Font font, Dictionary<string, SKTypeface> faces)
    {
        var file = font.Bold ? "NotoSans-Bold.ttf" : "NotoSans-Regular.ttf";
        if (faces.TryGetValue(file, out var face)) return face;
        using var stream = LucidLattice.Output.Typesetting.Fonts.Open(file)!;
        return faces[file] = SKTypeface.FromStream(stream);
    }
}
