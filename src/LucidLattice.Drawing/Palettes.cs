using LucidLattice.Model.Definitions;

namespace LucidLattice.Drawing;

/// <summary>A named list of colours that charts take in turn.</summary>
/// <param name="Id">As definitions name it.</param>
/// <param name="Colors">As #RRGGBB; after the last one it starts again.</param>
public sealed record NamedPalette(string Id, string Name, IReadOnlyList<string> Colors);

/// <summary>The palettes that ship with the application. No colour of any is near the amber of links.</summary>
public static class Palettes
{
    public const int MostColors = 32;

    public static readonly IReadOnlyList<NamedPalette> All =
    [
        new("firth", "Firth, eight colours", Palette.Series),
        new("sound", "Sound, sixteen colours", [.. Palette.Series, .. Palette.Series.Select(c => Mixed(c, "#FFFFFF", 0.4))]),
        new("skerries", "Skerries, thirty-two colours",
            [.. Palette.Series, .. Palette.Series.Select(c => Mixed(c, "#FFFFFF", 0.4)),
            .. Palette.Series.Select(c => Mixed(c, "#000000", 0.35)),
                .. Palette.Series.Select(c => Mixed(c, "#FFFFFF", 0.65))]),
        new("teal", "Teal in steps", Between("#0B3F3E", "#BFDDD8", 8)),
        new("blue", "Blue in steps", Between("#123F63", "#C3DCEF", 8)),
        new("heather", "Heather in steps", Between("#472C6D", "#E3D3DB", 8)),
        new("tide", "From peat over paper to teal", [.. Between("#64271F", "#E9DFD0", 4), .. Between("#CFE0DA", "#0B5D5B", 4)]),
        new("grey", "Greys for print", Between("#1F2A30", "#C9CDCB", 6)),
    ];

    /// <summary>The palette of an id, or null.</summary>
    public static NamedPalette? Find(string id) => All.FirstOrDefault(p => p.Id == id);

    /// <summary>Of the first eight colours, the two that are hardest to tell apart for any sight; null where all are told apart.</summary>
    public static IReadOnlyList<string>? Alike(IReadOnlyList<string> colors)
    {
        const double LeastDifference = 10;
        const int First = 8;
        var (nearest, least) = ((IReadOnlyList<string>?)null, LeastDifference);
        for (var i = 0; i < Math.Min(First, colors.Count); i++)
            for (var j = i + 1; j < Math.Min(First, colors.Count); j++)
                foreach (var sight in ColorSight.Sights)
                    if (ColorSight.Difference(colors[i], colors[j], sight) is var difference && difference < least)
                        (nearest, least) = ([colors[i], colors[j]], difference);
        return nearest;
    }

    private static IReadOnlyList<string> Between(string from, string to, int count) =>
        [.. Enumerable.Range(0, count).Select(i => Mixed(from, to, i / (count - 1.0)))];

    /// <summary>Between two colours.</summary>
    /// <param name="share">0 for the first, 1 for the other.</param>
    public static string Mixed(string color, string other, double share)
    {
        var ((r, g, b), (toR, toG, toB)) = (HexColors.Channels(color), HexColors.Channels(other));
        int Mix(int from, int to) => (int)Math.Round(from + (to - from) * share);
        return FormattableString.Invariant($"#{Mix(r, toR):X2}{Mix(g, toG):X2}{Mix(b, toB):X2}");
    }
}
