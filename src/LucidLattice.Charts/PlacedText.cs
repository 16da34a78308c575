using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts;

/// <summary>The font and the colour of a text; null is the usual colour.</summary>
public sealed record TextLook(Font Font, string? Color = null)
{
    public static readonly TextLook Title = new(new Font(FontFamily.Sans, 10, Bold: true), Palette.Ink);
    public static readonly TextLook Small = new(new Font(FontFamily.Sans, 7.5));
    private const double Least = 4, Most = 72;

    /// <summary>This, with what a style changes of it.</summary>
    public TextLook With(Style? style) => style is null ? this : new(
        new Font(style.Font ?? Font.Family, Math.Clamp(style.Size ?? Font.Size, Least, Most), style.Bold ?? Font.Bold,
            style.Italic ?? Font.Italic), style.Color ?? Color);
}

/// <summary>A text around a chart, as it is printed.</summary>
public sealed record PlacedText(string Text)
{
    public static readonly PlacedText None = new("");

    public TextLook Look { get; init; } = TextLook.Small;
    public ChartTextSide Side { get; init; }

    /// <summary>Along its side; the left is the upper end of an upright one.</summary>
    public Alignment Align { get; init; } = Alignment.Centre;

    public bool IsNone => Text.Length == 0;
}
