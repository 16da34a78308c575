using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning;

namespace LucidLattice.Reports.Running;

/// <summary>Where an element is printed in a run: enough to stand there again.</summary>
/// <param name="Section">The id of its section; of page bands, of the sheet's first one; of a chart with rows of its own, of what is
/// around it.</param>
/// <param name="Element">The id of the element.</param>
/// <param name="Groups">The group of each level of the section's tree.</param>
/// <param name="Place">How many rows are printed up to there.</param>
/// <param name="Row">In the dataset's order; -1 where there is none.</param>
public sealed record PrintedPlace(string Section, string Element, IReadOnlyList<int> Groups, int Place, int Row)
{
    /// <summary>The page of the sheet, for what stands in its header or footer.</summary>
    public int? Page { get; init; }

    /// <summary>Of a chart, which of its marks is meant, as <see cref="RegionItem.Id"/> names them; null for the whole.</summary>
    public string? Mark { get; init; }

    public static PrintedPlace Of(SectionPlan section, string element, Frame frame) =>
        new(section.Section.Id, element, [.. frame.Groups], frame.Place, frame.Row);

    /// <summary>A frame that stands there; null if this is no place of the section.</summary>
    public Frame? FrameIn(SectionData data)
    {
        var (tree, frame) = (data.Tree, data.NewFrame());
        if (Groups.Count != frame.Groups.Length || Place < 0 || Place > tree.Order.Length || Row < -1
            || Row >= data.Rows.Count) return null;
        for (var level = 0; level < Groups.Count; level++)
        {
            if (Groups[level] < 0 || Groups[level] >= Math.Max(1, tree.Levels[level].Count)) return null;
            frame.Groups[level] = Groups[level];
        }
        (frame.Place, frame.Row) = (Place, Row);
        return frame;
    }
}
