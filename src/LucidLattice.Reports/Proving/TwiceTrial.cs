using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Proving;

/// <summary>
/// Runs a report in a process that has run others before, again, and in one that keeps nothing and takes no shorter way; all have to give
/// the same figures and pages. For support: a difference is a defect of the program, never of the report.
/// </summary>
/// <param name="warm">Keeps results.</param>
/// <param name="cold">Keeps none.</param>
/// <param name="write">Writes a run with all of its figures and pages, line by line.</param>
public sealed class TwiceTrial(ReportEngine warm, ReportEngine cold, Func<ReportRun, IReadOnlyList<string>> write)
{
    /// <param name="before">What is run first.</param>
    /// <returns>The first lines that differ; null where none do.</returns>
    public (string Warm, string Cold)? Differ(RunRequest request, IEnumerable<ReportDefinition> before, CancellationToken cancel)
    {
        foreach (var other in before) warm.Run(request with { Report = other, Given = new Dictionary<string, string>() }, cancel,
            pages: false);
        var expected = write(cold.Run(request, cancel));
        for (var i = 0; i < 2; i++)
        {
            var lines = write(warm.Run(request, cancel));
            var at = lines.Zip(expected).TakeWhile(l => l.First == l.Second).Count();
            if (at < Math.Max(lines.Count, expected.Count)) return (lines.ElementAtOrDefault(at) ?? "",
                expected.ElementAtOrDefault(at) ?? "");
        }
        return null;
    }
}
