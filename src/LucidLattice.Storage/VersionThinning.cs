namespace LucidLattice.Storage;

/// <summary>Which drafts of a report are kept: all of the last ones, and of those before fewer the older they are. Publications, refused
/// drafts and the first version are never thinned.</summary>
public static class VersionThinning
{
    /// <summary>How many drafts behind the newest one are kept regardless of their age.</summary>
    public const int Newest = 20;

    /// <summary>Of drafts up to an age, one is kept of each span.</summary>
    private static readonly (TimeSpan Age, TimeSpan Span)[] Steps =
    [
        (TimeSpan.FromDays(1), TimeSpan.FromMinutes(10)), (TimeSpan.FromDays(30), TimeSpan.FromHours(1)),
        (TimeSpan.FromDays(365), TimeSpan.FromDays(1)), (TimeSpan.MaxValue, TimeSpan.FromDays(7)),
    ];

    /// <summary>The versions that are given up. Of each span, the newest one stays.</summary>
    /// <param name="drafts">The newest first.</param>
    public static IReadOnlyList<int> Superfluous(IReadOnlyList<(int Version, DateTime SavedAt)> drafts, DateTime now)
    {
        var kept = new HashSet<(TimeSpan, long)>();
        var gone = new List<int>();
        foreach (var (version, savedAt) in drafts.Skip(Newest + 1))
        {
            var span = Steps.First(s => now - savedAt <= s.Age).Span;
            if (!kept.Add((span, savedAt.Ticks / span.Ticks)) && version != 1) gone.Add(version);
        }
        return gone;
    }
}
