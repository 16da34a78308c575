using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Datasets;
using LucidLattice.Planning.Copies;

namespace LucidLattice.Authoring.Editing;

/// <summary>Puts a kept dataset in place of one of the report's: a later state of it, or another one. Columns, groups, texts and charts
/// follow the mapping.</summary>
public sealed record ExchangeDataset : Edit
{
    /// <summary>The id, in the report, of the dataset that goes.</summary>
    public required string Old { get; init; }

    /// <summary>The kept dataset.</summary>
    public required Dataset Next { get; init; }

    /// <summary>New field names by old ones; fields that are not named keep theirs.</summary>
    public IReadOnlyDictionary<string, string> Fields { get; init; } = new Dictionary<string, string>();

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var report = at.Report;
        if (report.Datasets.All(d => d.Id != Old)) throw new EditException($"The report has no dataset “{Old}”.");
        if (Fields.Values.FirstOrDefault(f => Next.Fields.All(n => n.Name != f)) is { } missing)
            throw new EditException($"“{Next.Name}” has no field “{missing}”.");
        return at with {
            Report = DatasetCopy.WithParametersOf(ReportCopies.Exchange(report, Old, DatasetCopy.Take(Next, Old), Fields), Next, Old) };
    }
}
