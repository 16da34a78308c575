using LucidLattice.Model.Definitions;

namespace LucidLattice.Model.Files;

/// <summary>A look of reports with the file of its logo, so that it can be worn by any report.</summary>
/// <param name="Logo">Null if it has none.</param>
public sealed record CarriedLook(ReportLook Look, ReportImage? Logo = null);

/// <summary>Reads and writes looks of charts and of reports that are kept by name.</summary>
public static class LookFile
{
    public static string Write(ChartLook look) => FileKinds.Look.Write(look);

    /// <exception cref="DefinitionFormatException">The text is no look of a version known here.</exception>
    public static ChartLook Read(string json) => FileKinds.Look.Read<ChartLook>(json);

    public static string Write(CarriedLook look) => FileKinds.ReportLook.Write(look);

    /// <exception cref="DefinitionFormatException">The text is no look of a version known here.</exception>
    public static CarriedLook ReadReportLook(string json) => FileKinds.ReportLook.Read<CarriedLook>(json);
}
