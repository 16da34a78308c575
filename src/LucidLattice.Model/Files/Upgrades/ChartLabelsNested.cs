using System.Text.Json.Nodes;

namespace LucidLattice.Model.Files.Upgrades;

/// <summary>Reports, from 3 to 4: what is written on a chart's marks is more than yes or no.</summary>
internal static class ChartLabelsNested
{
    public static void Nest(JsonObject file)
    {
        foreach (var chart in ChartBySubject.Charts(file).ToList())
        {
            if (chart["labels"] is not JsonValue labels || !labels.TryGetValue<bool>(out var written)) continue;
            chart.Remove("labels");
            if (!written) chart["labels"] = new JsonObject { ["show"] = "never" };
        }
    }
}
