using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>The largest value, in the order of its type; texts in the report's collation.</summary>
public sealed class Maximum : Aggregate
{
    public override string Name => "max";
    public override FunctionHelp Help => new(Name, "max(a)", "the largest in the group", Rows: false);
    public override string Noun => "largest";
    public override string Gesture => "Show the largest";
    public override bool NumbersOnly => false;
    public override bool TakesDistinct => true;

    public override string Title(string of) => $"most {of}";

    public override DataType TypeOf(Compiled? argument) => argument!.Type;

    public override Accumulator Start(AggregateSpec spec, int groups, Collation collation) =>
        new ExtremeAccumulator(spec, groups, collation, sign: 1);
}
