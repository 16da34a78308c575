using LucidLattice.Model.Definitions;

namespace LucidLattice.Reports.Running;

/// <summary>Columns that parameters hide: a report is run as if they were not there, so that those beside them move up.</summary>
internal static class HiddenColumns
{
    public static ReportDefinition Without(ReportDefinition report, ParameterConditions conditions)
    {
        var hidden = report.AllSections().SelectMany(s => s.Columns)
            .Where(c => conditions.IsNeverTrue(c.When)).Select(c => c.Id).ToHashSet();
        if (hidden.Count == 0) return report;
        return report.MapAllElements(e => e.Column is { } column && hidden.Contains(column) ? null : e)
            .MapSections(s => s with { Columns = [.. s.Columns.Where(c => !hidden.Contains(c.Id))] });
    }
}
