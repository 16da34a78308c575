using System.Collections.Concurrent;
using LucidLattice.Core.Drawing;
using SkiaSharp;

namespace LucidLattice.Output;

/// <summary>
/// Measures texts by adding up the advances of their glyphs. Kerning and ligatures are off in every output, so the sum is
/// exact in all of them, and measuring costs one look-up a character.
/// </summary>
public sealed class SkiaTextMeasurer : ITextMeasurer
{
    private const float UnitsPerEm = 1000;
    private readonly ConcurrentDictionary<SKTypeface, Advances> _advances = new();

    public double Width(Font font, ReadOnlySpan<char> text) => Of(font).Width(text) * font.Size / UnitsPerEm;

    public (double Ascent, double Descent) Extent(Font font)
    {
        var metrics = Of(font);
        return (metrics.Ascent * font.Size / UnitsPerEm, metrics.Descent * font.Size / UnitsPerEm);
    }

    private Advances Of(Font font) => _advances.GetOrAdd(Fonts.Face(font), face => new Advances(face));

    private sealed class Advances
    {
        private readonly SKFont _font;
        private readonly float[] _byChar = new float[0x10000];

        public Advances(SKTypeface face)
        {
            _font = new SKFont(face, UnitsPerEm) { Hinting = SKFontHinting.None, Subpixel = true, LinearMetrics = true };
            Array.Fill(_byChar, -1);
            Ascent = -_font.Metrics.Ascent;
            Descent = _font.Metrics.Descent;
        }

        public float Ascent { get; }
        public float Descent { get; }

        public double Width(ReadOnlySpan<char> text)
        {
            var width = 0.0;
            for (var i = 0; i < text.Length; i++)
            {
                if (char.IsHighSurrogate(text[i]) && i + 1 < text.Length)
                {
                    lock (_font) width += _font.MeasureText(text.Slice(i, 2));
                    i++;
                    continue;
                }
                var advance = _byChar[text[i]];
                if (advance < 0)
                {
                    lock (_font) advance = _font.MeasureText(text.Slice(i, 1));
                    _byChar[text[i]] = advance;
                }
                width += advance;
            }
            return width;
        }
    }
}
