using LucidLattice.Core.Explaining;
using LucidLattice.Core.Planning;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice links</c>: what every link of every report opens and carries; <c>lattice links check</c> says only which are broken,
/// and ends with 1 if any is.</summary>
internal static class LinksVerb
{
    public static int Run(Options options)
    {
        var checks = options.Words is ["check", ..];
        if (options.Words.Count > (checks ? 1 : 0)) throw new UsageException($"“{options.Words[^1]}” is one word too many.");
        var reports = DataFolder.Open(options).Reports;
        var (all, broken) = (0, 0);
        foreach (var report in reports.Drafts())
        {
            var (_, problems) = ReportPlanner.Plan(report.Definition, reports);
            var wrong = problems.Where(p => p is { Property: "link", IsError: true }).ToLookup(p => p.Place);
            foreach (var (element, sentence) in ReportExplainer.Links(report.Definition, reports))
            {
                all++;
                if (wrong[element].Any()) broken++;
                else if (checks) continue;
                Console.WriteLine($"{report.Definition.Title} ({report.Id}): {sentence}");
                foreach (var problem in wrong[element])
                    Console.WriteLine($"  broken: {problem.Message} {string.Join(' ', problem.Mends ?? [])}".TrimEnd());
            }
        }
        Console.WriteLine($"{Verbs.Count(all, "link")}, {broken} broken.");
        return checks && broken > 0 ? 1 : 0;
    }
}
