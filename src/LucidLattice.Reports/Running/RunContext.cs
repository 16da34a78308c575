using LucidLattice.Datasets.Parameters;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Progress;

namespace LucidLattice.Reports.Running;

/// <summary>What all sections of a run share.</summary>
/// <param name="Now">In the report's zone.</param>
/// <param name="Cache">Results of earlier runs; null works everything out anew.</param>
public sealed record RunContext(ParameterValues Parameters, DateTime Now, SizedCache? Cache, RunProgress Progress,
    CancellationToken Cancel)
{
    public Shortcuts Shortcuts { get; init; }

    /// <summary>True if the number of rows makes a fast path worthwhile.</summary>
    /// <param name="least">With fewer rows the fast path is not taken.</param>
    public bool PaysFor(int rows, int least) => Shortcuts switch
    {
        Shortcuts.Always => true,
        Shortcuts.Never => false,
        _ => rows >= least,
    };

    /// <summary>Which groups a reader opened.</summary>
    public OpenedGroups Opened { get; init; } = OpenedGroups.None;
}
