namespace LucidLattice.Expressions.Evaluation;

/// <summary>How much of the run clock an expression reads.</summary>
public enum ClockUse
{
    None,

    /// <summary>The day.</summary>
    Day,

    /// <summary>The day and the time.</summary>
    Instant,
}

/// <summary>
/// What an expression reads besides the fields of rows. The compiler finds it, so that whatever keeps results knows by what
/// they differ.
/// </summary>
/// <param name="ParameterIndices">In the definition's list.</param>
public sealed record Reads(IReadOnlySet<int> ParameterIndices, ClockUse Clock)
{
    /// <summary>True if it looks at other rows than those that a condition keeps, so that none may be left out where they are
    /// read.</summary>
    public bool AllRows { get; init; }

    public static readonly Reads Nothing = new(new HashSet<int>(), ClockUse.None);

    public static Reads Parameter(int index) => new(new HashSet<int> { index }, ClockUse.None);

    public static Reads TheClock(ClockUse use) => new(new HashSet<int>(), use);

    public Reads With(Reads other)
    {
        if (ReferenceEquals(other, Nothing)) return this;
        if (ReferenceEquals(this, Nothing)) return other;
        return new(ParameterIndices.Concat(other.ParameterIndices).ToHashSet(), Clock > other.Clock ? Clock : other.Clock)
        {
            AllRows = AllRows || other.AllRows,
        };
    }

    public static Reads All(IEnumerable<Reads> many) => many.Aggregate(Nothing, (all, one) => all.With(one));
}
