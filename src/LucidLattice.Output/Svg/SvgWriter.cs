using System.Buffers;
using System.Text;
using LucidLattice.Drawing;

namespace LucidLattice.Output.Svg;

/// <summary>Writes a drawing as SVG: presentation attributes only, every text escaped, no script, no style element.</summary>
public static class SvgWriter
{
    /// <summary>The drawing as a text.</summary>
    /// <param name="prefix">Keeps ids apart when several drawings stand in one document.</param>
    /// <param name="label">What the picture is, for those who cannot see it.</param>
    public static string Write(PageDrawing drawing, string prefix, string? label = null)
    {
        var buffer = new ArrayBufferWriter<byte>(16 * 1024);
        Write(drawing, buffer, prefix, label);
        return Encoding.UTF8.GetString(buffer.WrittenSpan);
    }

    /// <summary>The drawing as UTF-8, written as it is made.</summary>
    public static void Write(PageDrawing drawing, IBufferWriter<byte> output, string prefix, string? label = null)
    {
        var xml = new XmlBytes(output);
        xml.Raw("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 "u8);
        xml.Number(drawing.Width);
        xml.Raw(" "u8);
        xml.Number(drawing.Height);
        xml.Raw("\""u8);
        xml.Attribute("width"u8, drawing.Width);
        xml.Attribute("height"u8, drawing.Height);
        xml.Raw(" class=\"drawing\""u8);
        if (label is not null) xml.Attribute("aria-label"u8, label);
        xml.Raw(">"u8);
        var writer = new SvgItems(xml, prefix);
        foreach (var item in drawing.Items) writer.Write(item);
        xml.Raw("</svg>"u8);
    }
}
