using System.Text.Json.Nodes;

namespace LucidLattice.Core.Definitions.Files.Upgrades;

/// <summary>Datasets, from 1 to 2: they had no envelope, and get one; nothing else differs.</summary>
internal static class DatasetEnvelope
{
    public static void Add(JsonObject file) => file["format"] = FileKinds.Dataset.Format;
}
