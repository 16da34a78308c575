using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using SkiaSharp;

namespace LucidLattice.Output;

/// <summary>The font files that ship with the program: the same ones measure texts, draw the PDF and serve the browser.</summary>
public static class Fonts
{
    private static readonly Dictionary<(FontFamily, bool Bold, bool Italic), string> Files = new()
    {
        [(FontFamily.Sans, false, false)] = "NotoSans-Regular.ttf",
        [(FontFamily.Sans, true, false)] = "NotoSans-Bold.ttf",
        [(FontFamily.Sans, false, true)] = "NotoSans-Italic.ttf",
        [(FontFamily.Sans, true, true)] = "NotoSans-BoldItalic.ttf",
        [(FontFamily.Serif, false, false)] = "NotoSerif-Regular.ttf",
        [(FontFamily.Serif, true, false)] = "NotoSerif-Bold.ttf",
        [(FontFamily.Mono, false, false)] = "NotoSansMono-Regular.ttf",
        [(FontFamily.Mono, true, false)] = "NotoSansMono-Bold.ttf",
    };

    private static readonly Dictionary<string, SKTypeface> Faces = Files.Values.Distinct().ToDictionary(f => f, Load);

    /// <summary>The names of all font files.</summary>
    public static IEnumerable<string> FileNames => Faces.Keys;

    /// <summary>The family's name in SVG and CSS.</summary>
    public static string FamilyName(FontFamily family) => family switch { FontFamily.Serif => "Noto Serif", FontFamily.Mono => "Noto Sans Mono", _ => "Noto Sans" };

    /// <summary>The bytes of a font file, or null if it does not ship.</summary>
    public static Stream? Open(string file) => Faces.ContainsKey(file) ? typeof(Fonts).Assembly.GetManifestResourceStream(file) : null;

    /// <summary>The face of a font; serif and mono have no italics, so they stand upright.</summary>
    public static SKTypeface Face(Font font)
        => Faces[Files.TryGetValue((font.Family, font.Bold, font.Italic), out var file) ? file : Files[(font.Family, font.Bold, false)]];

    private static SKTypeface Load(string file)
    {
        using var stream = typeof(Fonts).Assembly.GetManifestResourceStream(file)!;
        return SKTypeface.FromStream(stream);
    }
}
