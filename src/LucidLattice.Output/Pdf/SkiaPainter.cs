using System.Text;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Output.Typesetting;
using SkiaSharp;
using Svg.Skia;

namespace LucidLattice.Output.Pdf;

/// <summary>Paints drawing items on a Skia canvas. Fonts are kept from one text to the next.</summary>
/// <param name="baseAddress">The start of the addresses of reports; null paints no links to them.</param>
/// <param name="self">What opens the report itself, with its values; null where nobody knows.</param>
public sealed class SkiaPainter(string? baseAddress, LinkAction? self = null) : IDisposable
{
    private readonly Dictionary<Font, SKFont> _fonts = [];
    private readonly Dictionary<string, SKImage> _images = [];
    private readonly Dictionary<string, SKSvg> _pictures = [];
    private readonly SKPaint _paint = new() { IsAntialias = true };
    private readonly SKTextBlobBuilder _blob = new();
    private ushort[] _glyphs = new ushort[64];
    private float[] _places = new float[64];

    public void Paint(SKCanvas canvas, IEnumerable<DrawItem> items)
    {
        foreach (var item in items) Paint(canvas, item);
    }

    public void Dispose()
    {
        foreach (var font in _fonts.Values) font.Dispose();
        foreach (var image in _images.Values) image.Dispose();
        foreach (var picture in _pictures.Values) picture.Dispose();
        _blob.Dispose();
        _paint.Dispose();
    }

    private void Paint(SKCanvas canvas, DrawItem item)
    {
        switch (item)
        {
            case TextRun run:
                Fill(run.Color);
                if (run.Rotation == 0) Text(canvas, run);
                else
                {
                    canvas.Save();
                    canvas.RotateDegrees((float)run.Rotation, (float)run.X, (float)run.Y);
                    Text(canvas, run);
                    canvas.Restore();
                }
                break;
            case LineItem line:
                Stroke(line.Color, line.Thickness);
                canvas.DrawLine((float)line.X1, (float)line.Y1, (float)line.X2, (float)line.Y2, _paint);
                break;
            case RectItem rect:
                var area = Area(rect.X, rect.Y, rect.Width, rect.Height);
                if (rect.Fill is not null)
                {
                    Fill(rect.Fill, rect.Opacity);
                    canvas.DrawRect(area, _paint);
                }
                if (rect.Stroke is not null)
                {
                    Stroke(rect.Stroke, rect.StrokeWidth, rect.Opacity);
                    canvas.DrawRect(area, _paint);
                }
                break;
            case PathItem path:
                Paint(canvas, path);
                break;
            case CircleItem circle:
                Paint(canvas, circle);
                break;
            case ImageItem { Image.MediaType: "image/svg+xml" } picture:
                Paint(canvas, picture);
                break;
            case ImageItem image:
                canvas.DrawImage(ImageOf(image.Image), Area(image.X, image.Y, image.Width, image.Height),
                    new SKSamplingOptions(SKFilterMode.Linear));
                break;
            case FigureItem figure:
                Paint(canvas, figure.Items);
                break;
            case GroupItem group:
                Paint(canvas, group);
                break;
            case RoleStart or RoleEnd: break;
            case RegionItem region:
                if (region.Action is not { } action || (action.Address is null && baseAddress is not { Length: > 0 })) break;
                if (LinkAddress.Write(action, baseAddress ?? "", self) is { } address)
                    canvas.DrawUrlAnnotation(Area(region.X, region.Y, region.Width, region.Height), address);
                break;
            default:
                throw new NotSupportedException($"PDF has no way yet to draw a {item.GetType().Name}.");
        }
    }

    private void Paint(SKCanvas canvas, PathItem item)
    {
        using var path = SkiaPaths.ToSkia(item.Path);
        if (item.Fill is not null)
        {
            Fill(item.Fill, item.Opacity);
            canvas.DrawPath(path, _paint);
        }
        if (item.Pen is not { } pen) return;
        Stroke(pen.Color, pen.Width, item.Opacity);
        using var dash = pen.Dash is null ? null : SKPathEffect.CreateDash([.. pen.Dash.Select(d => (float)d)], 0);
        _paint.PathEffect = dash;
        (_paint.StrokeJoin, _paint.StrokeCap) = pen.IsRound
            ? (SKStrokeJoin.Round, SKStrokeCap.Round)
            : (SKStrokeJoin.Miter, SKStrokeCap.Butt);
        canvas.DrawPath(path, _paint);
        (_paint.PathEffect, _paint.StrokeJoin, _paint.StrokeCap) = (null, SKStrokeJoin.Miter, SKStrokeCap.Butt);
    }

    private void Paint(SKCanvas canvas, CircleItem item)
    {
        if (item.Fill is not null)
        {
            Fill(item.Fill, item.Opacity);
            canvas.DrawCircle((float)item.X, (float)item.Y, (float)item.Radius, _paint);
        }
        if (item.Pen is not { } pen) return;
        Stroke(pen.Color, pen.Width, item.Opacity);
        canvas.DrawCircle((float)item.X, (float)item.Y, (float)item.Radius, _paint);
    }

    private void Paint(SKCanvas canvas, GroupItem group)
    {
        var before = canvas.Save();
        if (group.Transform is { } t)
            canvas.Concat(new SKMatrix((float)t.A, (float)t.C, (float)t.E, (float)t.B, (float)t.D, (float)t.F, 0, 0, 1));
        if (group.Clip is not null)
        {
            using var clip = SkiaPaths.ToSkia(group.Clip);
            canvas.ClipPath(clip, SKClipOperation.Intersect, antialias: true);
        }
        if (group.Opacity < 1)
        {
            using var fade = new SKPaint { Color = SKColors.Black.WithAlpha((byte)Math.Round(group.Opacity * 255)) };
            canvas.SaveLayer(fade);
        }
        Paint(canvas, group.Items);
        canvas.RestoreToCount(before);
    }

    /// <summary>An SVG file is drawn as lines and areas, sharp at any size.</summary>
    private void Paint(SKCanvas canvas, ImageItem item)
    {
        if (!_pictures.TryGetValue(item.Image.Name, out var svg))
        {
            using var file = new MemoryStream(item.Image.Bytes.ToArray());
            _pictures[item.Image.Name] = svg = new SKSvg();
            svg.Load(file);
        }
        if (svg.Picture is not { CullRect: { Width: > 0, Height: > 0 } size } picture)
            throw new FormatException("An image cannot be read; its file is damaged.");
        var before = canvas.Save();
        canvas.ClipRect(Area(item.X, item.Y, item.Width, item.Height));
        canvas.Translate((float)item.X, (float)item.Y);
        canvas.Scale((float)item.Width / size.Width, (float)item.Height / size.Height);
        canvas.Translate(-size.Left, -size.Top);
        canvas.DrawPicture(picture);
        canvas.RestoreToCount(before);
    }

    /// <summary>The same image is the same object each time, so that the file has it once.</summary>
    private SKImage ImageOf(ImageContent content)
    {
        if (_images.TryGetValue(content.Name, out var image)) return image;
        using var data = SKData.CreateCopy(content.Bytes.Span);
        return _images[content.Name] = SKImage.FromEncodedData(data)
            ?? throw new FormatException("An image cannot be read; its file is damaged.");
    }

    private static SKRect Area(double x, double y, double width, double height) =>
        SKRect.Create((float)x, (float)y, (float)width, (float)height);

    /// <summary>Letters at the places that the typesetter decided; where it only put one after the other, Skia does the same by
    /// itself.</summary>
    private void Text(SKCanvas canvas, TextRun run)
    {
        var (face, text) = (Fonts.FaceOf(run.Font), run.Text);
        var scale = (float)run.Font.Size / face.UnitsPerEm;
        if (_glyphs.Length < text.Length) (_glyphs, _places) = (new ushort[text.Length * 2], new float[text.Length * 2]);
        if (run.RightToLeft || float.IsNaN(face.PlainWidth(text)))
        {
            AddShaped(face, run, scale);
        }
        else if (!face.PlainGlyphs(text, _glyphs, _places))
        {
            canvas.DrawText(text, (float)run.X, (float)run.Y, SKTextAlign.Left, FontOf(run.Font), _paint);
            return;
        }
        else
        {
            for (var i = 0; i < text.Length; i++) _places[i] *= scale;
            _blob.AddHorizontalRun(_glyphs.AsSpan(0, text.Length), FontOf(run.Font), _places.AsSpan(0, text.Length), 0);
        }
        using var blob = _blob.Build();
        if (blob is not null) canvas.DrawText(blob, (float)run.X, (float)run.Y, _paint);
    }

    /// <summary>Glyphs with the text that they stand for, since a reader of the file could not tell it from them.</summary>
    private void AddShaped(Face face, TextRun run, float scale)
    {
        var (glyphs, places, characters, _) = face.Shape(run.Text, run.RightToLeft);
        if (glyphs.Length == 0) return;
        var utf8 = Encoding.UTF8.GetBytes(run.Text);
        var buffer = _blob.AllocatePositionedTextRun(FontOf(run.Font), glyphs.Length, utf8.Length);
        buffer.SetGlyphs(glyphs);
        buffer.SetPositions([.. places.Select(p => new SKPoint(p.X * scale, p.Y * scale))]);
        buffer.SetText(utf8);
        buffer.SetClusters([.. characters.Select(c => (uint)Encoding.UTF8.GetByteCount(run.Text.AsSpan(0, c)))]);
    }

    private SKFont FontOf(Font font)
    {
        if (!_fonts.TryGetValue(font, out var made))
            _fonts[font] = made = new SKFont(Fonts.FaceOf(font).Typeface, (float)font.Size)
                { Hinting = SKFontHinting.None, Subpixel = true, LinearMetrics = true };
        return made;
    }

    private void Fill(string color, double opacity = 1)
    {
        _paint.Style = SKPaintStyle.Fill;
        _paint.Color = SKColor.Parse(color).WithAlpha((byte)Math.Round(opacity * 255));
    }

    private void Stroke(string color, double width, double opacity = 1)
    {
        _paint.Style = SKPaintStyle.Stroke;
        _paint.StrokeWidth = (float)width;
        _paint.Color = SKColor.Parse(color).WithAlpha((byte)Math.Round(opacity * 255));
    }
}
