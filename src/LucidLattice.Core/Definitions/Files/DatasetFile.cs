using System.Text.Json.Nodes;
using System.Text.Json;

namespace LucidLattice.Core.Definitions.Files;

/// <summary>Reads and writes kept datasets as files. Inside of a report a dataset has no envelope: the report's own says all.</summary>
public static class DatasetFile
{
    /// <summary>The dataset as indented JSON with its envelope, and a stable order of properties.</summary>
    public static string Write(Dataset dataset)
    {
        var file = (JsonObject)JsonSerializer.SerializeToNode(dataset, ReportJson.Options)!;
        file.Insert(0, "format", FileKinds.Dataset.Format);
        file.Insert(1, "version", FileKinds.Dataset.Version);
        return file.ToJsonString(ReportJson.Options);
    }

    /// <exception cref="DefinitionFormatException">The text is no dataset of a version known here; the message says where.</exception>
    public static Dataset Read(string json)
    {
        var file = FileKinds.Dataset.Open(json);
        file.Remove("format");
        file.Remove("version");
        return ReportJson.Parse<Dataset>(file, FileKinds.Dataset.Noun);
    }
}
