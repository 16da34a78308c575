using LucidLattice.Model.Definitions;

namespace LucidLattice.Reports.Running;

/// <summary>
/// Detail rows that are switched off, or whose conditions no row of the run can meet: the report is run as if they were not there. The
/// headings of columns that have no totals go with them, and the lines of a part that then holds nothing else.
/// </summary>
internal static class UnprintedRows
{
    public static ReportDefinition Without(ReportDefinition report, ParameterConditions conditions)
    {
        var summaries = report.AllSections().Where(s => PrintsNone(s, conditions)).ToList();
        if (summaries.Count == 0) return report;
        var columns = summaries.SelectMany(s => s.Columns).Select(c => c.Id).ToHashSet();
        columns.ExceptWith(report.AllElements().OfType<TotalElement>().Select(t => t.Column ?? ""));
        var ids = summaries.Select(s => s.Id).ToHashSet();
        return report.MapAllBands(band => WithoutHeadings(band, columns))
            .MapSections(s => ids.Contains(s.Id) ? s with { Summary = true, Detail = new Band() } : s);
    }

    private static bool PrintsNone(Section section, ParameterConditions conditions) =>
        section.Summary || (section.Detail.Parts.Count > 0 && section.Detail.Parts.All(p => conditions.IsNeverTrue(p.When)));

    private static Band WithoutHeadings(Band band, HashSet<string> columns)
    {
        if (!band.Parts.SelectMany(p => p.Elements).Any(IsUnused)) return band;
        return band with { Parts = [.. band.Parts.Select(Without).OfType<BandPart>()] };

        bool IsUnused(Element element) => element is HeadingElement { Column: { } column } && columns.Contains(column);

        BandPart? Without(BandPart part)
        {
            if (!part.Elements.Any(IsUnused)) return part;
            List<Element> left = [.. part.Elements.Where(e => !IsUnused(e))];
            return left.All(e => e is LineElement) && part.Sections.Count == 0 ? null : part with { Elements = left };
        }
    }
}
