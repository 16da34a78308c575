namespace LucidLattice.Model.Values;

/// <summary>A length of time in the two parts that SQL keeps apart: whole months, and days with time.</summary>
public sealed record Interval(int Months, TimeSpan Time) : IComparable<Interval>
{
    /// <summary>Its days with their fraction. Twelve months count 365.25 days and one counts 30, as PostgreSQL's EXTRACT(EPOCH …) has
    /// it.</summary>
    public decimal Days => In(TimeSpan.TicksPerDay);

    /// <summary>How long it is in a unit, without zeros at the end.</summary>
    /// <param name="unit">In ticks of 100 ns.</param>
    public decimal In(long unit)
    {
        var months = Months / 12 * 365.25m + Months % 12 * 30m;
        return (months * TimeSpan.TicksPerDay + Time.Ticks) / unit / 1.000000000000000000000000000m;
    }

    /// <summary>So many times as long; a month counts 30 days where it is divided.</summary>
    /// <exception cref="OverflowException">It is longer than any calendar.</exception>
    public Interval Times(decimal factor)
    {
        var months = Months * factor;
        var whole = decimal.Truncate(months);
        return new(checked((int)whole), new TimeSpan(checked((long)decimal.Round(
            Time.Ticks * factor + (months - whole) * 30 * TimeSpan.TicksPerDay, MidpointRounding.AwayFromZero))));
    }

    public Interval Plus(Interval other, int sign)
        => new(checked(Months + sign * other.Months), sign > 0 ? Time + other.Time : Time - other.Time);

    public int CompareTo(Interval? other) => Days.CompareTo(other?.Days ?? 0);

    public override string ToString() => $"{Months} months {Time}";
}
