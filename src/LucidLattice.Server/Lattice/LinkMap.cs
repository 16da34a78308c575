using System.Text.Json;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using LucidLattice.Reports.Proving;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Library;
using LucidLattice.Server.Workspace;
using LucidLattice.Storage;

namespace LucidLattice.Server.Lattice;

/// <summary>All reports and the links between them, as their drafts have them.</summary>
public sealed record LinkMap(IReadOnlyList<MapReport> Reports, IReadOnlyList<MapLink> Links);

/// <param name="Charts">How many charts it has.</param>
/// <param name="X">Where somebody laid it, in pixels; null lays it out by itself.</param>
public sealed record MapReport(string Id, string Title, bool Published, int Charts, IReadOnlyList<MapParameter> Parameters, double? X,
    double? Y);

/// <param name="Words">What it is when nobody sets it: “must be given”, “1 Jan this year”.</param>
public sealed record MapParameter(string Name, string Caption, string Words, bool MustBeGiven);

/// <param name="From">The id of the report that it stands in.</param>
/// <param name="On">The id of the element.</param>
/// <param name="Index">Its place among the links there.</param>
/// <param name="Clicked">What is clicked, in words: “the chart “Income””.</param>
/// <param name="To">The id of the report that opens; null for a web address.</param>
/// <param name="Carries">The names of what it carries.</param>
/// <param name="Broken">What is wrong with it, with what would mend it.</param>
/// <param name="Trial">How it came out when it was tried last; null if never.</param>
public sealed record MapLink(string From, string On, int Index, string Clicked, string? To, string Sentence, IReadOnlyList<string> Carries,
    IReadOnlyList<Problem> Broken, MapTrial? Trial);

/// <param name="TriedAt">In UTC.</param>
/// <param name="Differ">How many of the marks that were tried do not fit.</param>
/// <param name="Since">Whether it still is a proof of the link as it is.</param>
public sealed record MapTrial(DateTime TriedAt, int Tried, int Differ, string? Compared, ChangedSince Since);

/// <summary>Puts the map together.</summary>
public static class LinkMaps
{
    public static LinkMap Of(AppData data, ReportEngine engine)
    {
        var (places, trials) = (data.Trials.Places(), data.Trials.All().ToLookup(t => t.Report));
        var (reports, links) = (new List<MapReport>(), new List<MapLink>());
        foreach (var report in data.Reports.Drafts())
        {
            var definition = report.Definition;
            reports.Add(new MapReport(report.Id, definition.Title, report.Published is not null,
                definition.AllElements().Count(e => e is ChartElement), Described(definition),
                places.TryGetValue(report.Id, out var at) ? at.X : null, places.TryGetValue(report.Id, out at) ? at.Y : null));
            if (!definition.AllLinks().Any()) continue;
            var wrong = ReportPlanner.Plan(definition, data.Reports).Problems.Where(p => p is { Property: "link", IsError: true })
                .ToLookup(p => p.Place);
            var counted = new Dictionary<string, int>();
            foreach (var (on, link, sentence) in ReportExplainer.Links(definition, data.Reports))
            {
                var index = counted[on] = counted.GetValueOrDefault(on, -1) + 1;
                links.Add(new MapLink(report.Id, on, index, PlaceNames.Of(definition, on) ?? on,
                    link.Address is not null ? null : link.Report.Length == 0 ? report.Id : link.Report, sentence,
                    [.. link.Carries.Select(c => c.Parameter)], index == 0 ? [.. wrong[on]] : [],
                    Trial(trials[report.Id].FirstOrDefault(t => t.Subject == KeptTrials.Subject(on, index)),
                        () => TriedLink.Of(definition, on, index, data.Reports, engine))));
            }
        }
        return new LinkMap(reports, links);
    }

    private static MapTrial? Trial(KeptTrial? kept, Func<TriedLink?> now)
    {
        if (kept is null) return null;
        try
        {
            var trial = JsonSerializer.Deserialize<LinkTrial>(kept.Content, JsonSerializerOptions.Web)!;
            return new MapTrial(kept.TriedAt, trial.Marks.Count, trial.Differ, trial.Compared, KeptTrials.Since(kept, now()));
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static IReadOnlyList<MapParameter> Described(ReportDefinition report)
    {
        var values = ParameterValues.Resolve(report, new Dictionary<string, string>(), DateTime.UtcNow);
        return [.. report.Parameters.Select((p, i) => p is { Required: true, Default: null }
            ? new MapParameter(p.Name, p.Caption, "must be given", true)
            : new MapParameter(p.Name, p.Caption, values.Words(report, i) is { Length: > 0 } words ? words : "nothing", false))];
    }
}
