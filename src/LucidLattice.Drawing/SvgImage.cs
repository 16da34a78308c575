using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml;

namespace LucidLattice.Drawing;

/// <summary>
/// Looks through an SVG file (SVG 2, W3C) before it is ever drawn: nothing in it may run, move, fetch or ask for more work than a picture
/// does. Where it cannot be drawn safely it is refused as a whole, with what is in the way.
/// </summary>
public static partial class SvgImage
{
    public const int MostElements = 20_000, MostDrawn = 50_000, MostDeep = 64;

    private const string Namespace = "http://www.w3.org/2000/svg";

    /// <summary>Stands for the file's outermost element, which no other can use.</summary>
    private const string Whole = " ";

    /// <summary>A picture without a size of its own is as large as browsers take it.</summary>
    private const int UsualWidth = 300, UsualHeight = 150;

    private static readonly HashSet<string> Refused = new(StringComparer.OrdinalIgnoreCase)
    {
        "script", "foreignObject", "iframe", "object", "embed", "animate", "animateMotion", "animateTransform", "animateColor", "set", "a",
        "audio", "video", "handler", "listener", "filter", "feImage",
    };

    private static readonly HashSet<string> Texts = new(StringComparer.OrdinalIgnoreCase) { "text", "tspan", "textPath", "tref" };

    /// <summary>An element while it is read: what is drawn for it, with all that it uses.</summary>
    private sealed record OpenTag(string? Id, List<string> Uses)
    {
        public int Elements { get; set; } = 1;
    }

    /// <summary>True if the file begins as one in XML may.</summary>
    public static bool Looks(ReadOnlySpan<byte> bytes)
    {
        if (bytes is [0xEF, 0xBB, 0xBF, ..]) bytes = bytes[3..];
        return bytes.TrimStart(" \t\r\n"u8) is [(byte)'<', ..];
    }

    /// <summary>The size of the picture, in its own units.</summary>
    /// <exception cref="FormatException">It is no SVG file, or not one that is taken.</exception>
    public static (int Width, int Height) Check(byte[] bytes)
    {
        try
        {
            using var reader = XmlReader.Create(new MemoryStream(bytes), new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null, MaxCharactersInDocument = ImageContent.MostBytes,
                IgnoreComments = true,
            });
            return Check(reader);
        }
        catch (XmlException e)
        {
            throw new FormatException(e.Message.Contains("DTD", StringComparison.Ordinal)
                ? "The SVG file has a document type with it; save it as plain SVG."
                : $"The SVG file cannot be read at line {e.LineNumber}: it is no well-formed XML.");
        }
    }

    private static (int Width, int Height) Check(XmlReader reader)
    {
        (int, int)? size = null;
        var (count, inStyle) = (0, false);
        var open = new Stack<OpenTag>();
        var known = new Dictionary<string, OpenTag>();
        while (reader.Read())
        {
            switch (reader.NodeType)
            {
                case XmlNodeType.Element:
                    if (++count > MostElements) throw new FormatException($"The SVG file has more than {MostElements:N0} elements.");
                    if (open.Count >= MostDeep) throw new FormatException($"The SVG file is nested more than {MostDeep} deep.");
                    if (size is null && (reader.LocalName != "svg" || reader.NamespaceURI != Namespace))
                        throw new FormatException("This is no SVG file.");
                    if (Texts.Contains(reader.LocalName))
                        throw new FormatException("The SVG file contains text, whose font would differ between machines. "
                            + "Convert its text to paths, and add the file again.");
                    if (Refused.Contains(reader.LocalName)) throw Unsafe($"an element “{reader.LocalName}”");
                    inStyle = reader.LocalName.Equals("style", StringComparison.OrdinalIgnoreCase);
                    var isEmpty = reader.IsEmptyElement;
                    var entered = Attributes(reader, out var found);
                    size ??= found;
                    known.TryAdd(count == 1 ? Whole : entered.Id ?? Whole, entered);
                    if (isEmpty) Close(entered, open);
                    else open.Push(entered);
                    break;
                case XmlNodeType.EndElement:
                    inStyle = false;
                    Close(open.Pop(), open);
                    break;
                case XmlNodeType.Text or XmlNodeType.CDATA when inStyle:
                    Text(reader.Value);
                    break;
                case XmlNodeType.ProcessingInstruction:
                    throw Unsafe("a processing instruction");
            }
        }
        Drawn(known);
        return size ?? throw new FormatException("This is no SVG file.");
    }

    private static void Close(OpenTag closed, Stack<OpenTag> around)
    {
        if (!around.TryPeek(out var outer)) return;
        outer.Elements += closed.Elements;
        outer.Uses.AddRange(closed.Uses);
    }

    /// <summary>What uses what, counted through: a few lines that use each other would draw millions.</summary>
    private static void Drawn(Dictionary<string, OpenTag> known)
    {
        var drawn = new Dictionary<string, long>();
        foreach (var id in known.Keys)
            if (Count(id, 0) > MostDrawn) throw new FormatException($"The SVG file would draw more than {MostDrawn:N0} elements.");

        long Count(string id, int depth)
        {
            if (drawn.TryGetValue(id, out var before)) return before;
            if (depth > MostDeep) throw new FormatException($"Elements of the SVG file use each other more than {MostDeep} deep.");
            if (!known.TryGetValue(id, out var element)) return 0;
            var sum = (long)element.Elements;
            foreach (var used in element.Uses) sum = Math.Min(long.MaxValue / 4, sum + Count(used, depth + 1));
            return drawn[id] = sum;
        }
    }

    private static OpenTag Attributes(XmlReader reader, out (int, int) size)
    {
        var open = new OpenTag(reader.GetAttribute("id"), []);
        size = Size(reader.GetAttribute("width"), reader.GetAttribute("height"), reader.GetAttribute("viewBox"));
        var isImage = reader.LocalName.Equals("image", StringComparison.OrdinalIgnoreCase);
        for (var more = reader.MoveToFirstAttribute(); more; more = reader.MoveToNextAttribute())
        {
            if (reader.NamespaceURI == "http://www.w3.org/2000/xmlns/") continue;
            if (reader.LocalName.StartsWith("on", StringComparison.OrdinalIgnoreCase)) throw Unsafe($"an attribute “{reader.LocalName}”");
            if (reader.LocalName.ToLowerInvariant() is "href" or "src")
            {
                var at = reader.Value.Trim();
                if (at.StartsWith('#')) open.Uses.Add(at[1..]);
                else if (isImage && Embedded().Match(at) is { Success: true } inside) Embedded(inside.Groups["data"].Value);
                else throw Unsafe("something to fetch");
                continue;
            }
            Text(reader.Value);
        }
        reader.MoveToElement();
        return open;
    }

    /// <summary>A picture within the picture has the bounds of any other.</summary>
    private static void Embedded(string data)
    {
        var bytes = Convert.FromBase64String(data);
        if (Looks(bytes)) throw Unsafe("another SVG file");
        ImageContent.Read(bytes);
    }

    [GeneratedRegex("^data:image/(png|jpeg);base64,(?<data>[A-Za-z0-9+/=\\s]*)$", RegexOptions.IgnoreCase)]
    private static partial Regex Embedded();

    /// <summary>Styles may name what is in the file, and nothing else.</summary>
    private static void Text(string text)
    {
        if (Array.Exists(["@import", "javascript:", "\\"], w => text.Contains(w, StringComparison.OrdinalIgnoreCase)))
            throw Unsafe("a style that fetches something");
        for (var at = 0; (at = text.IndexOf("url(", at, StringComparison.OrdinalIgnoreCase)) >= 0; at += 4)
            if (text.AsSpan(at + 4).TrimStart(" '\"\t\r\n") is not ['#', ..]) throw Unsafe("a style that fetches something");
    }

    private static FormatException Unsafe(string what) =>
        new($"The SVG file has {what} in it, which a picture does not need; take it out.");

    private static (int Width, int Height) Size(string? width, string? height, string? viewBox)
    {
        var box = viewBox?.Split([' ', ',', '\t', '\r', '\n'], StringSplitOptions.RemoveEmptyEntries) is { Length: 4 } four ? four : null;
        return (Rounded(width, box?[2], UsualWidth), Rounded(height, box?[3], UsualHeight));

        static int Rounded(string? given, string? of, int usual) =>
            Number(given) is { } own ? own : Number(of) is { } boxed ? boxed : usual;

        // A share of what is around says nothing about the picture itself.
        static int? Number(string? text)
        {
            if (text is null || text.EndsWith('%')) return null;
            var digits = text.AsSpan().TrimEnd("abcdefghijklmnopqrstuvwxyz ");
            return double.TryParse(digits, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && number is > 0 and < 100_000
                ? Math.Max(1, (int)Math.Round(number)) : null;
        }
    }
}
