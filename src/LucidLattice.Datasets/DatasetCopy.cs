using LucidLattice.Model.Definitions;

namespace LucidLattice.Datasets;

/// <summary>Reports hold copies of datasets. Here a copy is made, with the parameters that its dataset asks for.</summary>
public static class DatasetCopy
{
    /// <summary>A copy for a report: it carries its own id there, and the parameters move into the report.</summary>
    public static Dataset Take(Dataset kept, string id) => kept with { Id = id, CopyOf = kept.Id, Parameters = [], Starter = null };

    /// <summary>The kept dataset's parameters as a report with a copy under <paramref name="id"/> has them.</summary>
    public static IReadOnlyList<Parameter> Parameters(Dataset kept, string id)
        => [.. kept.Parameters.Select(p => p.Choices is DatasetChoices c
            && c.Dataset == kept.Id ? p with { Choices = c with { Dataset = id } } : p)];

    /// <summary>The report with the parameters that a kept dataset asks for and the report does not have yet.</summary>
    public static ReportDefinition WithParametersOf(ReportDefinition report, Dataset kept, string id)
    {
        report = report with {
            Parameters = [.. report.Parameters,
            .. Parameters(kept, id)
            .Where(p => report.Parameters.All(own => !string.Equals(own.Name, p.Name, StringComparison.OrdinalIgnoreCase)))] };
        if (kept.Source is not DerivedSource { Base: { } from }) return report;
        // The choices of what the other dataset asks for come from its rows, so the report needs them too.
        report = WithParametersOf(report, from, from.Id);
        var needed = report.Parameters.Any(p => p.Choices is DatasetChoices c && c.Dataset == from.Id)
            && report.Datasets.All(d => d.Id != from.Id);
        return needed ? report with { Datasets = [.. report.Datasets, Take(from, from.Id)] } : report;
    }
}
