using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Elements;

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

    /// <summary>True if it prints nothing where the frame stands.</summary>
    public virtual bool IsEmpty(Frame frame) => false;

    /// <summary>True if what it shows can need more than its height.</summary>
    public virtual bool Grows => false;

    /// <summary>The texts that it prints, for searching and for characters that no font has.</summary>
    public virtual IEnumerable<TextPlan> Texts => [];

    /// <summary>What else may be printed by it: its own words, and what its formats write.</summary>
    public virtual IEnumerable<string> Samples => [];

    /// <summary>Other values that it writes out.</summary>
    public virtual IEnumerable<Compiled> Written => [];

    /// <summary>The height that it needs in a frame, in points, without anything being kept.</summary>
    public virtual double Height(Frame frame, TextLines lines) => Element.Height;

    /// <summary>What it shows in a frame, at a place that its part gave it.</summary>
    /// <param name="y">From the part's upper edge.</param>
    public virtual PlacedElement Place(double y, Frame frame, TextLines lines) => new(this, y, Element.Height);

    /// <summary>Where the part may be cut so that this element is cut between two of its lines: <paramref name="end"/>, or a little before
    /// it.</summary>
    /// <param name="end">From the part's upper edge, in points.</param>
    public virtual double Cut(PlacedElement placed, double end) => end;

    /// <summary>Draws it, or the piece of it that is in the slice of its part.</summary>
    public abstract void Paint(PlacedElement placed, Painting on);
}

/// <summary>An element at its final place within its part; lengths in points.</summary>
/// <param name="Lines">The lines of a text; null for everything else.</param>
public sealed record PlacedElement(ElementPlan Plan, double Y, double Height, IReadOnlyList<string>? Lines = null);

/// <summary>A style with nothing left open.</summary>
/// <param name="IsNatural">True if nobody chose the alignment, so that a text may start at the side where its writing does.</param>
public sealed record ResolvedStyle(Font Font, string Color, Alignment Align, bool IsNatural = false)
{
    /// <summary>From one baseline to the next, as a multiple of the font size.</summary>
    public const double LineSpacing = 1.3;

    public double LineHeight => Font.Size * LineSpacing;
}
