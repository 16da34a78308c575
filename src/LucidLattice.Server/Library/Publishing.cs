using System.Text.Json;
using LucidLattice.Authoring.Editing;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using LucidLattice.Reports.Proving;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Storage;

namespace LucidLattice.Server.Library;

/// <summary>What has to be looked at before readers see a new version: its own problems, its promises, and the links of other reports that
/// lead to it. Links follow parameters that are called otherwise now.</summary>
public sealed class Publishing(AppData data, ReportEngine engine)
{
    /// <param name="anyway">True publishes in spite of broken promises, of links that break, and of those that changed since they were
    /// tried.</param>
    /// <exception cref="ApiException">It has problems, or something that its author has to agree to.</exception>
    public SavedVersion Publish(string id, int version, bool anyway, CancellationToken cancel)
    {
        var draft = data.Reports.Draft(id) ?? throw ApiException.NotFound($"There is no report “{id}”.");
        var errors = engine.Check(draft.Definition).Where(p => p.IsError).ToList();
        if (errors.Count > 0)
            throw ApiException.Bad("has-problems",
                $"The report has {errors.Count} problem{(errors.Count == 1 ? "" : "s")} that readers would meet: {errors[0].Message}");
        var promises = new PromiseTrials(engine, data.Reports).Try(draft.Definition, DateTime.UtcNow, cancel);
        Keep(id, promises, data);
        var names = Renames(id, draft.Definition);
        if (!anyway)
        {
            List<string> concerns = [.. promises.Where(p => p.Broken is not null).Select(p =>
                $"A promise is broken. {p.Sentence} {p.Broken}"),
                .. Breaking(id, Renamed(draft.Definition, names)),
                .. KeptTrials.Outdated(id, draft.Definition, data, engine).Select(sentence =>
                    $"A link has not been tried since it, its report or its target changed. {sentence}")];
            if (concerns.Count > 0) throw new ApiException(StatusCodes.Status409Conflict, "concerns", string.Join(" ", concerns));
        }
        return data.Together(() =>
        {
            Follow(id, names);
            return new SavedVersion(data.Reports.Publish(id, version));
        });

        static ReportDefinition Renamed(ReportDefinition report, IReadOnlyDictionary<string, string> names) => report with
        {
            // Links that will follow are asked whether they fit under the old names.
            Parameters = [.. report.Parameters.Select(p => names.FirstOrDefault(n => n.Value == p.Name) is { Key: { } old }
                ? p with { Name = old } : p)],
        };
    }

    public static void Keep(string report, IReadOnlyList<PromiseTrial> trials, AppData data)
    {
        foreach (var trial in trials)
            data.Trials.Keep(report, $"promise {trial.Id}", JsonSerializer.Serialize(trial, ReportJson.Options));
    }

    /// <summary>The links of other reports that lead to one, as sentences.</summary>
    public static IReadOnlyList<string> LeadingTo(string id, ReportStore reports) =>
        [.. from report in reports.Drafts()
            where report.Id != id
            from link in ReportExplainer.Links(report.Definition, reports)
            where link.Link.Report == id
            select $"“{report.Definition.Title}”: {link.Sentence}"];

    /// <summary>Links of other reports that work now, and would not with a new definition.</summary>
    private IEnumerable<string> Breaking(string id, ReportDefinition next)
    {
        var catalog = new Instead(data.Reports, id, next);
        foreach (var report in data.Reports.Drafts().Where(r => r.Id != id && r.Definition.AllLinks().Any(l => l.Link.Report == id)))
        {
            var before = Wrong(report.Definition, data.Reports);
            foreach (var problem in Wrong(report.Definition, catalog).Where(p => !before.Contains(p)))
                yield return $"A link of “{report.Definition.Title}” would break: {problem}";
        }
    }

    private static HashSet<string> Wrong(ReportDefinition report, IReportCatalog catalog) =>
        [.. ReportPlanner.Plan(report, catalog).Problems.Where(p => p is { Property: "link", IsError: true }).Select(p => p.Message)];

    /// <summary>Parameters that the version before has under another name: those that are gone, with one of the same kind at their
    /// place.</summary>
    private Dictionary<string, string> Renames(string id, ReportDefinition next)
    {
        var names = new Dictionary<string, string>();
        if (((IReportCatalog)data.Reports).Published(id) is not { } before) return names;
        var gone = before.Parameters.Where(p => next.Parameters.All(n => n.Name != p.Name)).ToList();
        var added = next.Parameters.Where(p => before.Parameters.All(b => b.Name != p.Name)).ToList();
        foreach (var old in gone)
        {
            var alike = added.Where(p => p.Type == old.Type && p.Shape == old.Shape && !names.ContainsValue(p.Name)).ToList();
            var now = alike.FirstOrDefault(p => p.Caption == old.Caption)
                ?? (gone.Count == 1 && alike.Count == 1 ? alike[0] : null);
            if (now is not null) names[old.Name] = now.Name;
        }
        return names;
    }

    /// <summary>Renames what links carry, in the drafts of all reports, and in what readers see where that is the draft.</summary>
    private void Follow(string id, IReadOnlyDictionary<string, string> names)
    {
        if (names.Count == 0) return;
        foreach (var report in data.Reports.Drafts().Where(r => r.Id != id && r.Definition.AllLinks().Any(l => l.Link.Report == id)))
        {
            var followed = report.Definition.MapLinks(link => link.Report != id ? link : link with
            {
                Carries = [.. link.Carries.Select(c => names.TryGetValue(c.Parameter, out var name) ? c with { Parameter = name } : c)],
            });
            if (ReportJson.AreSame(followed, report.Definition)) continue;
            var saved = data.Reports.SaveDraft(report.Id, report.Draft, followed);
            if (report.Published == report.Draft) data.Reports.Publish(report.Id, saved);
        }
    }

    /// <summary>The catalog with one report as it would be.</summary>
    private sealed class Instead(IReportCatalog reports, string id, ReportDefinition definition) : IReportCatalog
    {
        public ReportDefinition? Published(string reportId) => reportId == id ? definition : reports.Published(reportId);
    }
}
