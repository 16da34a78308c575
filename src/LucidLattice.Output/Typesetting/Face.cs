using HarfBuzzSharp;
using SkiaSharp;
using Buffer = HarfBuzzSharp.Buffer;
using ShapingFont = HarfBuzzSharp.Font;

namespace LucidLattice.Output.Typesetting;

/// <summary>
/// One font file. Plain text (Latin, Greek, Cyrillic letters without combining marks, figures, punctuation) is set from
/// tables of advances and kerning pairs, which HarfBuzz fills once; everything else is shaped by HarfBuzz.
/// Ligatures are off in every output, so that a text stays a row of letters.
/// </summary>
internal sealed class Face
{
    /// <summary>Plain characters below this have rows in the table of kerning pairs; others are kerned by asking each time.</summary>
    private const int TableSize = 0x530;
    private const float Unknown = float.NegativeInfinity;
    private static readonly Feature[] Features = [Off("liga"), Off("clig"), Off("calt")];

    private readonly ShapingFont _shaping;
    private readonly SKFont _font;
    private readonly float[] _advances = new float[0x10000];
    private readonly ushort[] _glyphs = new ushort[0x10000];
    private readonly float[]?[] _kerning = new float[TableSize][];

    /// <summary>What both libraries read, where it is not part of the program's own file.</summary>
    private static readonly System.Collections.Concurrent.ConcurrentBag<SKData> Kept = [];

    private Face(SKTypeface typeface, ShapingFont shaping, float unitsPerEm)
    {
        (Typeface, _shaping, UnitsPerEm) = (typeface, shaping, unitsPerEm);
        Array.Fill(_advances, Unknown);
        _font = new SKFont(typeface, unitsPerEm);
        (Ascent, Descent) = (-_font.Metrics.Ascent, _font.Metrics.Descent);
    }

    public SKTypeface Typeface { get; }
    public float UnitsPerEm { get; }

    /// <summary>In font units, like every length here.</summary>
    public float Ascent { get; }
    public float Descent { get; }

    public static unsafe Face Load(string file)
    {
        using var stream = (UnmanagedMemoryStream)typeof(Face).Assembly.GetManifestResourceStream(file)!;
        // Fonts that ship stay where the program's own file is mapped, for as long as the program runs; both libraries read them there.
        var (start, length) = ((nint)stream.PositionPointer, (int)stream.Length);
        using var data = SKData.Create(start, length);
        var typeface = SKTypeface.FromData(data);
        var shaping = new ShapingFont(new HarfBuzzSharp.Face(new Blob(start, length, MemoryMode.ReadOnly), 0));
        shaping.SetScale(typeface.UnitsPerEm, typeface.UnitsPerEm);
        shaping.SetFunctionsOpenType();
        return new Face(typeface, shaping, typeface.UnitsPerEm);
    }

    /// <summary>A font of the installation: the first of its file.</summary>
    public static Face LoadFile(string path)
    {
        // Kept for as long as the program runs, as the fonts that ship are.
        var data = SKData.Create(path);
        var typeface = SKTypeface.FromData(data);
        var shaping = new ShapingFont(new HarfBuzzSharp.Face(new Blob(data.Data, (int)data.Size, MemoryMode.ReadOnly), 0));
        shaping.SetScale(typeface.UnitsPerEm, typeface.UnitsPerEm);
        shaping.SetFunctionsOpenType();
        Kept.Add(data);
        return new Face(typeface, shaping, typeface.UnitsPerEm);
    }

    public bool Has(System.Text.Rune rune) => _font.ContainsGlyph(rune.Value);

    /// <summary>The width of a plain text, or NaN if it is not plain, or this face lacks a letter of it.</summary>
    public float PlainWidth(ReadOnlySpan<char> text)
    {
        var width = 0f;
        for (var i = 0; i < text.Length; i++)
        {
            width += Advance(text[i]);
            if (float.IsNaN(width)) return width;
            if (i > 0) width += Kerning(text[i - 1], text[i]);
        }
        return width;
    }

    /// <summary>Fills in the glyphs of a plain text and the places of their left ends. False if no pair of letters is kerned.</summary>
    public bool PlainGlyphs(ReadOnlySpan<char> text, Span<ushort> glyphs, Span<float> places)
    {
        var (x, kerned) = (0f, false);
        for (var i = 0; i < text.Length; i++)
        {
            if (i > 0 && Kerning(text[i - 1], text[i]) is not 0 and var kern)
            {
                x += kern;
                kerned = true;
            }
            places[i] = x;
            x += Advance(text[i]);
            glyphs[i] = _glyphs[text[i]];
        }
        return kerned;
    }

    /// <summary>Shapes any text of one direction. Glyphs come from left to right, each with the index of the first character that it stands
    /// for.</summary>
    public (ushort[] Glyphs, SKPoint[] Places, int[] Characters, float Width) Shape(ReadOnlySpan<char> text, bool rightToLeft)
    {
        using var buffer = new Buffer();
        buffer.AddUtf16(text);
        buffer.GuessSegmentProperties();
        buffer.Direction = rightToLeft ? Direction.RightToLeft : Direction.LeftToRight;
        lock (_shaping) _shaping.Shape(buffer, Features);
        var (infos, positions) = (buffer.GlyphInfos, buffer.GlyphPositions);
        var (glyphs, places, characters, x) = (new ushort[infos.Length], new SKPoint[infos.Length], new int[infos.Length], 0f);
        for (var i = 0; i < infos.Length; i++)
        {
            glyphs[i] = (ushort)infos[i].Codepoint;
            characters[i] = (int)infos[i].Cluster;
            places[i] = new SKPoint(x + positions[i].XOffset, -positions[i].YOffset);
            x += positions[i].XAdvance;
        }
        return (glyphs, places, characters, x);
    }

    private float Advance(char c)
    {
        var advance = _advances[c];
        if (advance != Unknown) return advance;
        var glyph = char.IsControl(c) ? _font.GetGlyph(' ') : IsPlain(c) ? _font.GetGlyph(c) : (ushort)0;
        _glyphs[c] = glyph;
        return _advances[c] = glyph == 0 ? float.NaN : Shape(char.IsControl(c) ? " " : [c], false).Width;
    }

    private float Kerning(char first, char second)
    {
        if (first >= TableSize || second >= TableSize) return Ask(first, second);
        var row = _kerning[first];
        if (row is null)
        {
            row = new float[TableSize];
            Array.Fill(row, Unknown);
            _kerning[first] = row;
        }
        var kern = row[second];
        return kern != Unknown ? kern : row[second] = Ask(first, second);
    }

    private float Ask(char first, char second)
        => char.IsControl(first) || char.IsControl(second) ? 0 : Shape([first, second], false).Width - Advance(first) - Advance(second);

    /// <summary>Characters that are set one after another from left to right, and that nothing changes but kerning.</summary>
    private static bool IsPlain(char c) => c switch
    {
        '\u00AD' => false,
        < '\u0300' => true,
        >= '\u0370' and < '\u0483' or >= '\u048A' and < '\u0530' => true,
        >= '\u1E00' and < '\u2000' => true,
        >= '\u2000' and <= '\u200A' or >= '\u2010' and <= '\u2027' or >= '\u202F' and <= '\u205E' => true,
        >= '\u20A0' and < '\u20D0' or >= '\u2100' and < '\u2300' => true,
        _ => false,
    };

    private static Feature Off(string tag) => new(Tag.Parse(tag), 0);
}
