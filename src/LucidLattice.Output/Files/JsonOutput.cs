using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Files;

/// <summary>The figures and the printed texts, for programs.</summary>
public sealed class JsonOutput : IReportOutput
{
    public string Name => "json";
    public string MediaType => "application/json";
    public string? Words => "JSON, for programs";
    public bool WritesProblems => true;

    public void Write(ReportRun run, Stream stream, OutputOptions options, CancellationToken cancel) => RunJson.Write(run, stream, cancel);
}
