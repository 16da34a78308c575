using SkiaSharp;

namespace LucidLattice.Output.Typesetting;

/// <summary>One style of a family, and where its file is.</summary>
/// <param name="Family">As the file itself calls it.</param>
/// <param name="Path">Of a font of the installation; null for one that ships with the program.</param>
internal sealed record FontFile(string Name, string Family, bool Bold, bool Italic, string? Path = null)
{
    private readonly Lazy<Face> _face = new(() => Path is null ? Face.Load(Name) : Face.LoadFile(Path));

    public Face Face => _face.Value;

    public Stream Open() => Path is null ? typeof(FontFile).Assembly.GetManifestResourceStream(Name)! : File.OpenRead(Path);

    /// <summary>Looks into a font file of the installation; null if it is none. Of a collection, the first font counts.</summary>
    public static FontFile? Look(string path)
    {
        using var typeface = SKTypeface.FromFile(path);
        return typeface is null || typeface.FamilyName.Length == 0 ? null : new FontFile(
            System.IO.Path.GetFileName(path), typeface.FamilyName, typeface.FontWeight >= (int)SKFontStyleWeight.SemiBold,
            typeface.FontSlant != SKFontStyleSlant.Upright, path);
    }
}
