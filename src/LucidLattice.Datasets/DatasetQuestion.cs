using LucidLattice.Data;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Datasets;

/// <summary>A kept dataset asked on its own, without a report around it: its parameters take what is given, or else their
/// defaults.</summary>
/// <param name="Values">Of the dataset's parameters and those of the datasets that it starts from.</param>
public sealed record DatasetQuestion(DataQuery Query, ReportDefinition Around, ParameterValues Values)
{
    /// <param name="given">By name, as <see cref="ParameterText"/> reads them.</param>
    /// <param name="source">Where the choices of parameters are read; null takes any value.</param>
    /// <param name="now">In the zone that matters to the asker.</param>
    public static DatasetQuestion Ask(Dataset dataset, IReadOnlyDictionary<string, string> given, DateTime now, IRowReader? source = null,
        CancellationToken cancel = default)
    {
        var around = Report(dataset);
        var choices = source is null ? null : new ParameterChoices(source);
        var values = ParameterValues.Resolve(around, given, now,
            choices is null ? null : (p, known) =>
            choices.Offered(around, p, known, now, cancel), around.Parameters.Select(p => p.Name).ToHashSet());
        return new DatasetQuestion(ReportQuery.For(around, dataset, dataset.Fields, values.Values, now), around, values);
    }

    /// <summary>The parameters of a dataset with those of the datasets that it starts from.</summary>
    public static IReadOnlyList<Parameter> Parameters(Dataset dataset) => Report(dataset).Parameters;

    private static ReportDefinition Report(Dataset dataset)
    {
        var bare = new ReportDefinition { Format = ReportDefinition.FormatName, Version = ReportDefinition.CurrentVersion,
            Title = dataset.Name, Datasets = [dataset] };
        return DatasetCopy.WithParametersOf(bare, dataset, dataset.Id);
    }
}
