using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Explaining;

/// <summary>A report that has something to do with another one.</summary>
/// <param name="Why">What they share, in words.</param>
/// <param name="Shared">The names of parameters that mean the same in both, so that their values can go along.</param>
public sealed record RelatedReport(string Id, string Title, string Why, IReadOnlyList<string> Shared);

/// <summary>Finds reports that show the same rows or ask for the same.</summary>
public static class RelatedReports
{
    public const int Most = 6;

    /// <summary>Those that have most in common first.</summary>
    public static IReadOnlyList<RelatedReport> Of(string id, ReportDefinition report, IEnumerable<(string Id,
        ReportDefinition Report)> others)
    {
        var (sources, words) = (Sources(report).ToHashSet(), Words(report));
        var found = new List<(RelatedReport Report, int Weight)>();
        foreach (var (otherId, other) in others.Where(o => o.Id != id))
        {
            var shared = report.Parameters.Where(p => p.SetBy == SetBy.Reader && other.Parameters.Any(o => o.SetBy == SetBy.Reader
                && o.Type == p.Type && o.Shape == p.Shape && string.Equals(o.Name, p.Name, StringComparison.OrdinalIgnoreCase))).ToList();
            var same = Sources(other).FirstOrDefault(sources.Contains);
            var common = Words(other).Count(words.Contains);
            var weight = shared.Count * 2 + (same is null ? 0 : 3) + common;
            if (weight < 3) continue;
            string[] why = [.. same is null ? (string[])[] : ["the same rows"],
                .. shared.Count == 0 ? (string[])[]
                    : [$"also asks for {WordList.Joined(shared.Select(p => p.Caption.ToLowerInvariant()))}"],
                .. same is null && shared.Count == 0 ? ["about the same"] : (string[])[]];
            found.Add((new RelatedReport(otherId, other.Title, string.Join("; ", why), [.. shared.Select(p => p.Name)]), weight));
        }
        return [.. found.OrderByDescending(f => f.Weight).ThenBy(f => f.Report.Title, StringComparer.Ordinal).Take(Most).Select(f =>
            f.Report)];
    }

    private static IEnumerable<string> Sources(ReportDefinition report) => report.Datasets.SelectMany(d => d.Source switch
    {
        _ when d.CopyOf is { } kept => [$"kept {kept}"],
        TableSource table => [$"{d.Database} {table.Table}"],
        JoinSource { Tables: [var first, ..] } => [$"{d.Database} {first.Table}"],
        _ => (string[])[],
    });

    /// <summary>The longer words of its title and its description.</summary>
    private static HashSet<string> Words(ReportDefinition report) =>
        [.. $"{report.Title} {report.Description}".ToLowerInvariant().Split([' ', ',', '.', ';', ':', '–', '-'],
            StringSplitOptions.RemoveEmptyEntries).Where(w => w.Length > 4)];
}
