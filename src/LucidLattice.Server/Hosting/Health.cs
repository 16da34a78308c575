using LucidLattice.Model.Caching;
using LucidLattice.Server.Web;
using LucidLattice.Sql.Engines;

namespace LucidLattice.Server.Hosting;

/// <summary>How the server is.</summary>
/// <param name="Working">How many runs and looks are being made.</param>
/// <param name="Waiting">How many wait for their turn.</param>
/// <param name="Kept">What rows, steps and runs take that are kept for whoever asks next.</param>
/// <param name="KeptAtMost">The most that they may take.</param>
/// <param name="Heap">What the program's objects take in all, kept or not.</param>
/// <param name="Queries">What the database engine takes.</param>
/// <param name="Process">What the process takes of the machine's memory.</param>
/// <remarks>Sizes in bytes.</remarks>
public sealed record Health(string Status, int Working, int Waiting, long Kept, long KeptAtMost, long Heap, long Queries, long Process)
{
    public static Health Of(WorkLanes lanes, SizedCache cache, SqlDatabases databases) => new("ok",
        lanes.Readers.Working + lanes.Authors.Working, lanes.Readers.Waiting + lanes.Authors.Waiting,
        cache.Bytes, cache.Limit, GC.GetTotalMemory(false), databases.MemoryUsed, Environment.WorkingSet);
}
