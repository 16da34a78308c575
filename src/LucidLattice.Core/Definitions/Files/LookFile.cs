using System.Text.Json;
using System.Text.Json.Nodes;

namespace LucidLattice.Core.Definitions.Files;

/// <summary>Reads and writes looks of charts that are kept by name.</summary>
public static class LookFile
{
    public static string Write(ChartLook look)
    {
        var file = (JsonObject)JsonSerializer.SerializeToNode(look, ReportJson.Options)!;
        file.Insert(0, "format", FileKinds.Look.Format);
        file.Insert(1, "version", FileKinds.Look.Version);
        return file.ToJsonString(ReportJson.Options);
    }

    /// <exception cref="DefinitionFormatException">The text is no look of a version known here.</exception>
    public static ChartLook Read(string json)
    {
        var file = FileKinds.Look.Open(json);
        file.Remove("format");
        file.Remove("version");
        return ReportJson.Parse<ChartLook>(file, FileKinds.Look.Noun);
    }
}
