using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Authoring.Composing;

/// <summary>The pages on which groups begin and end, as contents and page numbers print them while a report is composed, where no pages are
/// laid out.</summary>
public static class GroupPages
{
    /// <summary>More groups than contents list are not asked for.</summary>
    private const int Most = 4_000;

    /// <summary>By section, level of the tree and group; of a run whose pages are counted. Nothing where the report prints none of
    /// them.</summary>
    public static IReadOnlyDictionary<string, PageSpan> Of(ReportRun run)
    {
        var pages = new Dictionary<string, PageSpan>();
        var counts = ReportJson.Write(run.Report) is var text && (Prints(text, "page_number(") || Prints(text, "page_count("));
        foreach (var sheet in run.Sheets)
            foreach (var section in sheet.Plan.Sections.Where(s => counts || s.Elements.Any(e => e is ContentsPlan)))
            {
                var tree = run.Data![section].Tree;
                for (var level = section.Base + 1; level <= tree.Innermost; level++)
                    for (var group = 0; tree.Order.Length > 0 && group < tree.Levels[level].Count && pages.Count < Most; group++)
                        if (sheet.PagesOf(section, level, group) is { Last: { } last } span)
                            pages[KeyOf(section.Section.Id, level, group)] = new PageSpan(span.First, last);
            }
        return pages;
    }

    public static string KeyOf(string section, int level, int group) => $"{section} {level} {group}";

    /// <summary>True if the name of a level follows; without one, the pages of the whole are meant.</summary>
    private static bool Prints(string report, string call)
    {
        for (var at = 0; (at = report.IndexOf(call, at, StringComparison.OrdinalIgnoreCase)) >= 0; at += call.Length)
            if (at + call.Length < report.Length && report[at + call.Length] != ')') return true;
        return false;
    }
}

/// <summary>The pages on which something begins and ends.</summary>
public sealed record PageSpan(int First, int Last);
