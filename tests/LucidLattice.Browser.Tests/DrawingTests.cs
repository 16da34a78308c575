using System.Diagnostics;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Output.Pdf;
using LucidLattice.Output.Svg;
using OpenQA.Selenium;
using SkiaSharp;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>
/// Browser and PDF show the same picture. Outside references: Chromium draws the SVG, poppler's pdftoppm the PDF, compared at one
/// pixel a point. Edges are smoothed in different ways, so pixels are compared through a small blur.
/// </summary>
[Collection(Browser.OneAtATime)]
public sealed class DrawingTests(Browser browser) : IClassFixture<Browser>
{
    private const int Width = 240;
    private const int Height = 200;

    /// <summary>Each kind of item, and each way in which it can be drawn, in a place of its own.</summary>
    private static IReadOnlyList<DrawItem> Everything()
    {
        var star = new DrawPath();
        for (var i = 0; i < 5; i++)
        {
            var (sine, cosine) = Math.SinCos(i * 144 * Math.PI / 180);
            if (i == 0) star.MoveTo(30 + 22 * sine, 28 - 22 * cosine);
            else star.LineTo(30 + 22 * sine, 28 - 22 * cosine);
        }
        star.Close();
        var slice = new DrawPath().MoveTo(90, 28).Arc(90, 28, 22, -90, 150).Close();
        var ring = new DrawPath().Arc(150, 28, 22, 0, 270).Arc(150, 28, 10, 270, 0).Close();
        var corner = new DrawPath().MoveTo(186, 44).LineTo(200, 12).LineTo(214, 44);
        var wave = new DrawPath().MoveTo(10, 70).CurveTo(40, 40, 60, 100, 90, 70);
        var square = new RectItem(0, 0, 24, 24, "#1F6FA8");
        var photo = new ImageItem(150, 112, 50, 30, ImageContent.Read(Picture()), "four colours");
        return
        [
            new PathItem(star, "#6D4A94", new Pen("#1F2A30", 1.5)),
            new CircleItem(150, 20, 9, "#1F6FA8", new Pen("#1F2A30", 1.5), 0.7),
            new PathItem(slice, "#3C7D46", new Pen("#1F2A30", 2)),
            new PathItem(ring, "#8C3B5E", null, 0.5),
            new PathItem(corner, null, new Pen("#0B5D5B", 6, IsRound: true)),
            new PathItem(wave, null, new Pen("#B3261E", 4, [12, 6])),
            new LineItem(100, 60, 140, 80, 3, "#1F2A30"),
            new RectItem(150, 60, 40, 20, "#4E6470", "#1F2A30", 3),
            new GroupItem([square], Transform.Rotate(30).Then(Transform.Move(40, 100))),
            new GroupItem([square, square with { X = 12, Y = 12, Fill = "#B3261E" }], Transform.Move(60, 105), 0.4),
            new GroupItem([square with { Width = 60 }], Transform.Scale(0.5, 1.5).Then(Transform.Move(105, 105)),
            Clip: new DrawPath().Arc(30, 12, 12, 0, 360).Close()),
            photo,
            photo with { X = 205, Y = 112, Width = 20, Height = 50 },
            new ImageItem(10, 112, 24, 30, ImageContent.Read(Vector.ToArray()), "a flag"),
            new FigureItem("a figure", [new RectItem(10, 150, 60, 30, "#3C7D46")]),
            new TextRun(90, 175, "Ferries", new Font(FontFamily.Sans, 20, true), "#1F2A30", 75),
            new TextRun(200, 195, "Up", new Font(FontFamily.Sans, 16), "#8C3B5E", 22, -90),
        ];
    }

    private static ReadOnlySpan<byte> Vector => """
        <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 10"><rect width="8" height="10" fill="#E8E4D8"/>
        <path d="M1 1h6v3h-6z" fill="#0B5D5B"/><circle cx="4" cy="7" r="2" fill="#8C3B5E"/></svg>
        """u8;

    [Fact]
    public void A_drawing_of_everything_is_the_same_in_browser_and_PDF()
    {
        var items = Everything();
        var pdf = FromPdf(items);
        Assert.Equal(0, Different(FromBrowser(items), pdf));
        // What is drawn in one and not in the other is seen, whatever it is.
        for (var i = 0; i < items.Count; i++)
            Assert.True(Different(FromBrowser([.. items.Where((_, at) => at != i)]), pdf) > 20,
                $"{items[i].GetType().Name}, number {i}, is not missed");
    }

    [Fact]
    public void An_item_that_nobody_knows_is_refused_by_both()
    {
        var page = new PageDrawing(Width, Height, [new GroupItem([new Unknown()])]);
        Assert.Throws<NotSupportedException>(() => SvgWriter.Write(page, ""));
        Assert.Throws<NotSupportedException>(() => FromPdf(page.Items));
    }

    [Fact]
    public void An_image_that_is_drawn_often_is_kept_once()
    {
        var noise = new byte[60_000];
        new Random(1).NextBytes(noise);
        using var bitmap = new SKBitmap(new SKImageInfo(100, 150, SKColorType.Rgba8888, SKAlphaType.Opaque));
        System.Runtime.InteropServices.Marshal.Copy(noise, 0, bitmap.GetPixels(), noise.Length);
        var image = bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
        // Read twice, as from two reports: it is the content that counts.
        IReadOnlyList<DrawItem> Times(int count) =>
            [.. Enumerable.Range(0, count).Select(i => new ImageItem(i * 10, 0, 50, 50, ImageContent.Read([.. image]), "noise"))];
        Assert.True(Pdf(Times(8)).Length < Pdf(Times(1)).Length * 1.1);
        var (one, many) =
            (SvgWriter.Write(new PageDrawing(Width, Height, Times(1)), ""), SvgWriter.Write(new PageDrawing(Width, Height, Times(8)), ""));
        Assert.True(many.Length < one.Length * 1.1);
    }

    private sealed record Unknown : DrawItem;

    private static byte[] Picture()
    {
        using var bitmap = new SKBitmap(2, 2);
        bitmap.Pixels = [SKColors.Crimson, SKColors.SeaGreen, SKColors.SteelBlue, SKColors.Goldenrod];
        using var large = bitmap.Resize(new SKImageInfo(64, 64), new SKSamplingOptions(SKFilterMode.Nearest));
        return large.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }

    private static byte[] Pdf(IReadOnlyList<DrawItem> items)
    {
        using var stream = new MemoryStream();
        using (var document = SKDocument.CreatePdf(stream))
        using (var painter = new SkiaPainter(null))
        {
            painter.Paint(document.BeginPage(Width, Height), items);
            document.EndPage();
            document.Close();
        }
        return stream.ToArray();
    }

    private static SKBitmap FromPdf(IReadOnlyList<DrawItem> items)
    {
        var file = Path.GetTempFileName();
        File.WriteAllBytes(file, Pdf(items));
        using var run = Process.Start(new ProcessStartInfo("pdftoppm", ["-r", "288", "-png", "-singlefile", file, file]))!;
        run.WaitForExit();
        // Poppler rounds images up to whole pixels, so it draws four times as large.
        using var large = SKBitmap.Decode(file + ".png");
        var bitmap = large.Resize(new SKImageInfo(Width, Height), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        File.Delete(file);
        File.Delete(file + ".png");
        return bitmap;
    }

    private SKBitmap FromBrowser(IReadOnlyList<DrawItem> items)
    {
        if (!browser.Driver.Url.StartsWith(browser.Address, StringComparison.Ordinal))
        {
            browser.Go("/");
            browser.Find("article svg");
        }
        var svg = SvgWriter.Write(new PageDrawing(Width, Height, items), "t-");
        // Over the page, whose fonts are there, and out of the application's way.
        browser.Driver.ExecuteScript("""
            document.getElementById('drawn')?.remove();
            const over = document.createElement('div');
            over.id = 'drawn';
            Object.assign(over.style, { position: 'fixed', left: 0, top: 0, background: 'white', zIndex: 99999, lineHeight: 0 });
            over.innerHTML = arguments[0];
            document.body.append(over);
            """, svg);
        browser.Driver.ExecuteAsyncScript(
            "const done = arguments[0]; document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(done)))");
        var picture = ((ITakesScreenshot)browser.Find("#drawn svg")).GetScreenshot().AsByteArray;
        return SKBitmap.Decode(picture);
    }

    /// <summary>How many pixels differ visibly once both pictures are blurred by two pixels.</summary>
    private static int Different(SKBitmap one, SKBitmap other)
    {
        Assert.Equal((one.Width, one.Height), (other.Width, other.Height));
        var count = 0;
        for (var y = 2; y < one.Height - 2; y++)
            for (var x = 2; x < one.Width - 2; x++)
            {
                var (red, green, blue) = (0, 0, 0);
                for (var dy = -2; dy <= 2; dy++)
                    for (var dx = -2; dx <= 2; dx++)
                    {
                        var (a, b) = (one.GetPixel(x + dx, y + dy), other.GetPixel(x + dx, y + dy));
                        (red, green, blue) = (red + a.Red - b.Red, green + a.Green - b.Green, blue + a.Blue - b.Blue);
                    }
                if (Math.Max(Math.Abs(red), Math.Max(Math.Abs(green), Math.Abs(blue))) > 25 * 40) count++;
            }
        return count;
    }
}
