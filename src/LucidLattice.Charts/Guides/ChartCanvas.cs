using System.Globalization;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Guides;

/// <summary>What a chart is drawn on: its items, texts that are measured before they are set, and the room that they take.</summary>
/// <param name="small">Of all texts but titles; null is as usual.</param>
public sealed class ChartCanvas(ITypesetter typesetter, CultureInfo culture, TextLook? small = null)
{
    /// <summary>Between a text and what it belongs to.</summary>
    public const double Gap = 4;

    private readonly List<Area> _taken = [];
    private readonly Dictionary<string, double> _widths = [];
    private readonly (double Ascent, double Descent) _extent = typesetter.Extent(small?.Font ?? TextLook.Small.Font);

    public ITypesetter Typesetter => typesetter;
    public CultureInfo Culture => culture;
    public List<DrawItem> Items { get; } = [];

    /// <summary>The font of all texts but titles.</summary>
    public Font Small { get; } = small?.Font ?? TextLook.Small.Font;

    /// <summary>The parts of the picture that an author can choose, and where they are.</summary>
    public List<(string Part, Area Area)> Parts { get; } = [];

    /// <summary>The width of a text, of several lines that of the widest; those of small ones are remembered, since most are asked for
    /// several times.</summary>
    public double Width(string text, Font? font = null)
    {
        if (font is { } other && other != Small) return Measured(text, other);
        if (!_widths.TryGetValue(text, out var width)) _widths.Add(text, width = Measured(text, Small));
        return width;
    }

    private double Measured(string text, Font font) =>
        text.Contains('\n') ? text.Split('\n').Max(l => typesetter.Width(font, l)) : typesetter.Width(font, text);

    public double Ascent(Font? font = null) => font is { } other ? typesetter.Extent(other).Ascent : _extent.Ascent;

    public double Descent(Font? font = null) => font is { } other ? typesetter.Extent(other).Descent : _extent.Descent;

    /// <summary>How far below its middle a small text's baseline is.</summary>
    public double ToMiddle => Ascent() * 0.36;

    public double LineHeight(Font? font = null) => (font ?? Small).Size * 1.3;

    /// <summary>The text on one line, shortened to fit; empty where not even an ellipsis fits.</summary>
    public string Fit(string text, double width, Font? font = null)
    {
        var fitting = TextWrapper.Shorten(typesetter, font ?? Small, text.ReplaceLineEndings(" "), width);
        return Width(fitting, font) <= width ? fitting : "";
    }

    /// <summary>A text whose start, middle or end (0, 0.5, 1) is at x, its baseline at y.</summary>
    /// <param name="rotation">In degrees, clockwise around that point.</param>
    public void Text(string text, double x, double y, double anchor = 0, string color = Palette.Muted, Font? font = null,
        double rotation = 0)
    {
        if (text.Length == 0) return;
        // What is told apart by being muted is not, where the author gives one colour to all of it.
        if (font is null && small?.Color is { } own && color is Palette.Muted or Palette.Ink) color = own;
        var (used, width) = (font ?? Small, Width(text, font));
        _taken.Add(Box(width, x, y, anchor, used, rotation));
        var (sine, cosine) = rotation == 0 ? (0, 1) : Math.SinCos(rotation * Math.PI / 180);
        TextItems.Add(Items, typesetter, text, used, color, x - anchor * width * cosine, y - anchor * width * sine, width, rotation);
    }

    /// <summary>Lines of a small text, of which the last one's baseline is at y.</summary>
    public void Lines(string text, double x, double y, double anchor, string color)
    {
        var lines = text.Split('\n');
        for (var i = 0; i < lines.Length; i++) Text(lines[i], x, y - (lines.Length - 1 - i) * LineHeight(), anchor, color);
    }

    /// <summary>The room that a small text would take, of several lines above the last one's baseline.</summary>
    public Area Box(string text, double x, double y, double anchor)
    {
        var box = Box(Width(text), x, y, anchor, Small, 0);
        return box with { Top = box.Top - text.Count(c => c == '\n') * LineHeight() };
    }

    /// <summary>True if no text lies there yet.</summary>
    public bool IsFree(Area area) => !_taken.Exists(area.Touches);

    private Area Box(double width, double x, double y, double anchor, Font font, double rotation)
    {
        var (ascent, descent) = font == Small ? _extent : typesetter.Extent(font);
        if (rotation == 0) return new Area(x - anchor * width, y - ascent, x + (1 - anchor) * width, y + descent);
        var (sine, cosine) = Math.SinCos(rotation * Math.PI / 180);
        var (from, to) = (-anchor * width, (1 - anchor) * width);
        double[] xs = [X(from, -ascent), X(to, -ascent), X(from, descent), X(to, descent)],
            ys = [Y(from, -ascent), Y(to, -ascent), Y(from, descent), Y(to, descent)];
        return new Area(xs.Min(), ys.Min(), xs.Max(), ys.Max());

        double X(double along, double across) => x + along * cosine - across * sine;
        double Y(double along, double across) => y + along * sine + across * cosine;
    }
}
