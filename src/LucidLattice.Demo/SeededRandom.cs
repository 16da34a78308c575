namespace LucidLattice.Demo;

/// <summary>SplitMix64 (Steele, Lea and Flood 2014): the same numbers on every machine and every version of .NET.</summary>
public sealed class SeededRandom(ulong seed)
{
    private ulong _state = seed;

    /// <summary>At least 0 and less than 1.</summary>
    public double NextDouble() => (Next() >> 11) * (1.0 / (1UL << 53));

    /// <summary>At least 0 and less than <paramref name="limit"/>.</summary>
    public int Below(int limit) => (int)(NextDouble() * limit);

    public bool Chance(double probability) => NextDouble() < probability;

    /// <summary>Around 1, seldom outside of 0.4 to 1.6.</summary>
    public double Wobble() => 0.4 + 0.3 * (NextDouble() + NextDouble() + NextDouble() + NextDouble());

    public T Pick<T>(IReadOnlyList<T> choices) => choices[Below(choices.Count)];

    private ulong Next()
    {
        var z = _state += 0x9E3779B97F4A7C15;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }
}
