using LucidLattice.Expressions.Evaluation;
using LucidLattice.Layout;
using LucidLattice.Planning;

namespace LucidLattice.Reports.Running;

/// <summary>What is printed at a place of a page, and for which group: so that an author finds it again where it is made.</summary>
/// <param name="Element">The id of the element; null between elements.</param>
/// <param name="Section">The id of the section; of page bands, of the sheet's first one.</param>
/// <param name="Keys">The keys of the groups around it, outermost first, as machines write them; null for those without one.</param>
public sealed record PagePlace(string? Element, string Section, IReadOnlyList<string?> Keys)
{
    /// <summary>By which what is printed there can be traced; null between elements.</summary>
    public PrintedPlace? Printed { get; init; }
}

/// <summary>Finds what is printed at a place of a page.</summary>
internal sealed class PagePlaces(RunData data, PartLayout layout, double x, double y)
{
    /// <summary>How far from an element it is still meant, in points.</summary>
    private const double Near = 1;

    /// <summary>The number of the page, once its header and footer are looked at; null in between.</summary>
    public int? Page { get; set; }

    /// <summary>What was found last, which lies above what was found before.</summary>
    public PagePlace? Found { get; private set; }

    /// <summary>Looks at the slice of a part that is printed at (left, top).</summary>
    public void Look(SectionPlan section, PartPlan part, Frame frame, double left, double top, double from, double to)
    {
        if (y < top || y > top + (to - from) || x < left - Near || x > left + part.Width + Near) return;
        var (inside, within) = (layout.Place(part, frame), from + y - top);
        var element = part.FromBack(inside.Elements).LastOrDefault(e => e.Plan.IsShown(frame)
            && x >= left + e.Plan.X - Near && x <= left + e.Plan.X + e.Plan.Width + Near
            && within >= e.Y - Near && within <= e.Y + e.Height + Near);
        var own = data[section];
        var keys = own.Tree.Order.Length == 0 ? [] : Enumerable.Range(section.Base + 1, own.Tree.Innermost - section.Base)
            .Select(level => own.KeyOf(level, frame.Groups[level], own.NewFrame())).Select(k => k.IsNull ? null : k.Invariant);
        Found = new PagePlace(element?.Plan.Id, section.Section.Id, [.. keys])
        {
            Printed = element is null ? null : PrintedPlace.Of(section, element.Plan.Id, frame) with { Page = Page },
        };
    }
}
