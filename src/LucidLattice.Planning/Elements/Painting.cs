using System.Globalization;
using LucidLattice.Charts;
using LucidLattice.Crosstabs;
using LucidLattice.Data.Grouping;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>What is drawn on, and with: the slice of a part that is being painted, and all that its elements may ask for.</summary>
/// <param name="Charts">The numbers of every chart, by its id, as they were worked out before.</param>
/// <param name="Proof">Vouches for values that only links may carry.</param>
public sealed record Painting(ITypesetter Typesetter, CultureInfo Culture, IReadOnlyDictionary<string, ChartTable> Charts,
    ILinkProof? Proof, List<DrawItem> Items)
{
    private const double SmallestSize = 4;

    public required Frame Frame { get; init; }

    /// <summary>A frame that stands at those rows of a chart's own that belong to what is around it; null where there are none.</summary>
    public Func<string, IReadOnlyList<Compiled>, Frame, Frame?> OwnRows { get; init; } = (_, _, _) => null;

    /// <summary>The figures of a crosstab, by its id.</summary>
    public Func<string, CrosstabFigures?> Figures { get; init; } = _ => null;

    /// <summary>The page on which a group of a level of a tree begins; null while that is not known.</summary>
    public Func<GroupTree, int, int, int?> PageOf { get; init; } = (_, _, _) => null;

    /// <summary>Gets every chart that is drawn, for whoever describes it afterwards; null where nobody does.</summary>
    public List<ChartPicture>? Pictures { get; init; }

    /// <summary>The left edge of the section on the page.</summary>
    public double Left { get; init; }

    /// <summary>Where the slice begins on the page.</summary>
    public double Top { get; init; }

    /// <summary>The slice of the part, from its upper edge.</summary>
    public double From { get; init; }
    public double To { get; init; }

    /// <summary>A height within the part, on the page.</summary>
    public double At(double y) => Top - From + y;

    /// <summary>True if the element begins in this slice; what begins in an earlier or a later one belongs there.</summary>
    public bool Begins(PlacedElement placed) => placed.Y >= From - 0.01 && placed.Y < To;

    /// <summary>One line. A text that does not wrap is set smaller where it has to be; a figure is never cut, since a cut figure is a wrong
    /// one.</summary>
    public void Line(string line, ResolvedStyle style, double x, double width, double y)
    {
        var font = style.Font;
        var measured = Typesetter.Width(font, line);
        if (measured > width + 0.01 && width > 0)
        {
            font = font with { Size = Math.Max(SmallestSize, font.Size * width / measured) };
            measured = Typesetter.Width(font, line);
            if (measured > width + 0.01)
            {
                line = "####";
                measured = Typesetter.Width(font, line);
            }
        }
        var (ascent, descent) = Typesetter.Extent(font);
        var baseline = y + (style.LineHeight - ascent - descent) / 2 + ascent;
        var align = style is { IsNatural: true, Align: Alignment.Left } && WritingDirection.IsRightToLeft(line)
            ? Alignment.Right
            : style.Align;
        var shift = align switch { Alignment.Right => width - measured, Alignment.Centre => (width - measured) / 2, _ => 0 };
        if (style.Turn == 0)
        {
            TextItems.Add(Items, Typesetter, line, font, style.Color, x + shift, baseline, measured);
            return;
        }
        var turned = new List<DrawItem>();
        TextItems.Add(turned, Typesetter, line, font, style.Color, x + shift, baseline, measured);
        Items.Add(new GroupItem(turned, Transform.RotateAround(style.Turn, x + width / 2, y + style.LineHeight / 2)));
    }

    /// <summary>One line in several looks, on one baseline; set smaller as a whole where it has to be.</summary>
    public void Line(IReadOnlyList<StyledSpan> spans, ResolvedStyle style, double x, double width, double y)
    {
        var measured = spans.Sum(s => Typesetter.Width(s.Style.Font, s.Text));
        var scale = measured > width + 0.01 && width > 0 ? width / measured : 1;
        var (ascent, descent) = Typesetter.Extent(style.Font with { Size = Math.Max(style.LargestSize ?? 0, style.Font.Size) });
        var baseline = y + (style.LineHeight - ascent - descent) / 2 + ascent;
        var fromRight = WritingDirection.IsRightToLeft(string.Concat(spans.Select(s => s.Text)));
        var align = style is { IsNatural: true, Align: Alignment.Left } && fromRight ? Alignment.Right : style.Align;
        var left = x + align switch
        {
            Alignment.Right => width - measured * scale, Alignment.Centre => (width - measured * scale) / 2, _ => 0,
        };
        var drawn = style.Turn == 0 ? Items : [];
        foreach (var span in fromRight ? spans.Reverse() : spans)
        {
            var font = span.Style.Font with { Size = Math.Max(SmallestSize, span.Style.Font.Size * scale) };
            var own = Typesetter.Width(font, span.Text);
            TextItems.Add(drawn, Typesetter, span.Text, font, span.Style.Color, left, baseline, own);
            left += own;
        }
        if (style.Turn != 0)
            Items.Add(new GroupItem(drawn, Transform.RotateAround(style.Turn, x + width / 2, y + style.LineHeight / 2)));
    }

    /// <summary>What is behind a text and around it.</summary>
    public void Backdrop(ResolvedStyle style, double x, double y, double width, double height)
    {
        if ((style.Scale?.Background(Frame) ?? style.Background) is { } color) Items.Add(new RectItem(x, y, width, height, color));
        if (style.Scale?.Drawing(Frame, x, y, width, height) is { } drawing) Items.Add(drawing);
        if (style.Border is not { Thickness: > 0 } border) return;
        var sides = border.Sides is { Count: > 0 } some ? some : [FrameSide.Top, FrameSide.Right, FrameSide.Bottom, FrameSide.Left];
        foreach (var side in sides)
        {
            var (x1, y1) = (side == FrameSide.Right ? x + width : x, side == FrameSide.Bottom ? y + height : y);
            var (x2, y2) = (side == FrameSide.Left ? x : x + width, side == FrameSide.Top ? y : y + height);
            Items.Add(new LineItem(x1, y1, x2, y2, border.Thickness, border.Color));
        }
    }

    /// <summary>The sign left of a part by which a group is opened and closed.</summary>
    /// <param name="level">Of the tree.</param>
    /// <param name="middle">From the upper edge of the part.</param>
    public void Sign(string id, int level, bool isClosed, double middle)
    {
        const double Size = 6, Away = 10, Reach = 12;
        var (x, y) = (Left - Away, Top + middle - Size / 2);
        Items.Add(new PathItem(isClosed ? new DrawPath().MoveTo(x, y).LineTo(x + Size, y + Size / 2).LineTo(x, y + Size).Close()
            : new DrawPath().MoveTo(x, y).LineTo(x + Size, y).LineTo(x + Size / 2, y + Size).Close(), Palette.Muted));
        var name = Frame.GroupName(level, Frame.Groups[level]);
        Items.Add(new RegionItem(x - 3, y - 3, Reach, Reach, string.Create(CultureInfo.InvariantCulture,
            $"{id}-sign-{Frame.Groups[level]}"),
            name, "", null) { Opens = (OpenName(Frame.Tree!, level, Frame.Groups[level]), isClosed) });
    }

    /// <summary>What tells a group of a level from all others, for whoever opens it.</summary>
    public Func<GroupTree, int, int, string> OpenName { get; init; } = (_, _, _) => "";

    /// <summary>An area that opens what a link on an element leads to.</summary>
    /// <param name="label">What it stands for.</param>
    public void Region(ElementPlan plan, string label, double y, double height) =>
        Region(plan.Id, plan.Link, label, Left + plan.X, y, plan.Width, height);

    /// <param name="id">Of what the link stands on.</param>
    public void Region(string id, LinkPlan? link, string label, double x, double y, double width, double height)
    {
        if (link?.Action(Click.OnNothing, Frame, Proof) is not { } action) return;
        // An element is printed for many rows and groups, so its areas are told apart by where they are.
        var name = string.Create(CultureInfo.InvariantCulture, $"{id}-{Frame.Place}-{Items.Count}");
        // A notch in the corner shows without being touched that there is something to click.
        var (right, notch) = (x + width + 3, Math.Min(4, height / 2));
        Items.Add(new PathItem(new DrawPath().MoveTo(right - notch, y).LineTo(right, y).LineTo(right, y + notch).Close(), Palette.Link));
        Items.Add(new RegionItem(x, y, width, height, name, label, "", action));
    }
}
