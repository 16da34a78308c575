using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>What a result means, by what it is calculated from: its kind, and its currency where that is money. It decides formats, units
/// and totals, never a value.</summary>
internal static class Meanings
{
    /// <summary>The result means what all of its sources mean; constants and NULL mean nothing by themselves, and do not count.</summary>
    public static Compiled MeaningOf(this Compiled result, params IEnumerable<Compiled> sources)
    {
        var telling = sources.Where(s => s.Type != DataType.Null && !IsFactor(s)).ToList();
        if (telling.Count == 0 || telling.Any(s => s.Kind != telling[0].Kind)) return result;
        var currencies = telling.Select(s => s.Currency).Distinct().ToList();
        return result with { Kind = telling[0].Kind, Currency = currencies.Count == 1 ? currencies[0] : null };
    }

    /// <summary>Money times a plain constant, or divided by one, is money; all else is a plain number.</summary>
    public static Compiled MeaningOfMultiple(this Compiled result, string op, Compiled left, Compiled right)
    {
        if (IsFactor(right) && left.Kind == FieldKind.Money) return result.MeaningOf(left);
        return op == "*" && IsFactor(left) && right.Kind == FieldKind.Money ? result.MeaningOf(right) : result;
    }

    private static bool IsFactor(Compiled number) => number.Phase == Phase.Constant && number.Kind == FieldKind.Plain;
}
