namespace LucidLattice.Charts.Scales;

/// <summary>Numbers along a line: <paramref name="Low"/> lies at <paramref name="From"/>, <paramref name="High"/> at <paramref
/// name="To"/>, which may be before it.</summary>
/// <param name="IsLogarithmic">True if equal ratios are equally far apart; all numbers are then above zero.</param>
public readonly record struct ValueScale(double Low, double High, double From, double To, bool IsLogarithmic = false)
{
    public double At(double value) => From + Share(value) * (To - From);

    /// <summary>The place of a number that may lie beyond the ends, drawn at the end.</summary>
    public double Within(double value) => From + Math.Clamp(Share(value), 0, 1) * (To - From);

    public bool Holds(double value) => value >= Low - Slack && value <= High + Slack;

    /// <summary>Where marks begin: zero, or the end of the axis that is nearest to it.</summary>
    public double Origin => IsLogarithmic ? Low : Math.Clamp(0, Low, High);

    private double Slack => (High - Low) * 1e-9;

    private double Share(double value) =>
        IsLogarithmic
            ? value > 0 ? Math.Log(value / Low) / Math.Log(High / Low) : double.NegativeInfinity
            : (value - Low) / (High - Low);
}

/// <summary>Places of equal width along a line, for names.</summary>
public readonly record struct BandScale(int Count, double From, double To, bool IsReversed = false)
{
    /// <summary>From one place to the next.</summary>
    public double Step => (To - From) / Count;

    public double Start(int index) => From + Step * (IsReversed ? Count - 1 - index : index);

    public double Middle(int index) => Start(index) + Step / 2;
}
