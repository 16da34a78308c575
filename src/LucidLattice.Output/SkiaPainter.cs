using LucidLattice.Core.Drawing;
using SkiaSharp;

namespace LucidLattice.Output;

/// <summary>Paints drawing items on a Skia canvas. Fonts are kept from one text to the next.</summary>
/// <param name="baseAddress">The start of link addresses; null paints no links.</param>
public sealed class SkiaPainter(string? baseAddress) : IDisposable
{
    private readonly Dictionary<Font, SKFont> _fonts = [];
    private readonly SKPaint _paint = new() { IsAntialias = true };

    public void Paint(SKCanvas canvas, IEnumerable<DrawItem> items)
    {
        foreach (var item in items) Paint(canvas, item);
    }

    public void Dispose()
    {
        foreach (var font in _fonts.Values) font.Dispose();
        _paint.Dispose();
    }

    private void Paint(SKCanvas canvas, DrawItem item)
    {
        switch (item)
        {
            case TextRun run:
                Fill(run.Color);
                if (run.Rotation == 0) canvas.DrawText(run.Text, (float)run.X, (float)run.Y, SKTextAlign.Left, FontOf(run.Font), _paint);
                else
                {
                    canvas.Save();
                    canvas.RotateDegrees((float)run.Rotation, (float)run.X, (float)run.Y);
                    canvas.DrawText(run.Text, (float)run.X, (float)run.Y, SKTextAlign.Left, FontOf(run.Font), _paint);
                    canvas.Restore();
                }
                break;
            case LineItem line:
                Stroke(line.Color, line.Thickness);
                canvas.DrawLine((float)line.X1, (float)line.Y1, (float)line.X2, (float)line.Y2, _paint);
                break;
            case RectItem rect:
                var area = SKRect.Create((float)rect.X, (float)rect.Y, (float)rect.Width, (float)rect.Height);
                if (rect.Fill is not null)
                {
                    Fill(rect.Fill, rect.Opacity);
                    canvas.DrawRect(area, _paint);
                }
                if (rect.Stroke is not null)
                {
                    Stroke(rect.Stroke, rect.StrokeWidth);
                    canvas.DrawRect(area, _paint);
                }
                break;
            case FigureItem figure:
                Paint(canvas, figure.Items);
                break;
            case RegionItem { Action: { } action } region when baseAddress is { Length: > 0 }:
                canvas.DrawUrlAnnotation(SKRect.Create((float)region.X, (float)region.Y, (float)region.Width, (float)region.Height), LinkAddress.Of(action, baseAddress));
                break;
        }
    }

    private SKFont FontOf(Font font)
    {
        if (!_fonts.TryGetValue(font, out var made))
            _fonts[font] = made = new SKFont(Fonts.Face(font), (float)font.Size) { Hinting = SKFontHinting.None, Subpixel = true, LinearMetrics = true };
        return made;
    }

    private void Fill(string color, double opacity = 1)
    {
        _paint.Style = SKPaintStyle.Fill;
        _paint.Color = SKColor.Parse(color).WithAlpha((byte)Math.Round(opacity * 255));
    }

    private void Stroke(string color, double width)
    {
        _paint.Style = SKPaintStyle.Stroke;
        _paint.StrokeWidth = (float)width;
        _paint.Color = SKColor.Parse(color);
    }
}
