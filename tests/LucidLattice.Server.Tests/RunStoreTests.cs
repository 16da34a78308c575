using LucidLattice.Demo;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Progress;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Runs;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>Runs are shared while they are made and afterwards, kept as memory allows, and given up when nobody wants them.</summary>
public sealed class RunStoreTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("lattice-").FullName;
    private readonly ReportEngine _engine;

    public RunStoreTests() => _engine = Engine(AppData.Open(_folder));

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private static ReportEngine Engine(AppData data) => new(SqlEngines.Over(data), new SkiaTypesetter(), data.Reports);

    private static readonly RunRequest Asked = new(DemoReports.All[0].Definition, new Dictionary<string, string>(), DateTime.UnixEpoch);

    private static ContentHash Key(string name) => ContentHash.Of(name);

    private ReportRun Make(RunProgress progress, CancellationToken cancel, string from = "2025-12-01")
        => _engine.Run(
            new RunRequest(DemoReports.All.First(r => r.Id == "route-performance").Definition,
            new Dictionary<string, string> { ["from"] = from }, DateTime.UtcNow), cancel, pages: false, progress: progress);

    [Fact]
    public async Task Readers_who_leave_without_a_word_cost_no_more_and_more()
    {
        var store = new RunStore(new SizedCache(1L << 28), WorkLanes.Usual());
        var all = Enumerable.Range(0, RunStore.MostTickets + 5).Select(_ => store.Start(Key("same"), "r", false, Asked, null, false, (p,
            c) => Make(p, c)))
            .ToList();
        await all[0].Entry.Pages;
        Assert.Equal(RunStore.MostTickets, all[0].Entry.Tickets.Count);
        Assert.All(all[..5], a => Assert.Null(store.Find(a.Ticket)));
        Assert.All(all[5..], a => Assert.NotNull(store.Find(a.Ticket)));
    }

    [Fact]
    public async Task Readers_who_want_the_same_share_one_run()
    {
        var store = new RunStore(new SizedCache(1L << 28), WorkLanes.Usual());
        var made = 0;
        using var go = new ManualResetEventSlim();
        ReportRun Slow(RunProgress progress, CancellationToken cancel)
        {
            go.Wait(cancel);
            Interlocked.Increment(ref made);
            return Make(progress, cancel);
        }
        var all = Enumerable.Range(0, 6).Select(_ => store.Start(Key("same"), "r", false, Asked, null, false, Slow)).ToList();
        Assert.Equal(6, all.Select(a => a.Ticket).Distinct().Count());
        Assert.Single(all.Select(a => a.Entry).Distinct());
        // One who leaves takes nothing from the others.
        Assert.True(store.Release(all[0].Ticket));
        Assert.False(all[1].Entry.Cancel.IsCancellationRequested);
        Assert.Null(store.Find(all[0].Ticket));
        go.Set();
        await all[1].Entry.Pages;
        // Whoever comes later finds it there; who asks for fresh data, or for something else, does not.
        Assert.Same(all[1].Entry, store.Start(Key("same"), "r", false, Asked, null, false, Slow).Entry);
        Assert.Equal(1, made);
        var others = new[] { store.Start(Key("same"), "r", false, Asked, null, true, Slow).Entry,
            store.Start(Key("other"), "r", false, Asked,
            null, false, Slow).Entry };
        Assert.DoesNotContain(all[1].Entry, others);
        foreach (var other in others) await other.Pages;
    }

    [Fact]
    public async Task A_run_is_stopped_when_the_last_one_who_waits_for_it_leaves()
    {
        var store = new RunStore(new SizedCache(1L << 28), WorkLanes.Usual());
        ReportRun Endless(RunProgress progress, CancellationToken cancel)
        {
            cancel.WaitHandle.WaitOne();
            cancel.ThrowIfCancellationRequested();
            throw new InvalidOperationException("not reached");
        }
        var (first, entry) = store.Start(Key("k"), "r", false, Asked, null, false, Endless);
        var (second, _) = store.Start(Key("k"), "r", false, Asked, null, false, Endless);
        store.Release(first);
        Assert.False(entry.Cancel.IsCancellationRequested);
        store.Release(second);
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => entry.Figures);
        Assert.Null(store.Find(second));
        Assert.False(store.Release(second));
        // The next one is not handed what was stopped.
        var again = store.Start(Key("k"), "r", false, Asked, null, false, (p, c) => Make(p, c));
        Assert.NotSame(entry, again.Entry);
        Assert.NotNull((await again.Entry.Pages).Data);
    }

    [Fact]
    public async Task Runs_are_kept_as_far_as_the_memory_limit_allows()
    {
        var sizes = new List<long>();
        var cache = new SizedCache(1_000_000);
        var store = new RunStore(cache, WorkLanes.Usual());
        var tickets = new List<string>();
        for (var day = 1; day <= 12; day++)
        {
            var (ticket, entry) = store.Start(Key($"day {day}"), "r", false, Asked, null, false, (p, c) => Make(p, c, $"2025-12-{day:00}"));
            sizes.Add((await entry.Pages).Bytes);
            tickets.Add(ticket);
            // The first one is looked at again and again, so it stays.
            Assert.NotNull(store.Find(tickets[0]));
            Assert.True(cache.Bytes <= cache.Limit);
        }
        Assert.True(sizes.Sum() > cache.Limit, "the test needs more runs than there is room for");
        Assert.Null(store.Find(tickets[1]));
        Assert.NotNull(store.Find(tickets[^1]));
    }
}
