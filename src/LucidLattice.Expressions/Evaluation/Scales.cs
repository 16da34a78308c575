using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>How many digits after the decimal sign a result prints by default. Null leaves it to the data: the field says none.</summary>
internal static class Scales
{
    /// <summary>Quotients and averages of numbers whose digits the data decides.</summary>
    private const int OfUnknown = 6;

    public static int? Of(Compiled number) => number.Type is DataType.Decimal ? number.Scale : 0;

    /// <summary>The most of them; what the data decides is left to it.</summary>
    public static int? OfAny(IEnumerable<Compiled> numbers)
    {
        int? most = 0;
        foreach (var number in numbers.Where(n => n.Type != DataType.Null))
            most = Of(number) is { } scale && most is { } m ? Math.Max(m, scale) : null;
        return most;
    }

    public static int? OfProduct(Compiled left, Compiled right) =>
        Of(left) is { } a && Of(right) is { } b ? Math.Min(12, a + b) : null;

    public static int? OfQuotient(Compiled left) => Math.Max(2, Of(left) ?? OfUnknown);

    /// <param name="least">So many at least.</param>
    public static int? OfMean(Compiled? of, int least) => of is null ? least : Math.Max(Of(of) ?? OfUnknown, least);
}
