using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>The ids of a report's sheets, sections, levels, columns, parts and elements, which are all different.</summary>
internal static class ReportIds
{
    public static IEnumerable<string> All(ReportDefinition report) =>
    [
        .. report.AllElements().SelectMany(e => e.AllIds()), .. report.AllParts().Select(p => p.Id), .. report.Sheets.Select(s => s.Id),
        .. report.AllSections().SelectMany(s => s.Levels.Select(l => l.Id).Concat(s.Columns.Select(c => c.Id)).Append(s.Id)),
    ];

    public static bool Has(this ReportDefinition report, string id) => All(report).Contains(id);

    /// <summary>The first id that is there twice, or null.</summary>
    public static string? RepeatedId(this ReportDefinition report)
    {
        var seen = new HashSet<string>();
        return All(report).FirstOrDefault(id => !seen.Add(id));
    }
}
