using System.Buffers;
using System.Buffers.Text;
using System.Text;
using System.Xml;

namespace LucidLattice.Output.Svg;

/// <summary>Writes the few forms of XML that drawings need, as UTF-8 and without detours. Every text passes through <see
/// cref="Escaped"/>.</summary>
internal readonly struct XmlBytes(IBufferWriter<byte> output)
{
    private static readonly SearchValues<char> Plain =
        SearchValues.Create([.. Enumerable.Range(0x20, 0x5F).Select(c => (char)c).Where(c => c is not ('<' or '>' or '&' or '"' or '\''))]);

    /// <summary>Markup, as it is.</summary>
    public void Raw(ReadOnlySpan<byte> utf8) => output.Write(utf8);

    /// <summary> name="12.345", rounded to a thousandth.</summary>
    public void Attribute(ReadOnlySpan<byte> name, double value)
    {
        Name(name);
        Number(value);
        Raw("\""u8);
    }

    public void Attribute(ReadOnlySpan<byte> name, string value)
    {
        Name(name);
        Escaped(value);
        Raw("\""u8);
    }

    public void Number(double value)
    {
        var span = output.GetSpan(32);
        var thousandths = (long)Math.Round(value * 1000);
        var at = 0;
        if (thousandths < 0)
        {
            span[at++] = (byte)'-';
            thousandths = -thousandths;
        }
        Utf8Formatter.TryFormat(thousandths / 1000, span[at..], out var written);
        at += written;
        var rest = (int)(thousandths % 1000);
        if (rest > 0)
        {
            span[at++] = (byte)'.';
            for (var unit = 100; rest > 0; rest %= unit, unit /= 10) span[at++] = (byte)('0' + rest / unit);
        }
        output.Advance(at);
    }

    /// <summary>A text as content or as an attribute's value. Control characters become spaces; what XML cannot hold becomes the
    /// replacement character.</summary>
    public void Escaped(ReadOnlySpan<char> text)
    {
        while (text.Length > 0)
        {
            var plain = text.IndexOfAnyExcept(Plain);
            if (plain < 0) plain = text.Length;
            if (plain > 0)
            {
                output.Advance(Encoding.ASCII.GetBytes(text[..plain], output.GetSpan(plain)));
                text = text[plain..];
                continue;
            }
            switch (text[0])
            {
                case '<': Raw("&lt;"u8); break;
                case '>': Raw("&gt;"u8); break;
                case '&': Raw("&amp;"u8); break;
                case '"': Raw("&quot;"u8); break;
                case '\'': Raw("&#39;"u8); break;
                case var c when char.IsControl(c): Raw(" "u8); break;
                case var c when char.IsHighSurrogate(c) && text.Length > 1 && char.IsLowSurrogate(text[1]):
                    output.Advance(Encoding.UTF8.GetBytes(text[..2], output.GetSpan(8)));
                    text = text[1..];
                    break;
                case var c:
                    output.Advance(Encoding.UTF8.GetBytes(XmlConvert.IsXmlChar(c) ? text[..1] : "\uFFFD", output.GetSpan(8)));
                    break;
            }
            text = text[1..];
        }
    }

    private void Name(ReadOnlySpan<byte> name)
    {
        Raw(" "u8);
        Raw(name);
        Raw("=\""u8);
    }
}
