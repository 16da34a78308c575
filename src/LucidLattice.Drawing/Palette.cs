namespace LucidLattice.Drawing;

/// <summary>The colours of reports, as #RRGGBB. Amber marks drill-down links in the interface and is in no chart.</summary>
public static class Palette
{
    public const string Ink = "#1F2A30";
    public const string Muted = "#5F6B70";
    public const string Rule = "#1F2A30";
    public const string GridLine = "#E4E2DA";
    public const string Problem = "#B3261E";

    /// <summary>Of what leads on to another report, and of nothing else.</summary>
    public const string Link = "#B45309";

    /// <summary>Behind a text that was looked for.</summary>
    public const string Found = "#F5E88C";

    /// <summary>Of grouping levels, outermost first; further levels start again.</summary>
    public static readonly string[] Levels = ["#6D4A94", "#1F6FA8", "#3C7D46"];

    /// <summary>Of chart series, “Firth”: told apart by readers who see few colours, and in grey print (PaletteTests).</summary>
    public static readonly string[] Series =
        ["#0B5D5B", "#8FBEE0", "#AD8691", "#788A37", "#1F6FA8", "#64271F", "#BABC88", "#472C6D"];

    /// <summary>The colour of a level, counted from 1 at the outermost.</summary>
    public static string Level(int level) => Levels[(level - 1) % Levels.Length];
}
