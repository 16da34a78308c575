using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Output.Typesetting;

/// <summary>The font files that ship with the program: the same ones measure texts, draw the PDF and serve the browser.</summary>
public static class Fonts
{
    private const string Hebrew = "Noto Sans Hebrew", Arabic = "Noto Sans Arabic";

    /// <summary>By family name and style. A style that has no file takes the upright one of the same weight.</summary>
    private static readonly Dictionary<(string Family, bool Bold, bool Italic), string> Files = new()
    {
        [("Noto Sans", false, false)] = "NotoSans-Regular.ttf",
        [("Noto Sans", true, false)] = "NotoSans-Bold.ttf",
        [("Noto Sans", false, true)] = "NotoSans-Italic.ttf",
        [("Noto Sans", true, true)] = "NotoSans-BoldItalic.ttf",
        [("Noto Serif", false, false)] = "NotoSerif-Regular.ttf",
        [("Noto Serif", true, false)] = "NotoSerif-Bold.ttf",
        [("Noto Sans Mono", false, false)] = "NotoSansMono-Regular.ttf",
        [("Noto Sans Mono", true, false)] = "NotoSansMono-Bold.ttf",
        [(Hebrew, false, false)] = "NotoSansHebrew-Regular.ttf",
        [(Hebrew, true, false)] = "NotoSansHebrew-Bold.ttf",
        [(Arabic, false, false)] = "NotoSansArabic-Regular.ttf",
        [(Arabic, true, false)] = "NotoSansArabic-Bold.ttf",
    };

    private static readonly Dictionary<string, Lazy<Face>> Faces = Files.Values.Distinct()
        .ToDictionary(f => f, f => new Lazy<Face>(() => Face.Load(f)));

    /// <summary>The names of all font files.</summary>
    public static IEnumerable<string> FileNames => Faces.Keys;

    /// <summary>The name of a font's family in SVG and CSS.</summary>
    public static string FamilyName(Font font) =>
        font.StandIn ?? font.Family switch { FontFamily.Serif => "Noto Serif", FontFamily.Mono => "Noto Sans Mono", _ => "Noto Sans" };

    /// <summary>The bytes of a font file, or null if it does not ship.</summary>
    public static Stream? Open(string file) => Faces.ContainsKey(file) ? typeof(Fonts).Assembly.GetManifestResourceStream(file) : null;

    /// <summary>The face of a font.</summary>
    internal static Face FaceOf(Font font)
    {
        var family = FamilyName(font);
        return Faces[Files.TryGetValue((family, font.Bold, font.Italic), out var file) ? file : Files[(family, font.Bold, false)]].Value;
    }

    /// <summary>The fonts that may draw a text: the font itself first, then those that step in where it has no shape.</summary>
    internal static IEnumerable<Font> Chain(Font font)
        => new[] { font, font with { Family = FontFamily.Sans }, font with { Family = FontFamily.Serif },
            font with { Family = FontFamily.Mono }, font with { StandIn = Hebrew }, font with { StandIn = Arabic } }.Distinct();
}
