using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files.Upgrades;

namespace LucidLattice.Model.Files;

/// <summary>Every kind of file. A new version is one more step in its list, with a frozen sample of the version before in
/// tests/samples.</summary>
public static class FileKinds
{
    public static readonly FileKind Report = new(ReportDefinition.FormatName, "report",
        [PageBandsToSheet.Move, ChartBySubject.Nest, ChartLabelsNested.Nest, ChartWordsNested.Nest]);

    public static readonly FileKind Look = new("lucid-lattice/look", "look", []);

    public static readonly FileKind ReportLook = new("lucid-lattice/report-look", "report look", []);

    public static readonly FileKind Dataset = new("lucid-lattice/dataset", "dataset", [DatasetEnvelope.Add])
        { BeganWithoutEnvelope = true };
}
