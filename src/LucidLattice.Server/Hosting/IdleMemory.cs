using System.Runtime.InteropServices;
using LucidLattice.Server.Web;

namespace LucidLattice.Server.Hosting;

/// <summary>Gives memory back to the machine once a rush is over: the runtime collects when it needs room, which a server that nobody asks
/// for anything never does.</summary>
public sealed class IdleMemory(WorkLanes lanes) : BackgroundService
{
    /// <summary>Less is not worth a pause.</summary>
    private const long WorthIt = 64L << 20;

    private static readonly TimeSpan Look = TimeSpan.FromSeconds(5);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var (before, last) = (0L, 0L);
        while (!stoppingToken.IsCancellationRequested)
        {
            await Task.Delay(Look, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            var allocated = GC.GetTotalAllocatedBytes();
            var isQuiet = lanes.Readers.Working + lanes.Authors.Working == 0 && allocated - last < WorthIt / 8;
            last = allocated;
            if (!isQuiet || allocated - before < WorthIt) continue;
            GC.Collect(2, GCCollectionMode.Aggressive, blocking: true, compacting: true);
            // What SQLite, Skia and HarfBuzz freed lies with the C library.
            if (OperatingSystem.IsLinux()) Trim();
            before = last = GC.GetTotalAllocatedBytes();
        }
    }

    private static void Trim()
    {
        try
        {
            malloc_trim(0);
        }
        catch (EntryPointNotFoundException)
        {
            // Not every C library has it.
        }
    }

    [DllImport("libc")]
    private static extern int malloc_trim(nint keep);
}
