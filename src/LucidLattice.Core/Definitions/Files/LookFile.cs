namespace LucidLattice.Core.Definitions.Files;

/// <summary>Reads and writes looks of charts that are kept by name.</summary>
public static class LookFile
{
    public static string Write(ChartLook look) => FileKinds.Look.Write(look);

    /// <exception cref="DefinitionFormatException">The text is no look of a version known here.</exception>
    public static ChartLook Read(string json) => FileKinds.Look.Read<ChartLook>(json);
}
