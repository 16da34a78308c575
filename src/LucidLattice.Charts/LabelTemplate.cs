using System.Text.RegularExpressions;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts;

/// <summary>Labels in the author's own words, with <c>{{ value }}</c>, <c>{{ share }}</c>, <c>{{ category }}</c> and
/// <c>{{ series }}</c> in them.</summary>
public static partial class LabelTemplate
{
    public static string Filled(string template, Func<LabelPart, string> part) => Blank().Replace(template, match =>
        PartOf(match.Groups[1].Value) is { } name ? part(name) : match.Value);

    /// <summary>What stands in braces and is no part of a label; null where all are.</summary>
    public static string? Unknown(string template) => Blank().Matches(template).Select(m => m.Groups[1].Value.Trim())
        .FirstOrDefault(name => PartOf(name) is null);

    private static LabelPart? PartOf(string name) =>
        Enum.TryParse<LabelPart>(name.Trim(), ignoreCase: true, out var part) && !int.TryParse(name, out _) ? part : null;

    [GeneratedRegex(@"\{\{([^{}]*)\}\}")]
    private static partial Regex Blank();
}
