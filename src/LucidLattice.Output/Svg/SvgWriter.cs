using System.Buffers;
using System.Text.Json;
using System.Text;
using LucidLattice.Core.Drawing;
using LucidLattice.Output.Typesetting;

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
        foreach (var item in drawing.Items) Write(xml, item, prefix);
        xml.Raw("</svg>"u8);
    }

    private static void Write(XmlBytes xml, DrawItem item, string prefix)
    {
        switch (item)
        {
            case TextRun run: Text(xml, run); break;
            case LineItem line: Line(xml, line); break;
            case RectItem rect: Rect(xml, rect); break;
            case RegionItem region: Region(xml, region, prefix); break;
            case FigureItem figure:
                xml.Raw("<g role=\"group\""u8);
                xml.Attribute("aria-label"u8, figure.AlternativeText);
                xml.Raw(">"u8);
                foreach (var inner in figure.Items) Write(xml, inner, prefix);
                xml.Raw("</g>"u8);
                break;
        }
    }

    private static void Line(XmlBytes xml, LineItem line)
    {
        xml.Raw("<line"u8);
        xml.Attribute("x1"u8, line.X1);
        xml.Attribute("y1"u8, line.Y1);
        xml.Attribute("x2"u8, line.X2);
        xml.Attribute("y2"u8, line.Y2);
        xml.Attribute("stroke-width"u8, line.Thickness);
        xml.Attribute("stroke"u8, line.Color);
        xml.Raw("/>"u8);
    }

    private static void Rect(XmlBytes xml, RectItem rect)
    {
        xml.Raw("<rect"u8);
        Area(xml, rect.X, rect.Y, rect.Width, rect.Height);
        xml.Attribute("fill"u8, rect.Fill ?? "none");
        if (rect.Stroke is not null)
        {
            xml.Attribute("stroke"u8, rect.Stroke);
            xml.Attribute("stroke-width"u8, rect.StrokeWidth);
        }
        if (rect.Opacity < 1) xml.Attribute("opacity"u8, rect.Opacity);
        xml.Raw("/>"u8);
    }

    private static void Text(XmlBytes xml, TextRun run)
    {
        xml.Raw("<text"u8);
        // Letters that run from right to left start at their right end, and no other direction is to be found in them again.
        xml.Attribute("x"u8, run.RightToLeft && run.Rotation == 0 ? run.X + run.Width : run.X);
        xml.Attribute("y"u8, run.RightToLeft && run.Rotation != 0 ? run.Y - run.Width : run.Y);
        xml.Attribute("font-size"u8, run.Font.Size);
        xml.Attribute("font-family"u8, Fonts.FamilyName(run.Font));
        if (run.Font.Bold) xml.Raw(" font-weight=\"700\""u8);
        if (run.Font.Italic) xml.Raw(" font-style=\"italic\""u8);
        xml.Attribute("fill"u8, run.Color);
        if (run.RightToLeft) xml.Raw(" direction=\"rtl\" unicode-bidi=\"bidi-override\""u8);
        if (run.Rotation != 0)
        {
            xml.Raw(" transform=\"rotate("u8);
            xml.Number(run.Rotation);
            xml.Raw(" "u8);
            xml.Number(run.X);
            xml.Raw(" "u8);
            xml.Number(run.RightToLeft ? run.Y - run.Width : run.Y);
            xml.Raw(")\""u8);
        }
        xml.Raw(" xml:space=\"preserve\">"u8);
        xml.Escaped(run.Text);
        xml.Raw("</text>"u8);
    }

    /// <summary>A transparent area that the reading surface finds by its data attributes, and that can be reached by keyboard.</summary>
    private static void Region(XmlBytes xml, RegionItem region, string prefix)
    {
        xml.Raw("<rect"u8);
        Area(xml, region.X, region.Y, region.Width, region.Height);
        xml.Attribute("id"u8, $"{prefix}{region.Id}");
        xml.Raw(" fill=\"#000000\" fill-opacity=\"0\""u8);
        xml.Raw(region.Action is null ? " class=\"mark\""u8 : " class=\"mark linked\""u8);
        xml.Attribute("data-mark"u8, region.Id);
        xml.Attribute("data-label"u8, region.Label);
        xml.Attribute("data-figure"u8, region.Figure);
        xml.Raw(" tabindex=\"0\""u8);
        xml.Raw(region.Action is null ? " role=\"img\""u8 : " role=\"link\""u8);
        xml.Attribute("aria-label"u8, $"{region.Label} {region.Figure}{(region.Action is null ? "" : $", opens {region.Action.Title}")}");
        if (region.Action is { } action)
        {
            xml.Attribute("data-report"u8, action.Report);
            xml.Attribute("data-title"u8, action.Title);
            xml.Attribute("data-open"u8, JsonNamingPolicy.CamelCase.ConvertName(action.Open.ToString()));
            xml.Attribute("data-values"u8, JsonSerializer.Serialize(action.Values));
            if (action.Proof is not null) xml.Attribute("data-proof"u8, action.Proof);
        }
        xml.Raw("/>"u8);
    }

    private static void Area(XmlBytes xml, double x, double y, double width, double height)
    {
        xml.Attribute("x"u8, x);
        xml.Attribute("y"u8, y);
        xml.Attribute("width"u8, width);
        xml.Attribute("height"u8, height);
    }
}
