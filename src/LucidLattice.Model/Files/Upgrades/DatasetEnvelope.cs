using System.Text.Json.Nodes;

namespace LucidLattice.Model.Files.Upgrades;

/// <summary>Datasets, from 1 to 2: they had no envelope, and get one; nothing else differs.</summary>
internal static class DatasetEnvelope
{
    public static void Add(JsonObject file) => file["format"] = "lucid-lattice/dataset";
}
