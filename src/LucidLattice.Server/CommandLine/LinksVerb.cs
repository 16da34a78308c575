using LucidLattice.Server.Workspace;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Datasets;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Output.Typesetting;
using LucidLattice.Planning;
using LucidLattice.Reports.Proving;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice links</c>: what every link of every report opens and carries; <c>lattice links check</c> tries each with everything
/// that can be clicked, says only which are broken or do not add up, and ends with 1 if any is or does not.</summary>
internal static class LinksVerb
{
    private const int MostSaid = 5;

    public static int Run(Options options)
    {
        var checks = options.Words is ["check", ..];
        if (options.Words.Count > (checks ? 1 : 0)) throw new UsageException($"“{options.Words[^1]}” is one word too many.");
        var app = DataFolder.Open(options);
        // Targets are run for mark after mark, so their rows are kept.
        var cache = new SizedCache(1L << 30);
        var engine = new ReportEngine(new DatasetReader(new CachedReader(SqlEngines.Over(app), cache), cache), new SkiaTypesetter(),
            app.Reports, cache, app.LinkProof);
        var (all, broken, differing) = (0, 0, 0);
        foreach (var report in app.Reports.Drafts().Where(r => r.Definition.AllLinks().Any()))
        {
            var (_, problems) = ReportPlanner.Plan(report.Definition, app.Reports);
            var wrong = problems.Where(p => p is { Property: "link", IsError: true }).ToLookup(p => p.Place);
            var run = checks ? engine.Run(new RunRequest(report.Definition,
                LinkTrials.FirstValues(engine, report.Definition, DateTime.UtcNow, CancellationToken.None), DateTime.UtcNow,
                FromLink: LinkProof.Author(report.Definition)), CancellationToken.None, pages: false) : null;
            var counted = new Dictionary<string, int>();
            foreach (var (on, _, sentence) in ReportExplainer.Links(report.Definition, app.Reports))
            {
                var index = counted[on] = counted.GetValueOrDefault(on, -1) + 1;
                all++;
                var isBroken = index == 0 && wrong[on].Any();
                if (isBroken) broken++;
                var trial = run?.Data is null || isBroken ? null
                    : new LinkTrials(engine, app.Reports).Try(run, on, index, DateTime.UtcNow, CancellationToken.None);
                if (trial is { Differ: > 0 }) differing++;
                if (checks && !isBroken && trial is not { Differ: > 0 }) continue;
                Console.WriteLine($"{report.Definition.Title} ({report.Id}): {sentence}");
                if (isBroken)
                    foreach (var problem in wrong[on])
                        Console.WriteLine($"  broken: {problem.Message} {string.Join(' ', problem.Mends ?? [])}".TrimEnd());
                if (trial is not null) Say(trial);
            }
        }
        Console.WriteLine($"{Verbs.Count(all, "link")}, {broken} broken{(checks ? $", {differing} that do not add up" : "")}.");
        return checks && broken + differing > 0 ? 1 : 0;
    }

    private static void Say(LinkTrial trial)
    {
        Console.WriteLine($"  {trial.Differ} of {Verbs.Count(trial.Marks.Count, "mark")} that were tried do not fit"
            + (trial.Compared is null ? ":" : $", by {trial.Compared}:"));
        foreach (var mark in trial.Marks.Where(m => m.Why is not null).Take(MostSaid))
            Console.WriteLine($"    {mark.Label}: {mark.Text} here, "
                + $"{(mark.Opens.Length > 0 ? mark.Opens : $"{mark.OpensRows:N0} rows")} there, with "
                + $"{string.Join(", ", mark.Action.Values.Select(v => $"{v.Key} = {v.Value}"))}. {mark.Why}");
        if (trial.Differ > MostSaid) Console.WriteLine($"    and {trial.Differ - MostSaid} more");
    }
}
