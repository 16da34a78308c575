using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Parameters;

/// <summary>Asks for rows on behalf of a report: with its parameters, its clock and its language.</summary>
public static class ReportQuery
{
    public static DataQuery For(
        ReportDefinition report, Dataset dataset, IReadOnlyList<Field> fields, Value[] values, DateTime now, bool refresh = false)
        => new(dataset, fields, BoundValues.ByName(report, values), refresh)
        {
            Definitions = report.Parameters,
            Values = values,
            Now = now,
            Language = report.Language,
        };
}
