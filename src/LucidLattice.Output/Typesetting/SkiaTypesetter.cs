using System.Globalization;
using System.Text;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Output.Typesetting;

/// <summary>Sets texts with the fonts that ship with the program: HarfBuzz shapes, ICU orders directions and breaks lines.</summary>
public sealed class SkiaTypesetter : ITypesetter
{
    /// <summary>The width of the box that stands for a character without a shape, as a part of the font's size.</summary>
    private const double MissingWidth = 0.6;

    public double Width(Font font, ReadOnlySpan<char> text)
    {
        var face = Fonts.FaceOf(font);
        var width = face.PlainWidth(text);
        return float.IsNaN(width) ? Mixed(font, text.ToString()).Sum(s => s.Width) : width * font.Size / face.UnitsPerEm;
    }

    public (double Ascent, double Descent) Extent(Font font)
    {
        var face = Fonts.FaceOf(font);
        return (face.Ascent * font.Size / face.UnitsPerEm, face.Descent * font.Size / face.UnitsPerEm);
    }

    public IReadOnlyList<TextSpan> Spans(Font font, string text)
    {
        var face = Fonts.FaceOf(font);
        var width = face.PlainWidth(text);
        return float.IsNaN(width) ? Mixed(font, text) : [new TextSpan(text, font, width * font.Size / face.UnitsPerEm)];
    }

    public IReadOnlyList<LineBreak> Breaks(string text) => Icu.Breaks(text);

    public bool CanDraw(Rune character) =>
        NeedsNoShape(character) || Fonts.Chain(new Font(FontFamily.Sans, 10)).Any(f => Fonts.FaceOf(f).Has(character));

    /// <summary>A text that is not plain: by direction, then by the fonts that have its characters.</summary>
    private static List<TextSpan> Mixed(Font font, string text)
    {
        if (text.Any(char.IsControl)) text = string.Concat(text.Select(c => char.IsControl(c) ? ' ' : c));
        var spans = new List<TextSpan>();
        var runs = text.Any(MayTurn) ? Icu.VisualRuns(text) : [(0, text.Length, false)];
        foreach (var (start, length, rightToLeft) in runs)
        {
            var ofRun = OfOneDirection(font, text.Substring(start, length), rightToLeft);
            if (rightToLeft) ofRun.Reverse();
            spans.AddRange(ofRun);
        }
        return spans;
    }

    /// <summary>The spans of a run in logical order: each as long as one font can draw it.</summary>
    private static List<TextSpan> OfOneDirection(Font font, string text, bool rightToLeft)
    {
        var spans = new List<TextSpan>();
        var (start, current) = (0, (Font?)null);
        for (var at = 0; at < text.Length;)
        {
            var length = StringInfo.GetNextTextElementLength(text, at);
            var next = FontFor(font, text.AsSpan(at, length), current);
            if (at > start && next != current) Add(at);
            current = next;
            at += length;
        }
        if (text.Length > start) Add(text.Length);
        return spans;

        void Add(int end)
        {
            var part = text[start..end];
            start = end;
            if (current is not { } used)
                spans.Add(new TextSpan(part, font, part.EnumerateRunes().Count() * MissingWidth * font.Size, rightToLeft, Missing: true));
            else
            {
                var face = Fonts.FaceOf(used);
                spans.Add(new TextSpan(part, used, face.Shape(part, rightToLeft).Width * used.Size / face.UnitsPerEm, rightToLeft));
            }
        }
    }

    /// <summary>The font of the chain that has every character of a text element; the one in use goes on where it can. Null if there is
    /// none.</summary>
    private static Font? FontFor(Font font, ReadOnlySpan<char> element, Font? current)
    {
        if (current is { } used && Has(used, element)) return used;
        foreach (var candidate in Fonts.Chain(font))
            if (Has(candidate, element)) return candidate;
        return null;
    }

    private static bool Has(Font font, ReadOnlySpan<char> element)
    {
        var face = Fonts.FaceOf(font);
        foreach (var rune in element.EnumerateRunes())
            if (!NeedsNoShape(rune) && !face.Has(rune)) return false;
        return true;
    }

    private static bool NeedsNoShape(Rune rune) =>
        Rune.GetUnicodeCategory(rune) is UnicodeCategory.Control or UnicodeCategory.Format or UnicodeCategory.LineSeparator
            or UnicodeCategory.ParagraphSeparator || rune.Value is >= 0xFE00 and <= 0xFE0F;

    /// <summary>True for characters that can make a text run from right to left.</summary>
    private static bool MayTurn(char c) =>
        c is >= '\u0590' and < '\u0900' or >= '\uFB1D' and < '\uFE00' or >= '\uFE70' and < '\uFF00' or '\u200F' or >= '\u202A'
            and <= '\u202E' or >= '\u2066' and <= '\u2069' || char.IsSurrogate(c);
}
