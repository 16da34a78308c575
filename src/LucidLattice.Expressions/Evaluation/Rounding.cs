using System.Globalization;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>Rounding with halves away from zero, to digits after the decimal sign or, below 0, before it.</summary>
public static class Rounding
{
    private static readonly decimal[] Powers = [.. Enumerable.Range(0, 29).Select(n => decimal.Parse("1" + new string('0', n),
        CultureInfo.InvariantCulture))];

    /// <exception cref="OverflowException">The result has more than 28 digits.</exception>
    public static decimal Round(decimal number, int digits)
    {
        if (digits >= 0) return decimal.Round(number, Math.Min(digits, 28), MidpointRounding.AwayFromZero);
        if (digits < -28) return 0;
        var unit = Powers[-digits];
        // Decimals have a negative zero, which nobody wants to see.
        return decimal.Round(number / unit, MidpointRounding.AwayFromZero) * unit is not 0 and var rounded ? rounded : 0;
    }

    public static double Round(double number, int digits)
    {
        if (digits > 15 || number == 0) return number;
        if (digits >= 0) return Math.Round(number, digits, MidpointRounding.AwayFromZero);
        var unit = Math.Pow(10, -digits);
        return double.IsInfinity(unit) ? 0 : Math.Round(number / unit, MidpointRounding.AwayFromZero) * unit;
    }
}
