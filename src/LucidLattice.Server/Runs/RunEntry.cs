using LucidLattice.Model.Hashing;
using LucidLattice.Model.Progress;
using LucidLattice.Reports.Running;

namespace LucidLattice.Server.Runs;

/// <summary>A run that is under way or kept for paging. Everyone who asked for it holds a ticket.</summary>
public sealed class RunEntry(ContentHash key, string reportId, bool draft)
{
    private static long _made;

    /// <summary>What the run is made from; equal keys are the same run.</summary>
    public ContentHash Key { get; } = key;

    /// <summary>Tells this run from any other, also from an earlier one of the same key.</summary>
    public ContentHash Name { get; } = ContentHash.Of("run", Interlocked.Increment(ref _made));
    public string ReportId { get; } = reportId;
    public bool Draft { get; } = draft;
    public RunProgress Progress { get; } = new();
    public CancellationTokenSource Cancel { get; } = new();

    /// <summary>Done once the figures are there, and pages can be asked for.</summary>
    public required Task<ReportRun> Figures { get; init; }

    /// <summary>Done once the last page is known.</summary>
    public required Task<ReportRun> Pages { get; init; }

    /// <summary>What was run.</summary>
    public required RunRequest Request { get; init; }

    /// <summary>The state of the data that was run; null where nobody can tell.</summary>
    public ContentHash? Stamp { get; init; }

    /// <summary>Under what its first page is kept; null keeps none.</summary>
    public ContentHash? Picture { get; init; }

    /// <summary>The oldest first. Guarded by the store.</summary>
    public List<string> Tickets { get; } = [];

    public double Milliseconds { get; set; }
}
