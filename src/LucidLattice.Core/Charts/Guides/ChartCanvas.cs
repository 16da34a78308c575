using System.Globalization;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Guides;

/// <summary>What a chart is drawn on: its items, and texts that are measured before they are set.</summary>
public sealed class ChartCanvas(ITypesetter typesetter, CultureInfo culture)
{
    public static readonly Font TitleFont = new(Definitions.FontFamily.Sans, 10, Bold: true);
    public static readonly Font SmallFont = new(Definitions.FontFamily.Sans, 7.5);

    /// <summary>Between a text and what it belongs to.</summary>
    public const double Gap = 4;

    public ITypesetter Typesetter => typesetter;
    public CultureInfo Culture => culture;
    public List<DrawItem> Items { get; } = [];

    public double Width(string text, Font? font = null) => typesetter.Width(font ?? SmallFont, text);

    public double Ascent(Font? font = null) => typesetter.Extent(font ?? SmallFont).Ascent;

    /// <summary>How far below its middle a small text's baseline is.</summary>
    public double ToMiddle => Ascent() * 0.36;

    public static double LineHeight(Font? font = null) => (font ?? SmallFont).Size * 1.3;

    public string Fit(string text, double width, Font? font = null) => TextWrapper.Shorten(typesetter, font ?? SmallFont, text, width);

    /// <summary>A text whose start, middle or end (0, 0.5, 1) is at x, its baseline at y.</summary>
    public void Text(string text, double x, double y, double anchor = 0, string color = Palette.Muted, Font? font = null,
        double rotation = 0)
    {
        var used = font ?? SmallFont;
        var width = typesetter.Width(used, text);
        var shift = -anchor * width;
        if (rotation == 0) TextItems.Add(Items, typesetter, text, used, color, x + shift, y, width);
        else TextItems.Add(Items, typesetter, text, used, color, x, y - shift, width, rotation);
    }
}

/// <summary>A rectangle of a chart, in points.</summary>
public readonly record struct Area(double Left, double Top, double Right, double Bottom)
{
    public double Width => Right - Left;
    public double Height => Bottom - Top;
    public double CentreX => (Left + Right) / 2;
    public double CentreY => (Top + Bottom) / 2;
}
