using System.Collections.Concurrent;
using LucidLattice.Core.Running;

namespace LucidLattice.Server.Runs;

/// <summary>A run that is under way or kept for paging.</summary>
public sealed class RunEntry(string id, string reportId, bool draft, Task<ReportRun> task, CancellationTokenSource cancel)
{
    public string Id { get; } = id;
    public string ReportId { get; } = reportId;
    public bool Draft { get; } = draft;
    public Task<ReportRun> Task { get; } = task;
    public CancellationTokenSource Cancel { get; } = cancel;
    public DateTime Started { get; } = DateTime.UtcNow;
    public DateTime LastUsed { get; set; } = DateTime.UtcNow;
    public double Milliseconds { get; set; }
}

/// <summary>Keeps runs so that their pages can be asked for one by one. The one that was not used for longest goes first.</summary>
public sealed class RunStore
{
    /// <summary>The most runs that are kept.</summary>
    public const int Most = 40;

    private readonly ConcurrentDictionary<string, RunEntry> _runs = new();

    public RunEntry Start(string reportId, bool draft, Func<CancellationToken, ReportRun> run)
    {
        var cancel = new CancellationTokenSource();
        var started = System.Diagnostics.Stopwatch.GetTimestamp();
        var task = Task.Run(() => run(cancel.Token), cancel.Token);
        var entry = new RunEntry(Guid.NewGuid().ToString("N"), reportId, draft, task, cancel);
        task.ContinueWith(_ => entry.Milliseconds = System.Diagnostics.Stopwatch.GetElapsedTime(started).TotalMilliseconds, TaskContinuationOptions.ExecuteSynchronously);
        _runs[entry.Id] = entry;
        foreach (var old in _runs.Values.OrderByDescending(r => r.LastUsed).Skip(Most)) Remove(old.Id);
        return entry;
    }

    public RunEntry? Find(string id)
    {
        if (!_runs.TryGetValue(id, out var entry)) return null;
        entry.LastUsed = DateTime.UtcNow;
        return entry;
    }

    /// <summary>Stops a run if it is under way, and forgets it.</summary>
    public bool Remove(string id)
    {
        if (!_runs.TryRemove(id, out var entry)) return false;
        entry.Cancel.Cancel();
        return true;
    }
}
