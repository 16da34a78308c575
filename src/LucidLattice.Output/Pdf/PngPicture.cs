using LucidLattice.Drawing;
using SkiaSharp;

namespace LucidLattice.Output.Pdf;

/// <summary>Writes a page or a chart as a PNG image on white.</summary>
internal static class PngPicture
{
    public static void Write(PageDrawing picture, double pixelsPerPoint, Stream output)
    {
        var size = new SKImageInfo((int)Math.Ceiling(picture.Width * pixelsPerPoint), (int)Math.Ceiling(picture.Height * pixelsPerPoint));
        using var surface = SKSurface.Create(size);
        surface.Canvas.Clear(SKColors.White);
        surface.Canvas.Scale((float)pixelsPerPoint);
        using var painter = new SkiaPainter(null);
        painter.Paint(surface.Canvas, picture.Items);
        using var image = surface.Snapshot();
        using var data = image.Encode(SKEncodedImageFormat.Png, 100);
        data.SaveTo(output);
    }
}
