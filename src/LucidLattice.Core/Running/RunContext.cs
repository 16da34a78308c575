using LucidLattice.Core.Caching;
using LucidLattice.Core.Parameters;
using LucidLattice.Core.Progress;

namespace LucidLattice.Core.Running;

/// <summary>What all sections of a run share.</summary>
/// <param name="Now">In the report's zone.</param>
/// <param name="Cache">Results of earlier runs; null works everything out anew.</param>
public sealed record RunContext(ParameterValues Parameters, DateTime Now, SizedCache? Cache, RunProgress Progress,
    CancellationToken Cancel)
{
    /// <summary>Which groups a reader opened.</summary>
    public OpenedGroups Opened { get; init; } = OpenedGroups.None;
}
