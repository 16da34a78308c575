using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Xml;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Output;

/// <summary>Writes a drawing as SVG: presentation attributes only, every text escaped, no script, no style element.</summary>
public static class SvgWriter
{
    /// <param name="prefix">Keeps ids apart when several drawings stand in one document.</param>
    /// <param name="label">What the picture is, for those who cannot see it.</param>
    public static string Write(PageDrawing drawing, string prefix, string? label = null)
    {
        var text = new StringBuilder(64 * 1024);
        var settings = new XmlWriterSettings { OmitXmlDeclaration = true, CheckCharacters = true };
        using (var xml = XmlWriter.Create(text, settings))
        {
            xml.WriteStartElement("svg", "http://www.w3.org/2000/svg");
            xml.WriteAttributeString("viewBox", $"0 0 {N(drawing.Width)} {N(drawing.Height)}");
            xml.WriteAttributeString("width", N(drawing.Width));
            xml.WriteAttributeString("height", N(drawing.Height));
            xml.WriteAttributeString("class", "drawing");
            if (label is not null) xml.WriteAttributeString("aria-label", Clean(label));
            foreach (var item in drawing.Items) Write(xml, item, prefix);
            xml.WriteEndElement();
        }
        return text.ToString();
    }

    private static void Write(XmlWriter xml, DrawItem item, string prefix)
    {
        switch (item)
        {
            case TextRun run:
                Text(xml, run);
                break;
            case LineItem line:
                xml.WriteStartElement("line");
                Attributes(xml, ("x1", line.X1), ("y1", line.Y1), ("x2", line.X2), ("y2", line.Y2), ("stroke-width", line.Thickness));
                xml.WriteAttributeString("stroke", line.Color);
                xml.WriteEndElement();
                break;
            case RectItem rect:
                xml.WriteStartElement("rect");
                Attributes(xml, ("x", rect.X), ("y", rect.Y), ("width", rect.Width), ("height", rect.Height));
                xml.WriteAttributeString("fill", rect.Fill ?? "none");
                if (rect.Stroke is not null)
                {
                    xml.WriteAttributeString("stroke", rect.Stroke);
                    Attributes(xml, ("stroke-width", rect.StrokeWidth));
                }
                if (rect.Opacity < 1) Attributes(xml, ("opacity", rect.Opacity));
                xml.WriteEndElement();
                break;
            case FigureItem figure:
                xml.WriteStartElement("g");
                xml.WriteAttributeString("role", "group");
                xml.WriteAttributeString("aria-label", Clean(figure.AlternativeText));
                foreach (var inner in figure.Items) Write(xml, inner, prefix);
                xml.WriteEndElement();
                break;
            case RegionItem region:
                Region(xml, region, prefix);
                break;
        }
    }

    private static void Text(XmlWriter xml, TextRun run)
    {
        xml.WriteStartElement("text");
        Attributes(xml, ("x", run.X), ("y", run.Y), ("font-size", run.Font.Size));
        xml.WriteAttributeString("font-family", Fonts.FamilyName(run.Font.Family));
        if (run.Font.Bold) xml.WriteAttributeString("font-weight", "700");
        if (run.Font.Italic) xml.WriteAttributeString("font-style", "italic");
        xml.WriteAttributeString("fill", run.Color);
        if (run.Rotation != 0) xml.WriteAttributeString("transform", $"rotate({N(run.Rotation)} {N(run.X)} {N(run.Y)})");
        xml.WriteAttributeString("xml", "space", null, "preserve");
        xml.WriteString(Clean(run.Text));
        xml.WriteEndElement();
    }

    /// <summary>A transparent area that the reading surface finds by its data attributes, and that can be reached by keyboard.</summary>
    private static void Region(XmlWriter xml, RegionItem region, string prefix)
    {
        xml.WriteStartElement("rect");
        Attributes(xml, ("x", region.X), ("y", region.Y), ("width", region.Width), ("height", region.Height));
        xml.WriteAttributeString("id", $"{prefix}{region.Id}");
        xml.WriteAttributeString("fill", "#000000");
        xml.WriteAttributeString("fill-opacity", "0");
        xml.WriteAttributeString("class", region.Action is null ? "mark" : "mark linked");
        xml.WriteAttributeString("data-mark", region.Id);
        xml.WriteAttributeString("data-label", Clean(region.Label));
        xml.WriteAttributeString("data-figure", Clean(region.Figure));
        xml.WriteAttributeString("tabindex", "0");
        xml.WriteAttributeString("role", region.Action is null ? "img" : "link");
        xml.WriteAttributeString("aria-label", Clean($"{region.Label} {region.Figure}{(region.Action is null ? "" : $", opens {region.Action.Title}")}"));
        if (region.Action is { } action)
        {
            xml.WriteAttributeString("data-report", Clean(action.Report));
            xml.WriteAttributeString("data-title", Clean(action.Title));
            xml.WriteAttributeString("data-open", JsonNamingPolicy.CamelCase.ConvertName(action.Open.ToString()));
            xml.WriteAttributeString("data-values", Clean(JsonSerializer.Serialize(action.Values)));
        }
        xml.WriteEndElement();
    }

    private static void Attributes(XmlWriter xml, params ReadOnlySpan<(string Name, double Value)> attributes)
    {
        foreach (var (name, value) in attributes) xml.WriteAttributeString(name, N(value));
    }

    private static string N(double value) => Math.Round(value, 3).ToString("0.###", CultureInfo.InvariantCulture);

    /// <summary>Characters that XML 1.0 cannot hold become the replacement character.</summary>
    private static string Clean(string text)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (XmlConvert.IsXmlChar(text[i])) continue;
            if (i + 1 < text.Length && XmlConvert.IsXmlSurrogatePair(text[i + 1], text[i])) i++;
            else return string.Concat(text.EnumerateRunes().Select(r => r.Value < 0x10000 && !XmlConvert.IsXmlChar((char)r.Value) ? "\uFFFD" : r.ToString()));
        }
        return text;
    }
}
