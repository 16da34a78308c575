using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions.Aggregates;

public enum AggregateFunction { Sum, Avg, CountRows, Count, CountDistinct, Min, Max }

/// <summary>One aggregate that is worked out for every group.</summary>
/// <param name="Argument">A row-phase expression; null for count(*).</param>
/// <param name="Filter">Rows for which it is not true are left out.</param>
/// <param name="Type">The type of the result.</param>
public sealed record AggregateSpec(AggregateFunction Function, Compiled? Argument, Compiled? Filter, DataType Type)
{
    /// <summary>An empty accumulator for a number of groups. Distinct values are not gathered, but counted from a key: <see cref="DistinctTotals"/>.</summary>
    public Accumulator Accumulator(int groups, Collation collation) => Function switch
    {
        AggregateFunction.CountRows or AggregateFunction.Count => new CountAccumulator(this, groups),
        AggregateFunction.Min or AggregateFunction.Max => new ExtremeAccumulator(this, groups, collation),
        _ => new SumAccumulator(this, groups),
    };
}

/// <summary>The aggregates that the expressions of a section (or of a chart) ask for; equal ones are worked out once.</summary>
public sealed class AggregateList
{
    private readonly List<AggregateSpec> _specs = [];
    private readonly Dictionary<string, int> _byText = [];
    private readonly List<string> _texts = [];

    public IReadOnlyList<AggregateSpec> Specs => _specs;

    /// <summary>What tells each aggregate from the others.</summary>
    public IReadOnlyList<string> Texts => _texts;

    /// <summary>The index of the aggregate that <paramref name="text"/> stands for, added if it is new.</summary>
    public int IndexOf(string text, Func<AggregateSpec> make)
    {
        if (_byText.TryGetValue(text, out var index)) return index;
        _byText[text] = index = _specs.Count;
        _specs.Add(make());
        _texts.Add(text);
        return index;
    }
}
