using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;

namespace LucidLattice.Planning.Elements;

/// <summary>What a look of one's own can be.</summary>
public static class ReportLooks
{
    /// <summary>Why a look cannot be worn, as a sentence; null if it can.</summary>
    public static string? WhyNot(CarriedLook carried)
    {
        var look = carried.Look;
        if (look.Levels.Count > ReportLook.MostLevels)
            return $"A look has colours for at most {ReportLook.MostLevels} levels.";
        if (look.Levels.Append(look.Ink).Append(look.Muted).Append(look.Title).FirstOrDefault(c => !HexColors.IsColor(c)) is { } wrong)
            return $"“{wrong}” is no colour of a look; colours are written as #0B5D5B.";
        if (!(look.Scale is >= ReportLook.LeastScale and <= ReportLook.MostScale))
            return "The letters of a look are half to three times as large as usual.";
        if (!(look.RowSpace is >= ReportLook.LeastRowSpace and <= ReportLook.MostRowSpace))
            return $"The rows of a look are {ReportLook.LeastRowSpace} to {ReportLook.MostRowSpace} points further apart than usual.";
        if (look.Logo is not null && carried.Logo?.Id != look.Logo) return $"The image “{look.Logo}”, which the look shows, is missing.";
        return carried.Logo is { } logo && ImagePlan.Read(logo.Data, out var why) is null ? $"“{logo.Name}” is no image: {why}" : null;
    }
}
