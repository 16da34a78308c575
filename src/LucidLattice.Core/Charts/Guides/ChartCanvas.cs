using System.Globalization;
using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Guides;

/// <summary>What a chart is drawn on: its items, texts that are measured before they are set, and the room that they take.</summary>
public sealed class ChartCanvas(ITypesetter typesetter, CultureInfo culture)
{
    public static readonly Font TitleFont = new(FontFamily.Sans, 10, Bold: true);
    public static readonly Font SmallFont = new(FontFamily.Sans, 7.5);

    /// <summary>Between a text and what it belongs to.</summary>
    public const double Gap = 4;

    private readonly List<Area> _taken = [];
    private readonly Dictionary<string, double> _widths = [];
    private readonly (double Ascent, double Descent) _small = typesetter.Extent(SmallFont);

    public ITypesetter Typesetter => typesetter;
    public CultureInfo Culture => culture;
    public List<DrawItem> Items { get; } = [];

    /// <summary>The parts of the picture that an author can choose, and where they are.</summary>
    public List<(string Part, Area Area)> Parts { get; } = [];

    /// <summary>The width of a text; those of small ones are remembered, since most are asked for several times.</summary>
    public double Width(string text, Font? font = null)
    {
        if (font is { } other && other != SmallFont) return typesetter.Width(other, text);
        if (!_widths.TryGetValue(text, out var width)) _widths.Add(text, width = typesetter.Width(SmallFont, text));
        return width;
    }

    public double Ascent(Font? font = null) => font is { } other ? typesetter.Extent(other).Ascent : _small.Ascent;

    /// <summary>How far below its middle a small text's baseline is.</summary>
    public double ToMiddle => Ascent() * 0.36;

    public static double LineHeight(Font? font = null) => (font ?? SmallFont).Size * 1.3;

    /// <summary>The text on one line, shortened to fit; empty where not even an ellipsis fits.</summary>
    public string Fit(string text, double width, Font? font = null)
    {
        var fitting = TextWrapper.Shorten(typesetter, font ?? SmallFont, text.ReplaceLineEndings(" "), width);
        return Width(fitting, font) <= width ? fitting : "";
    }

    /// <summary>A text whose start, middle or end (0, 0.5, 1) is at x, its baseline at y.</summary>
    public void Text(string text, double x, double y, double anchor = 0, string color = Palette.Muted, Font? font = null,
        double rotation = 0)
    {
        if (text.Length == 0) return;
        var used = font ?? SmallFont;
        var width = Width(text, font);
        _taken.Add(Box(width, x, y, anchor, used, rotation));
        if (rotation == 0) TextItems.Add(Items, typesetter, text, used, color, x - anchor * width, y, width);
        else TextItems.Add(Items, typesetter, text, used, color, x, y + anchor * width, width, rotation);
    }

    /// <summary>The room that a small text would take.</summary>
    public Area Box(string text, double x, double y, double anchor) => Box(Width(text), x, y, anchor, SmallFont, 0);

    /// <summary>True if no text lies there yet.</summary>
    public bool IsFree(Area area) => !_taken.Exists(area.Touches);

    private Area Box(double width, double x, double y, double anchor, Font font, double rotation)
    {
        var (ascent, descent) = font == SmallFont ? _small : typesetter.Extent(font);
        return rotation == 0
            ? new Area(x - anchor * width, y - ascent, x + (1 - anchor) * width, y + descent)
            : new Area(x - ascent, y - (1 - anchor) * width, x + descent, y + anchor * width);
    }
}
