using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets.Parameters;

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
