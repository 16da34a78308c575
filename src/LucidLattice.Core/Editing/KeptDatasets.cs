using LucidLattice.Core.Datasets;
using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Editing;

/// <summary>Datasets that a report takes over from the library.</summary>
internal static class KeptDatasets
{
    /// <summary>The report with a copy of a kept dataset and the parameters that it asks for, and the copy's id; one that is there already
    /// is not taken twice.</summary>
    public static (Workpiece At, string Id) Take(Workpiece at, Dataset kept)
    {
        if (at.Report.Datasets.FirstOrDefault(d => d.CopyOf == kept.Id) is { } there) return (at, there.Id);
        var id = at.NewId("d");
        var report = at.Report with { Datasets = [.. at.Report.Datasets, DatasetCopy.Take(kept, id)] };
        return (at with { Report = DatasetCopy.WithParametersOf(report, kept, id) }, id);
    }
}
