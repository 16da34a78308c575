using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>Lists of groups with their pages. Their length follows from the groups alone, so the pages that they name do not change with
/// them.</summary>
public sealed class ContentsKind : ElementKind<ContentsElement>
{
    public override string? WhyNotIn(BandPlace place) => place.Kind is BandKind.ReportHeader or BandKind.ReportFooter
        ? null : "The contents of a report belong in its header or footer.";

    protected override ElementPlan Planned(ContentsElement element, ElementPlace place)
    {
        var (style, (x, width)) = (place.StyleOf(element, Alignment.Left), place.Span(element));
        if (WhyNotIn(place.Place) is { } why)
        {
            place.Problem(element, "contents-misplaced", Severity.Error, why, null, "Move it to the report header.");
            return new BrokenPlan(element, x, width, style);
        }
        if (place.Section.Section.Levels.Count == 0)
            place.Problem(element, "no-groups-inside", Severity.Warning, "There are no groups that the contents could list.", "levels",
                "Add a level.");
        return new ContentsPlan(element, x, width, style, place.Section.Base);
    }
}

/// <param name="Base">The level of the tree that is the whole of the section.</param>
public sealed record ContentsPlan(ContentsElement Definition, double X, double Width, ResolvedStyle Style, int Base)
    : ElementPlan(Definition, X, Width, Style)
{
    /// <summary>More groups than this are no contents that anybody reads.</summary>
    private const int MostListed = 2_000;
    private const double Indent = 12, PageWidth = 36;

    public override bool Grows => true;

    public override double Height(Frame frame, Measuring measuring) =>
        Math.Max(Element.Height, Math.Min(MostListed + 1, Count(frame)) * Style.LineHeight);

    public override PlacedElement Place(double y, Frame frame, Measuring measuring) => new(this, y, Height(frame, measuring));

    public override double Cut(PlacedElement placed, double from, double end) =>
        placed.Y >= end || placed.Y + placed.Height <= end ? end
        : placed.Y + Math.Floor((end - placed.Y) / Style.LineHeight + 1e-6) * Style.LineHeight;

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (on.Frame.Tree is not { } tree) return;
        var line = 0;
        foreach (var (level, group) in Listed(on.Frame).Take(MostListed))
        {
            var y = placed.Y + line++ * Style.LineHeight;
            if (y < on.From - 0.01 || y + Style.LineHeight > on.To + 0.01) continue;
            var (left, top) = (on.Left + X + (level - Base - 1) * Indent, on.At(y));
            // Where several levels are listed, the outermost one stands out.
            var stands = level == Base + 1 && Deepest(tree.Innermost) > level;
            var style = stands ? Style with { Font = Style.Font with { Bold = true } } : Style;
            on.Line(on.Frame.GroupName(level, group), style, left, Math.Max(20, Width - PageWidth - (left - on.Left - X)), top);
            if (on.PageOf(tree, level, group) is { } page)
                on.Line(page.ToString(on.Culture), Style with { Align = Alignment.Right, IsNatural = false },
                    on.Left + X + Width - PageWidth, PageWidth, top);
        }
        var last = placed.Y + line * Style.LineHeight;
        if (Count(on.Frame) - MostListed is > 0 and var more && last >= on.From && last < on.To)
            on.Line($"… {more.ToString("N0", on.Culture)}", Style, on.Left + X, Width, on.At(last));
    }

    private int Deepest(int innermost) => Math.Min(innermost, Base + Math.Max(1, Definition.Levels));

    private int Count(Frame frame) => Listed(frame).Count();

    /// <summary>As they are printed: each group before those inside of it.</summary>
    private IEnumerable<(int Level, int Group)> Listed(Frame frame)
    {
        if (frame.Tree is not { } tree || tree.Order.Length == 0) return [];
        return Inside(Base, frame.Groups[Base]);

        IEnumerable<(int, int)> Inside(int level, int group) => level >= Deepest(tree.Innermost) ? []
            : tree.Listed(level, group).SelectMany(inner => Inside(level + 1, inner).Prepend((level + 1, inner)));
    }
}
