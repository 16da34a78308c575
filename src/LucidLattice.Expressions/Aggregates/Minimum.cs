using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>The smallest value, in the order of its type; texts in the report's collation.</summary>
public sealed class Minimum : Aggregate
{
    public override string Name => "min";
    public override FunctionHelp Help => new(Name, "min(a)", "the smallest in the group", Rows: false);
    public override string Noun => "smallest";
    public override string Gesture => "Show the smallest";
    public override bool NumbersOnly => false;
    public override bool TakesDistinct => true;

    public override string Title(string of) => $"least {of}";

    public override DataType TypeOf(Compiled? argument) => argument!.Type;

    public override Accumulator Start(AggregateSpec spec, int groups, Collation collation) =>
        new ExtremeAccumulator(spec, groups, collation, sign: -1);
}
