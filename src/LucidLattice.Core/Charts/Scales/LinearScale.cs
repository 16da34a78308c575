namespace LucidLattice.Core.Charts.Scales;

/// <summary>Numbers along a line: <paramref name="Low"/> lies at <paramref name="From"/>, <paramref name="High"/> at <paramref
/// name="To"/>, which may be before it.</summary>
public readonly record struct LinearScale(double Low, double High, double From, double To)
{
    public double At(double value) => From + (value - Low) / (High - Low) * (To - From);
}

/// <summary>Places of equal width along a line, for names.</summary>
public readonly record struct BandScale(int Count, double From, double To)
{
    /// <summary>From one place to the next.</summary>
    public double Step => (To - From) / Count;

    public double Start(int index) => From + Step * index;

    public double Middle(int index) => From + Step * (index + 0.5);
}
