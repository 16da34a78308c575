using System.Text.Json;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Proving;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Workspace;
using LucidLattice.Storage;

namespace LucidLattice.Server.Library;

/// <summary>What changed since a link was tried: nothing; the link, one of its two reports; or their data alone.</summary>
public enum ChangedSince { Nothing, Definition, Data }

/// <summary>Results of trials that are kept, and whether each is still a proof of what there is.</summary>
public static class KeptTrials
{
    /// <summary>Under what the trial of a link is kept.</summary>
    public static string Subject(string on, int index) => $"link {on} {index}";

    /// <summary>What was tried, as it is kept beside the result.</summary>
    public static string Written(TriedLink? tried) => tried is null ? "" : JsonSerializer.Serialize(tried, JsonSerializerOptions.Web);

    /// <summary>How a trial that is kept compares with the link as it is now.</summary>
    /// <param name="now">What would be tried now; null where the link opens no report any more.</param>
    public static ChangedSince Since(KeptTrial kept, TriedLink? now)
    {
        if (kept.Tried.Length == 0 || now is null) return ChangedSince.Definition;
        var then = JsonSerializer.Deserialize<TriedLink>(kept.Tried, JsonSerializerOptions.Web)!;
        return then.Definitions != now.Definitions ? ChangedSince.Definition
            : then.Data is null || then.Data != now.Data ? ChangedSince.Data : ChangedSince.Nothing;
    }

    /// <summary>The links of a report that were tried and then changed, as sentences.</summary>
    public static IEnumerable<string> Outdated(string id, ReportDefinition report, AppData data, ReportEngine engine)
    {
        var trials = data.Trials.All(id).ToDictionary(t => t.Subject);
        var counted = new Dictionary<string, int>();
        foreach (var (on, _, sentence) in ReportExplainer.Links(report, data.Reports))
        {
            var index = counted[on] = counted.GetValueOrDefault(on, -1) + 1;
            if (trials.TryGetValue(Subject(on, index), out var kept)
                && Since(kept, TriedLink.Of(report, on, index, data.Reports, engine)) == ChangedSince.Definition) yield return sentence;
        }
    }
}
