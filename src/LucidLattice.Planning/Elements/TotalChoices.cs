using LucidLattice.Expressions.Aggregates;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>What a kind of total has to be told besides what it is taken of.</summary>
public enum TotalAsks { Nothing, Weight, Divisor, Base, Fraction }

/// <summary>A kind of total, as sentences offer it.</summary>
/// <param name="Noun">In “the … of passengers”.</param>
/// <param name="Gesture">As an author would ask for it: “Average it”.</param>
public sealed record TotalChoice(string Name, string Noun, string Gesture, TotalAsks Asks)
{
    public static IReadOnlyList<TotalChoice> All { get; } =
    [
        .. AggregateKinds.InSentences.Select(a => new TotalChoice(a.Name, a.Noun!, a.Gesture ?? a.Noun!, TotalAsks.Nothing)),
        new(MadeAggregates.Different, "number of different values", "Count what is different", TotalAsks.Nothing),
        new(MadeAggregates.Percentile, "percentile", "Take a percentile", TotalAsks.Fraction),
        new(MadeAggregates.Weighted, "weighted average", "Average it by weight", TotalAsks.Weight),
        new(MadeAggregates.Ratio, "ratio of sums", "Divide its sum by another", TotalAsks.Divisor),
        new(MadeAggregates.PercentChange, "percent change of the sum", "Show its percent change", TotalAsks.Base),
        new(MadeAggregates.PerGroup, "average over the groups inside", "Average the groups inside", TotalAsks.Nothing),
    ];
}
