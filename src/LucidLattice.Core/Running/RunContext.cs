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
    public Shortcuts Shortcuts { get; init; }

    /// <summary>True if there are so many rows that a shorter way pays.</summary>
    /// <param name="least">Fewer rows go the long way.</param>
    public bool PaysFor(int rows, int least) => Shortcuts switch
    {
        Shortcuts.Always => true,
        Shortcuts.Never => false,
        _ => rows >= least,
    };

    /// <summary>Which groups a reader opened.</summary>
    public OpenedGroups Opened { get; init; } = OpenedGroups.None;
}
