using System.Text.Json.Nodes;

namespace LucidLattice.Model.Files.Upgrades;

/// <summary>Reports, from 1 to 2: page header and footer belong to the sheet, since several sections may stand on its pages.</summary>
internal static class PageBandsToSheet
{
    public static void Move(JsonObject file)
    {
        foreach (var sheet in (file["sheets"] as JsonArray ?? []).OfType<JsonObject>())
            foreach (var section in (sheet["sections"] as JsonArray ?? []).OfType<JsonObject>())
                foreach (var band in new[] { "pageHeader", "pageFooter" })
                {
                    if (section[band] is not { } content) continue;
                    section.Remove(band);
                    // Version 1 had one section a sheet; should a file have more, what the first one says holds.
                    if (!sheet.ContainsKey(band)) sheet[band] = content;
                }
    }
}
