using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Figures;

/// <summary>A group, or the whole of a section: what its header and its footer print, its rows, and the groups inside of it.</summary>
/// <param name="level">Of the tree.</param>
public sealed class GroupFigures(SectionFigures section, int level, int group)
{
    private const int RowsBetweenChecks = 0xFF;

    public SectionFigures Section => section;

    /// <summary>Its level; null for the whole of a section.</summary>
    public GroupedBy? Level => level > section.Plan.Base ? section.Plan.Levels[level - section.Plan.Base - 1].Level : null;

    /// <summary>What its rows have in common.</summary>
    public Value Key => section.Data.KeyOf(level, group, section.Keys);

    /// <summary>The key as people read it.</summary>
    public string Label => section.Data.LabelOf(level, group, section.Keys);

    /// <summary>The page on which it begins; null where no pages are laid out, and inside of other sections.</summary>
    public int? Page => section.IsInner ? null : section.Sheet.PageOf(section.Plan, level, group);

    /// <summary>Of a section inside of another: the values by which its rows belong to the place around.</summary>
    public IReadOnlyList<Value> Match
    {
        get
        {
            section.Keys.StandAt(section.Plan.Base, group);
            return [.. section.Plan.Match.Select(match => section.Keys.Try(match.Own))];
        }
    }

    /// <summary>How many rows it has.</summary>
    public int Count => section.Data.Tree.Levels[level].End(group) - section.Data.Tree.Levels[level].Start[group];

    /// <summary>True for a group that is left out, as those beyond the first ones are; totals around may include it.</summary>
    public bool IsOmitted => section.Data.Tree.IsOmitted(level, group);

    /// <summary>True if there is a next level, with rows to divide.</summary>
    public bool IsDivided => level < section.Data.Tree.Innermost && section.Data.Tree.Order.Length > 0;

    /// <summary>The groups of the next level.</summary>
    public IEnumerable<GroupFigures> Groups
    {
        get
        {
            var tree = section.Data.Tree;
            if (!IsDivided) yield break;
            var (first, count) = tree.Inside(level, group, level + 1);
            for (var child = first; child < first + count; child++) yield return section.Group(level + 1, child);
        }
    }

    /// <summary>What its header and its footer print, each read before the next one is asked for.</summary>
    public IEnumerable<PrintedElement> Printed
        => from place in Places from element in Elements(place, PartsShown(place)) select element;

    /// <summary>The elements of both, regardless of their conditions.</summary>
    public IEnumerable<ElementPlan> Planned
        => Places.SelectMany(section.Data.Content.PartsAt).SelectMany(part => part.Elements);

    /// <summary>Of a group of the innermost level, what is printed for each of its rows.</summary>
    public IEnumerable<RowFigures> Rows
    {
        get
        {
            var tree = section.Data.Tree;
            if (level < tree.Innermost || IsOmitted) yield break;
            for (var row = tree.Levels[level].Start[group]; row < tree.Levels[level].End(group); row++)
            {
                if ((row & RowsBetweenChecks) == 0) section.Step();
                var at = new Cursor(Stage.Detail, level, group, row);
                var parts = PartsShown(at).ToList();
                if (parts.Count > 0) yield return new RowFigures(Elements(at, parts));
            }
        }
    }

    private IEnumerable<Cursor> Places => level == section.Plan.Base
        ? [new Cursor(Stage.ReportHeader, level, group), new Cursor(Stage.ReportFooter, level, group)]
        : [new Cursor(Stage.Header, level, group), new Cursor(Stage.Footer, level, group)];

    private IEnumerable<PrintedElement> Elements(Cursor at, IEnumerable<PartPlan> parts)
    {
        foreach (var part in parts)
            foreach (var element in part.Elements)
            {
                section.Positions.MoveTo(at);
                if (element.IsShown(section.Frame)) yield return new PrintedElement(section, element);
            }
    }

    private IEnumerable<PartPlan> PartsShown(Cursor at)
    {
        foreach (var part in section.Data.Content.PartsAt(at))
        {
            section.Positions.MoveTo(at);
            if (part.IsShown(section.Frame)) yield return part;
        }
    }
}

/// <summary>A row that is printed.</summary>
/// <param name="Printed">Its elements, each read before the next one is asked for.</param>
public sealed record RowFigures(IEnumerable<PrintedElement> Printed);
