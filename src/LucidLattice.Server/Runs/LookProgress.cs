using System.Collections.Concurrent;
using LucidLattice.Model.Progress;

namespace LucidLattice.Server.Runs;

/// <summary>How far the looks at reports being composed have come, by names that their askers gave them.</summary>
public sealed class LookProgress
{
    private readonly ConcurrentDictionary<string, RunProgress> _byName = [];

    /// <summary>Null once the look is over.</summary>
    public ProgressInfo? Find(string name) => _byName.TryGetValue(name, out var progress) ? ProgressInfo.Describe(progress) : null;

    /// <summary>Does something that can be followed under a name meanwhile.</summary>
    public T Follow<T>(string? name, Func<RunProgress, T> work)
    {
        var progress = new RunProgress();
        if (name is null) return work(progress);
        _byName[name] = progress;
        try
        {
            return work(progress);
        }
        finally
        {
            _byName.TryRemove(name, out _);
        }
    }
}
