using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Output.Typesetting;

/// <summary>
/// The fonts of reports: those that ship with the program, and those of the installation, which step in where the shipped ones have no
/// letters. The same ones measure texts, draw the PDF and serve the browser.
/// </summary>
public static class Fonts
{
    /// <summary>More files than these are not looked at.</summary>
    public const int MostFiles = 300;

    private const string Hebrew = "Noto Sans Hebrew", Arabic = "Noto Sans Arabic";
    private static readonly string[] Endings = [".ttf", ".otf", ".ttc"];
    private static readonly Lock Adding = new();

    private static readonly FontFile[] Shipped =
    [
        new("NotoSans-Regular.ttf", "Noto Sans", false, false),
        new("NotoSans-Bold.ttf", "Noto Sans", true, false),
        new("NotoSans-Italic.ttf", "Noto Sans", false, true),
        new("NotoSans-BoldItalic.ttf", "Noto Sans", true, true),
        new("NotoSerif-Regular.ttf", "Noto Serif", false, false),
        new("NotoSerif-Bold.ttf", "Noto Serif", true, false),
        new("NotoSansMono-Regular.ttf", "Noto Sans Mono", false, false),
        new("NotoSansMono-Bold.ttf", "Noto Sans Mono", true, false),
        new("NotoSansHebrew-Regular.ttf", Hebrew, false, false),
        new("NotoSansHebrew-Bold.ttf", Hebrew, true, false),
        new("NotoSansArabic-Regular.ttf", Arabic, false, false),
        new("NotoSansArabic-Bold.ttf", Arabic, true, false),
    ];

    private static volatile FontSet _set = new(Shipped, []);

    /// <summary>The names of the font files that ship.</summary>
    public static IEnumerable<string> FileNames => Shipped.Select(f => f.Name);

    /// <summary>Of the installation: the family, the style and the name of each file.</summary>
    public static IEnumerable<(string Family, bool Bold, bool Italic, string File)> Own =>
        _set.Own.Select(f => (f.Family, f.Bold, f.Italic, f.Name));

    /// <summary>Takes in the font files of a folder, and of those in it. What cannot be used is said in sentences.</summary>
    public static IReadOnlyList<string> Add(string folder)
    {
        if (!Directory.Exists(folder)) return [];
        var within = new EnumerationOptions { RecurseSubdirectories = true, IgnoreInaccessible = true };
        var files = Directory.EnumerateFiles(folder, "*", within)
            .Where(f => Endings.Contains(Path.GetExtension(f).ToLowerInvariant())).Order(StringComparer.Ordinal).ToList();
        var problems = new List<string>();
        if (files.Count > MostFiles)
            problems.Add($"Of the {files.Count:N0} font files in {folder}, the first {MostFiles} are used. Leave there those that are "
                + "needed.");
        lock (Adding)
        {
            var own = _set.Own.ToList();
            foreach (var path in files.Take(MostFiles).Where(p => own.All(f => f.Path != p)))
            {
                var found = FontFile.Look(path);
                if (found is null) problems.Add($"{path} cannot be read as a font.");
                else if (Shipped.Concat(own).All(f => (f.Family, f.Bold, f.Italic) != (found.Family, found.Bold, found.Italic)))
                    own.Add(found);
            }
            _set = new FontSet(Shipped, own);
        }
        return problems;
    }

    /// <summary>The name of a font's family in SVG and CSS.</summary>
    public static string FamilyName(Font font) =>
        font.StandIn ?? font.Family switch { FontFamily.Serif => "Noto Serif", FontFamily.Mono => "Noto Sans Mono", _ => "Noto Sans" };

    /// <summary>The bytes of a font file, or null if there is none of this name.</summary>
    public static Stream? Open(string file) => _set.All.FirstOrDefault(f => f.Name == file)?.Open();

    /// <summary>The face of a font.</summary>
    internal static Face FaceOf(Font font) => _set.Find(FamilyName(font), font.Bold, font.Italic).Face;

    /// <summary>The fonts that may draw a text: the font itself first, then those that step in where it has no shape.</summary>
    internal static IEnumerable<Font> Chain(Font font)
        => new[] { font, font with { Family = FontFamily.Sans }, font with { Family = FontFamily.Serif },
            font with { Family = FontFamily.Mono }, font with { StandIn = Hebrew }, font with { StandIn = Arabic } }
            .Concat(_set.OwnFamilies.Select(family => font with { StandIn = family })).Distinct();

    /// <summary>All fonts at one time.</summary>
    private sealed class FontSet(IReadOnlyList<FontFile> shipped, IReadOnlyList<FontFile> own)
    {
        private readonly ILookup<string, FontFile> _byFamily = shipped.Concat(own).ToLookup(f => f.Family);

        public IReadOnlyList<FontFile> Own => own;
        public IEnumerable<FontFile> All => shipped.Concat(own);

        /// <summary>Plain ones first: what is made for titles or code is the last resort.</summary>
        public IReadOnlyList<string> OwnFamilies { get; } = [.. own.Select(f => f.Family).Distinct()
            .OrderBy(f => f.Contains("Mono", StringComparison.Ordinal) || f.Contains("Display", StringComparison.Ordinal))
            .ThenBy(f => f.Contains("Serif", StringComparison.Ordinal)).ThenBy(f => f, StringComparer.Ordinal)];

        /// <summary>A style that has no file takes the upright one of the same weight, or whatever the family has.</summary>
        public FontFile Find(string family, bool bold, bool italic) => _byFamily[family]
            .OrderByDescending(f => f.Bold == bold).ThenByDescending(f => f.Italic == italic).ThenBy(f => f.Italic).First();
    }
}
