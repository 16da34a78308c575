using LucidLattice.Core.Elements;
using LucidLattice.Core.Running;

namespace LucidLattice.Core.Composing;

/// <summary>The pages on which groups begin, as contents print them while a report is composed, where no pages are laid out.</summary>
public static class ContentsPages
{
    /// <summary>More groups than contents list are not asked for.</summary>
    private const int Most = 4_000;

    /// <summary>By section, level of the tree and group; of a run whose pages are counted.</summary>
    public static IReadOnlyDictionary<string, int> Of(ReportRun run)
    {
        var pages = new Dictionary<string, int>();
        foreach (var sheet in run.Sheets)
            foreach (var section in sheet.Plan.Sections.Where(s => s.Elements.Any(e => e is ContentsPlan)))
            {
                var tree = run.Data![section].Tree;
                for (var level = section.Base + 1; level <= tree.Innermost; level++)
                    for (var group = 0; tree.Order.Length > 0 && group < tree.Levels[level].Count && pages.Count < Most; group++)
                        if (sheet.PageOf(section, level, group) is { } page) pages[KeyOf(section.Section.Id, level, group)] = page;
            }
        return pages;
    }

    public static string KeyOf(string section, int level, int group) => $"{section} {level} {group}";
}
