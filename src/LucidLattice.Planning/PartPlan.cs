using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Planning;

/// <summary>A band part with its elements from top to bottom, and the sections that are printed below them.</summary>
public sealed record PartPlan(BandPart Part, IReadOnlyList<ElementPlan> Elements, IReadOnlyList<SectionPlan> Sections)
{
    /// <summary>Decides whether it is printed; null for always.</summary>
    public Compiled? Condition { get; init; }

    /// <summary>The level of the tree whose groups a click on its sign opens and closes; null for none.</summary>
    public int? Opens { get; init; }

    /// <summary>What a click anywhere in it opens.</summary>
    public LinkPlan? Link { get; init; }

    /// <summary>The band that it is of, and the columns of its section.</summary>
    public BandPlace At { get; init; }
    public IReadOnlyList<Column> Columns { get; init; } = [];

    /// <summary>How it is read aloud.</summary>
    public PartReading Reading =>
        _reading ??= new PartReading(At, _ranks is null ? Elements : [.. Elements.OrderBy(e => _ranks[e])], Columns);

    private PartReading? _reading;

    /// <summary>What of it is printed somewhere, from back to front: what surrounds others first, and then as the definition has
    /// them.</summary>
    public IEnumerable<PlacedElement> FromBack(IReadOnlyList<PlacedElement> placed) =>
        _ranks is null ? placed : placed.OrderBy(e => _ranks.GetValueOrDefault(e.Plan));

    /// <summary>Null where the order from top to bottom is that from back to front, or where nothing covers anything, so that it does not
    /// matter.</summary>
    private readonly Dictionary<ElementPlan, int>? _ranks = Ranks(Part, Elements);

    private static Dictionary<ElementPlan, int>? Ranks(BandPart part, IReadOnlyList<ElementPlan> elements)
    {
        var places = part.Elements.Select((e, i) => (e.Id, i)).DistinctBy(e => e.Id).ToDictionary(e => e.Id, e => e.i);
        var ordered = elements.OrderBy(e => !e.Surrounds).ThenBy(e => places.GetValueOrDefault(e.Id, int.MaxValue)).ToList();
        if (ordered.SequenceEqual(elements, ReferenceEqualityComparer.Instance) || !Overlap(elements)) return null;
        var ranks = new Dictionary<ElementPlan, int>(ReferenceEqualityComparer.Instance);
        for (var i = 0; i < ordered.Count; i++) ranks[ordered[i]] = i;
        return ranks;
    }

    private static bool Overlap(IReadOnlyList<ElementPlan> elements)
    {
        // From top to bottom, only those count that begin before this one ends.
        for (var i = 0; i < elements.Count; i++)
            for (var j = i + 1; j < elements.Count && elements[j].Element.Y < elements[i].Element.Y + elements[i].Element.Height; j++)
                if (elements[j].X < elements[i].X + elements[i].Width && elements[i].X < elements[j].X + elements[j].Width) return true;
        return false;
    }

    /// <summary>Of its section, in points.</summary>
    public double Width { get; init; }

    /// <summary>True if it is printed where the frame stands.</summary>
    public bool IsShown(Frame frame) => Condition is null || frame.Try(Condition) is { IsNull: false, Bool: true };

    /// <summary>Room above what stands in it, and as much below, that the look gives, in points.</summary>
    public double Space { get; init; }

    /// <summary>As high as it says, and at least as high as what stands in it, so that nothing in it is lost.</summary>
    public double Height => Space == 0 ? _height : Math.Max(1, _height + 2 * Space);

    private readonly double _height = Part.Height is { } height
        ? Elements.Select(Bottom).Append(height).Max()
        : PartHeight.Fitting(Elements.Select(e => (e.Element.Y, Bottom(e))));

    /// <summary>True if nothing in it can make it grow, so that its height is always the same; a part that may be
    /// left out has none.</summary>
    public bool HasFixedHeight => Condition is null && Sections.Count == 0 && !Part.Shrinks && !Elements.Any(e => e.Grows);

    /// <summary>True if something in it goes on on further pages where one cannot hold it.</summary>
    public bool GoesOn { get; } = Elements.Any(e => e.GoesOn);

    /// <summary>True if it holds headings of columns, none of which has totals, so that they name detail rows alone.</summary>
    public bool HeadsRows { get; init; }

    /// <summary>True if it may begin or end pages by itself.</summary>
    public bool Breaks => Part is { BreakBefore: true } or { BreakAfter: true } or { BreakEvery: not null } or { LeastRoom: not null };

    /// <summary>A text without a height is as high as its line.</summary>
    private static double Bottom(ElementPlan plan) =>
        plan.Element.Y + (plan.Element.Height > 0 || plan is not TextPlan ? plan.Element.Height : plan.Style.LineHeight);
}
