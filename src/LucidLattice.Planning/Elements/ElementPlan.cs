using LucidLattice.Crosstabs;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>An element that is ready to be printed: its place and look are decided, its expressions compiled.</summary>
/// <param name="X">From the left edge of the section, in points.</param>
public abstract record ElementPlan(Element Element, double X, double Width, ResolvedStyle Style)
{
    public string Id => Element.Id;

    /// <summary>What a click on it opens.</summary>
    public LinkPlan? Link { get; init; }

    /// <summary>Decides whether it is printed; null for always.</summary>
    public Compiled? Condition { get; init; }

    /// <summary>True if it is printed where the frame stands.</summary>
    public bool IsShown(Frame frame) => Condition is null || frame.Try(Condition) is { IsNull: false, Bool: true };

    /// <summary>True if it lies behind the others and grows with those that lie in it.</summary>
    public virtual bool Surrounds => false;

    /// <summary>Everything on it that can be clicked has its link, by the id of what the link stands on.</summary>
    public virtual IEnumerable<(string Id, LinkPlan Link)> Links => Link is null ? [] : [(Id, Link)];

    /// <summary>True if it prints nothing where the frame stands.</summary>
    public virtual bool IsEmpty(Frame frame) => false;

    /// <summary>True if what it shows can need more than its height.</summary>
    public virtual bool Grows => false;

    /// <summary>The texts that it prints, for searching and for characters that no font has.</summary>
    public virtual IEnumerable<TextPlan> Texts => [];

    /// <summary>What it says, piece by piece: words, and values with their formats.</summary>
    public virtual IReadOnlyList<TextPiece> Said => [];

    /// <summary>What else may be printed by it: its own words, and what its formats write.</summary>
    public virtual IEnumerable<string> Samples => [];

    /// <summary>Other values that it writes out.</summary>
    public virtual IEnumerable<Compiled> Written => [];

    /// <summary>The height that it needs in a frame, in points, without anything being kept.</summary>
    public virtual double Height(Frame frame, Measuring measuring) => Element.Height;

    /// <summary>What it shows in a frame, at a place that its part gave it.</summary>
    /// <param name="y">From the part's upper edge.</param>
    public virtual PlacedElement Place(double y, Frame frame, Measuring measuring) => new(this, y, Element.Height);

    /// <summary>Where the part may be cut so that this element is cut between two of its lines: <paramref name="end"/>, or a little before
    /// it.</summary>
    /// <param name="from">Where the piece begins, from the part's upper edge, in points.</param>
    /// <param name="end">Likewise.</param>
    /// <remarks>What cannot be cut begins on the next page, if it does not begin this one.</remarks>
    public virtual double Cut(PlacedElement placed, double from, double end) =>
        !Surrounds && placed.Y > from + 1 && placed.Y < end && placed.Y + placed.Height > end + 0.01 ? placed.Y : end;

    /// <summary>True if it goes on on further pages where one cannot hold it, so that it may begin anywhere.</summary>
    public virtual bool GoesOn => false;

    /// <summary>The height of what is said again above it where the part goes on on a new page.</summary>
    /// <param name="from">From the part's upper edge.</param>
    public virtual double Again(PlacedElement placed, double from) => 0;

    /// <summary>Draws it, or the piece of it that is in the slice of its part.</summary>
    public abstract void Paint(PlacedElement placed, Painting on);
}

/// <summary>An element at its final place within its part; lengths in points.</summary>
/// <param name="Lines">The lines of a text; null for everything else.</param>
public sealed record PlacedElement(ElementPlan Plan, double Y, double Height, IReadOnlyList<string>? Lines = null)
{
    /// <summary>Of a crosstab, where everything in it stands; null for everything else.</summary>
    public CrosstabLayout? Crosstab { get; init; }

    /// <summary>From one line to the next, in points.</summary>
    public double LineHeight { get; init; } = Plan.Style.LineHeight;
}

/// <summary>A style with nothing left open.</summary>
/// <param name="IsNatural">True if nobody chose the alignment, so that a text may start at the side where its writing does.</param>
public sealed record ResolvedStyle(Font Font, string Color, Alignment Align, bool IsNatural = false)
{
    /// <summary>From one baseline to the next, as a multiple of the font size.</summary>
    public const double LineSpacing = 1.3;

    public double LineHeight => Math.Max(LargestSize ?? 0, Font.Size) * LineSpacing;

    /// <summary>What is behind and around the text; null colours for nothing.</summary>
    public string? Background { get; init; }
    public Border? Border { get; init; }

    /// <summary>Room at the left and the right, in points.</summary>
    public double Padding { get; init; }

    /// <summary>In degrees, clockwise.</summary>
    public double Turn { get; init; }

    /// <summary>Whether a text may take more than one line; null for what suits its type.</summary>
    public bool? Wrap { get; init; }
    public IReadOnlyList<StyleRulePlan> Rules { get; init; } = [];

    /// <summary>Settings that expressions give.</summary>
    public StyleSettings? Given { get; init; }

    /// <summary>True if what it measures differs from place to place.</summary>
    public bool MeasuresVary => Given is { Measures: true };

    /// <summary>Of the largest letters of a text in several looks, in points; null for those of the font.</summary>
    public double? LargestSize { get; init; }
    public NumberScalePlan? Scale { get; init; }

    /// <summary>As it is where the frame stands: rules whose conditions hold are applied in their order.</summary>
    public ResolvedStyle At(Frame frame)
    {
        var style = Given is null ? this : Given.Apply(this, frame);
        foreach (var rule in Rules)
            if (frame.Try(rule.When) is { IsNull: false, Bool: true })
                style = style with
                {
                    Color = rule.Rule.Color ?? style.Color,
                    Background = rule.Rule.Background ?? style.Background,
                    Font = style.Font with { Bold = rule.Rule.Bold ?? style.Font.Bold, Italic = rule.Rule.Italic ?? style.Font.Italic },
                };
        return style;
    }
}

/// <summary>A change of style with its condition.</summary>
public sealed record StyleRulePlan(StyleRule Rule, Compiled When);
