using LucidLattice.Model.Definitions;

namespace LucidLattice.Model.Files;

/// <summary>Reads and writes kept datasets as files. Inside of a report a dataset has no envelope: the report's own says all.</summary>
public static class DatasetFile
{
    public static string Write(Dataset dataset) => FileKinds.Dataset.Write(dataset);

    /// <exception cref="DefinitionFormatException">The text is no dataset of a version known here; the message says where.</exception>
    public static Dataset Read(string json) => FileKinds.Dataset.Read<Dataset>(json);
}
