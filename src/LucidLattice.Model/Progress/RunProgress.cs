namespace LucidLattice.Model.Progress;

/// <summary>What a run is doing.</summary>
public enum RunStage { Waiting, Reading, Grouping, Paging, Done }

/// <summary>How far a run has come. Written by the run, read by whoever shows it; every number may be a moment old.</summary>
public sealed class RunProgress
{
    // Of the whole time of a run, reading takes most; these shares were measured on a million rows.
    private const double ReadingShare = 0.85, GroupingShare = 0.1;
    private readonly long _started = System.Diagnostics.Stopwatch.GetTimestamp();

    public RunStage Stage { get; set; }

    /// <summary>Rows read so far.</summary>
    public int Rows { get; set; }

    /// <summary>About how many rows will be read; null if nobody knows.</summary>
    public int? ExpectedRows { get; set; }

    /// <summary>The part of the sorting and adding up that is done, 0 to 1.</summary>
    public double Grouped { get; set; }

    public TimeSpan Elapsed => System.Diagnostics.Stopwatch.GetElapsedTime(_started);

    /// <summary>The part of the work that is done, 0 to 1; null if that cannot be estimated.</summary>
    public double? Fraction => Stage switch
    {
        RunStage.Waiting => 0,
        RunStage.Reading => ExpectedRows is > 0 and var expected ? ReadingShare * Math.Min(1, Rows / (double)expected) : null,
        RunStage.Grouping => ReadingShare + GroupingShare * Grouped,
        RunStage.Paging => ReadingShare + GroupingShare,
        _ => 1,
    };

    /// <summary>About how long it will still take; null while too little is known.</summary>
    public TimeSpan? Remaining => Fraction is > 0.02 and < 1 and var done ? Elapsed * ((1 - done) / done) : null;
}
