using LucidLattice.Model.Definitions;
using LucidLattice.Datasets;
using LucidLattice.Planning.Copies;

namespace LucidLattice.Authoring.Editing;

/// <summary>Datasets that a report takes over from the library.</summary>
internal static class KeptDatasets
{
    /// <summary>The report with a copy of a kept dataset and the parameters that it asks for, and the copy's id; one that is there already
    /// is not taken twice. A dataset without an id is no kept one, as that of a table: it becomes the report's own.</summary>
    public static (Workpiece At, string Id) Take(Workpiece at, Dataset kept)
    {
        if (kept.Id.Length == 0) return TakeOwn(at, kept);
        if (at.Report.Datasets.FirstOrDefault(d => d.CopyOf == kept.Id) is { } there) return (at, there.Id);
        var id = at.NewId("d");
        var report = at.Report with { Datasets = [.. at.Report.Datasets, DatasetCopy.Take(kept, id)] };
        return (at with { Report = DatasetCopy.WithParametersOf(report, kept, id) }, id);
    }

    private static (Workpiece At, string Id) TakeOwn(Workpiece at, Dataset made)
    {
        var there = at.Report.Datasets.FirstOrDefault(d => d.CopyOf is null && d.Filter is null && d.Database == made.Database
            && d.Source is TableSource table && made.Source is TableSource wanted && table.Table == wanted.Table);
        if (there is not null) return (at, there.Id);
        var own = made with { Id = at.NewId("d"), CopyOf = null, Parameters = [], Starter = null };
        var missing = made.Parameters.Where(p => at.Report.Parameters.All(known => known.Name != p.Name));
        return (at with
        {
            Report = at.Report with { Datasets = [.. at.Report.Datasets, own], Parameters = [.. at.Report.Parameters, .. missing] },
        }, own.Id);
    }
}
