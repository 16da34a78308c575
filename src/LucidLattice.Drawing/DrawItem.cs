using LucidLattice.Drawing.Links;

namespace LucidLattice.Drawing;

/// <summary>Something drawn on a page. Lengths are in points from the top left corner; colours are #RRGGBB.</summary>
public abstract record DrawItem
{
    /// <summary>Of what belongs to one of several series of a chart, its place among them, so that a reader can bring it out; else
    /// null.</summary>
    public int? Series { get; init; }
}

/// <summary>A text of one font and one direction on one line, its left end at <paramref name="X"/> on the baseline <paramref
/// name="Y"/>.</summary>
/// <param name="Width">As measured; outputs keep to it.</param>
/// <param name="Rotation">In degrees, clockwise, around the start.</param>
/// <param name="RightToLeft">True if its letters run from right to left; X is its left end all the same.</param>
public sealed record TextRun(double X, double Y, string Text, Font Font, string Color, double Width, double Rotation = 0,
    bool RightToLeft = false) : DrawItem
{
    /// <summary>True if an area over it says the same and more, so that nobody need hear it twice.</summary>
    public bool IsSilent { get; init; }

    /// <summary>Of a line that is drawn in several runs, as where directions change: what the whole line says, in the order in which it is
    /// read, at its first run, and nothing at the others. Null where the run is the whole line.</summary>
    public string? Line { get; init; }

    /// <summary>What it says to those who read it in order.</summary>
    public string Said => Line ?? Text;
}

public sealed record LineItem(double X1, double Y1, double X2, double Y2, double Thickness, string Color) : DrawItem;

/// <summary>A rectangle, filled, outlined or both.</summary>
public sealed record RectItem(double X, double Y, double Width, double Height, string? Fill, string? Stroke = null, double StrokeWidth = 0,
    double Opacity = 1) : DrawItem;

/// <summary>Items that together are one figure, with a text for those who cannot see it.</summary>
/// <param name="Id">By which its numbers can be asked for; null where there is nothing to ask.</param>
public sealed record FigureItem(string AlternativeText, IReadOnlyList<DrawItem> Items, string? Id = null) : DrawItem
{
    /// <summary>True for a table, whose areas stand in rows and columns.</summary>
    public bool IsTable { get; init; }

    /// <summary>The rectangle in which it is drawn; null where nobody needs it apart from its page.</summary>
    public (double X, double Y, double Width, double Height)? Box { get; init; }
}

/// <summary>A figure of straight lines and curves, filled, outlined or both.</summary>
public sealed record PathItem(DrawPath Path, string? Fill, Pen? Pen = null, double Opacity = 1) : DrawItem;

/// <summary>A whole circle: what a path could draw, in a tenth of the numbers, as charts have thousands of them.</summary>
public sealed record CircleItem(double X, double Y, double Radius, string? Fill, Pen? Pen = null, double Opacity = 1) : DrawItem;

/// <summary>An image in a rectangle, stretched to it.</summary>
public sealed record ImageItem(double X, double Y, double Width, double Height, ImageContent Image, string AlternativeText) : DrawItem;

/// <summary>Items that are placed, faded and cut off together. Lengths inside are before the transform.</summary>
/// <param name="Clip">Nothing is drawn outside of it; measured as the items are.</param>
public sealed record GroupItem(IReadOnlyList<DrawItem> Items, Transform? Transform = null, double Opacity = 1, DrawPath? Clip = null)
    : DrawItem;

/// <summary>An area that answers to the pointer: it tells what it shows, and may open another report.</summary>
/// <param name="Id">Unique on the page: the element's id and the mark's number.</param>
/// <param name="Label">What it stands for: <c>Holm – Brae</c>.</param>
/// <param name="Figure">Its number, as people read it.</param>
/// <param name="Shape">Its outline where it is no rectangle, as of a slice; the rectangle is then around it.</param>
public sealed record RegionItem(
    double X, double Y, double Width, double Height, string Id, string Label, string Figure, LinkAction? Action,
    DrawPath? Shape = null) : DrawItem
{
    /// <summary>What helps to judge the figure: “12.4 % of all”; empty for nothing.</summary>
    public string More { get; init; } = "";

    /// <summary>The group that a click opens, or closes, and whether it is closed now; null for none.</summary>
    public (string Group, bool IsClosed)? Opens { get; init; }

    /// <summary>An area of any shape.</summary>
    public static RegionItem Covering(DrawPath shape, string id, string label, string figure, LinkAction? action)
    {
        var (left, top, right, bottom) = shape.Bounds;
        return new(left, top, right - left, bottom - top, id, label, figure, action, shape);
    }
}
