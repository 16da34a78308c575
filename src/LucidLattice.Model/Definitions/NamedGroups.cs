namespace LucidLattice.Model.Definitions;

/// <summary>Keys that belong together under a name: short crossings, say.</summary>
public sealed record NamedGroups
{
    public const int MostGroups = 100, MostKeys = 1_000;

    public IReadOnlyList<NamedGroup> Groups { get; init; } = [];

    /// <summary>What all remaining keys are called together; null leaves each by itself.</summary>
    public string? Remaining { get; init; }
}

/// <param name="Name">What they are called together.</param>
/// <param name="Keys">As values are written in links.</param>
public sealed record NamedGroup(string Name, IReadOnlyList<string> Keys);
