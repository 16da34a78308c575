using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning;

/// <summary>What can be wrong with the style of an element, apart from the conditions of its rules.</summary>
internal static class StyleChecks
{
    public static IEnumerable<Problem> Check(Element element)
    {
        if (element.Style is not { } style) yield break;
        foreach (var color in Colors(style).OfType<string>().Where(c => !HexColors.IsColor(c)))
            yield return Wrong("bad-color", $"“{color}” is no colour.", "color", "Write it as #0B5D5B.");
        if (style.Rules.Count > Style.MostRules)
            yield return Wrong("too-many-rules", $"A text looks different under at most {Style.MostRules} conditions.", "rules",
                "Take some out.");
        foreach (var name in style.By.Keys.Where(k => !Style.Settings.Contains(k)))
            yield return Wrong("unknown-setting", $"“{name}” is no setting that an expression can give.", "by",
                $"Use {string.Join(", ", Style.Settings)}.");
        if (style.Size is { } size && !(size is >= 4 and <= 72))
            yield return Wrong("bad-size", $"Letters of {size} points cannot be printed; {Math.Clamp(size, 4, 72)} are used.", "size",
                "Choose 4 to 72 points.") with { Severity = Severity.Warning };
        if (style.Border is { } border && !(border.Thickness is >= 0 and <= 100))
            yield return Wrong("bad-size", $"A line of {border.Thickness} points is no border.", "border", "Choose 0 to 100 points.");
        if (style.Padding is { } padding && !(padding is >= 0 and <= 100))
            yield return Wrong("bad-size", $"A text cannot keep {padding} points from its edges.", "padding", "Choose 0 to 100 points.");
        if (style.Turn is { } turn && !(turn is >= -360 and <= 360))
            yield return Wrong("bad-turn", $"A text cannot be turned by {turn} degrees.", "turn", "Choose -360 to 360 degrees.");

        Problem Wrong(string code, string message, string property, string mend) =>
            new(code, Severity.Error, message, element.Id, property, Mends: [mend]);
    }

    private static IEnumerable<string?> Colors(Style style) =>
        [style.Color, style.Background, style.Border?.Color, style.Scale?.Low, style.Scale?.High,
            .. style.Rules.SelectMany(r => new[] { r.Color, r.Background })];
}
