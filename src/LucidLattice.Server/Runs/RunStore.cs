using LucidLattice.Model.Caching;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Progress;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Web;

namespace LucidLattice.Server.Runs;

/// <summary>
/// Keeps runs so that their pages can be asked for one by one, as far as the memory limit allows; the one that was not used
/// for longest goes first. Readers who ask for the same thing at the same time, or soon after, share one run.
/// </summary>
/// <param name="cache">Where rows and steps are kept too: what a run shares with them is counted once.</param>
/// <param name="lanes">In whose turns runs are made.</param>
public sealed class RunStore(SizedCache cache, WorkLanes lanes)
{
    /// <summary>Readers who leave without a word never give their ticket back; beyond this, the oldest ticket of a run is taken from its
    /// reader.</summary>
    public const int MostTickets = 1000;

    private readonly Dictionary<string, RunEntry> _byTicket = [];
    private readonly Dictionary<ContentHash, RunEntry> _byKey = [];
    private readonly Lock _lock = new();

    /// <summary>Joins the run of a key, or starts it.</summary>
    /// <param name="key">What the run is made from; null shares it with nobody.</param>
    /// <param name="request">What is run.</param>
    /// <param name="stamp">The state of its data; null where nobody can tell.</param>
    /// <param name="refresh">True starts anew even if there is one.</param>
    /// <param name="run">Makes the figures; where pages start is found afterwards, while they can be looked at.</param>
    /// <param name="picture">Under what its first page is kept; null keeps none.</param>
    /// <returns>The caller's ticket for the run, and the run.</returns>
    public (string Ticket, RunEntry Entry) Start(ContentHash? key, string reportId, bool draft, RunRequest request, ContentHash? stamp,
        bool refresh, Func<RunProgress, CancellationToken, ReportRun> run, ContentHash? picture = null)
    {
        var ticket = Guid.NewGuid().ToString("N");
        var shared = key ?? ContentHash.Of(ticket);
        lock (_lock)
        {
            if (refresh || !_byKey.TryGetValue(shared, out var entry) || entry.Cancel.IsCancellationRequested || !IsThere(entry))
                entry = _byKey[shared] = Begin(shared, reportId, draft, request, stamp, picture, run);
            if (entry.Tickets.Count >= MostTickets)
            {
                _byTicket.Remove(entry.Tickets[0]);
                entry.Tickets.RemoveAt(0);
            }
            entry.Tickets.Add(ticket);
            _byTicket[ticket] = entry;
            return (ticket, entry);
        }
    }

    /// <summary>The run of a ticket, or null if it is gone.</summary>
    public RunEntry? Find(string ticket)
    {
        lock (_lock) return _byTicket.TryGetValue(ticket, out var entry) && IsThere(entry) ? entry : null;
    }

    /// <summary>Gives a ticket back. A run under way that nobody else waits for is stopped.</summary>
    public bool Release(string ticket)
    {
        RunEntry? entry;
        lock (_lock)
        {
            if (!_byTicket.Remove(ticket, out entry)) return false;
            entry.Tickets.Remove(ticket);
            if (entry.Tickets.Count > 0 || entry.Pages.IsCompletedSuccessfully) return true;
            Forget(entry);
        }
        entry.Cancel.Cancel();
        cache.Remove(entry.Name);
        return true;
    }

    /// <summary>True if it is still being made, or is kept; that counts as a use.</summary>
    private bool IsThere(RunEntry entry) => !entry.Figures.IsCompletedSuccessfully || cache.Find<ReportRun>(entry.Name) is not null;

    /// <summary>The same run with all fields of its datasets, for those who want to see the rows behind its numbers.</summary>
    /// <param name="make">Runs what was run, with all fields.</param>
    public async Task<ReportRun> Whole(RunEntry entry, Func<RunRequest, CancellationToken, ReportRun> make, CancellationToken cancel)
    {
        var name = ContentHash.Of("whole", entry.Name);
        if (cache.Find<ReportRun>(name) is { } kept) return kept;
        return await lanes.Readers.Take(token => Task.FromResult(cache.Get(name, () => make(entry.Request, token), token)), cancel);
    }

    private RunEntry Begin(ContentHash key, string reportId, bool draft, RunRequest request, ContentHash? stamp,
        ContentHash? picture, Func<RunProgress, CancellationToken, ReportRun> make)
    {
        var figures = new TaskCompletionSource<ReportRun>(TaskCreationOptions.RunContinuationsAsynchronously);
        var pages = new TaskCompletionSource<ReportRun>(TaskCreationOptions.RunContinuationsAsynchronously);
        var entry = new RunEntry(key, reportId, draft)
            { Figures = figures.Task, Pages = pages.Task, Request = request, Stamp = stamp, Picture = picture };
        // A failure that nobody waits for any more is no failure of the server.
        _ = figures.Task.ContinueWith(t => t.Exception, TaskScheduler.Default);
        _ = pages.Task.ContinueWith(t => t.Exception, TaskScheduler.Default);
        _ = Task.Run(async () =>
        {
            try
            {
                await lanes.Readers.Take(limited => Task.FromResult(Make(entry, make, figures, limited)), entry.Cancel.Token);
                pages.SetResult(figures.Task.Result);
            }
            catch (Exception e)
            {
                lock (_lock) Forget(entry);
                figures.TrySetException(e);
                pages.TrySetException(e);
                // The arrays of a large run that was stopped are to be free for the next one now, not some time later.
                if (e is OperationCanceledException && entry.Progress.Rows > 100_000)
                    GC.Collect(2, GCCollectionMode.Optimized, blocking: false);
            }
        });
        return entry;
    }

    /// <param name="limited">Tells that its time is over, too: there are no figures then, but the pages found until then are there.</param>
    private ReportRun Make(RunEntry entry, Func<RunProgress, CancellationToken, ReportRun> make, TaskCompletionSource<ReportRun> figures,
        CancellationToken limited)
    {
        var run = make(entry.Progress, limited);
        Keep(entry, run);
        entry.Milliseconds = entry.Progress.Elapsed.TotalMilliseconds;
        figures.SetResult(run);
        if (run.Data is not null)
        {
            run.Grow(entry.Cancel.Token, limited);
            Keep(entry, run);
            // What asked for chance or for the time is nobody else's answer.
            if (!run.Data.IsRepeatable)
                lock (_lock) Unshare(entry);
        }
        entry.Milliseconds = entry.Progress.Elapsed.TotalMilliseconds;
        entry.Progress.Stage = RunStage.Done;
        return run;
    }

    private void Keep(RunEntry entry, ReportRun run) => cache.Put(entry.Name, run, () =>
    {
        lock (_lock) Forget(entry);
    });

    private void Forget(RunEntry entry)
    {
        Unshare(entry);
        foreach (var ticket in entry.Tickets) _byTicket.Remove(ticket);
        entry.Tickets.Clear();
    }

    private void Unshare(RunEntry entry)
    {
        if (_byKey.TryGetValue(entry.Key, out var current) && ReferenceEquals(current, entry)) _byKey.Remove(entry.Key);
    }
}
