using LucidLattice.Output.Files;

namespace LucidLattice.Server.Runs;

/// <summary>A kind of file that a run can be written to.</summary>
/// <param name="Name">In addresses, and at the end of files.</param>
/// <param name="Words">What readers choose it by; null for what they do not take as a file.</param>
public sealed record OutputInfo(string Name, string MediaType, string? Words)
{
    public static OutputInfo Describe(IReportOutput output) => new(output.Name, output.MediaType, output.Words);
}
