using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>How many rows there are, or how many (different) values.</summary>
public sealed class Count : Aggregate
{
    public override string Name => "count";
    public override FunctionHelp Help => new(Name, "count(*)", "how many rows the group has", Rows: false);
    public override string Noun => "number";
    public override string Gesture => "Count it";
    public override bool Counts => true;
    public override bool NumbersOnly => false;
    public override bool TakesDistinct => true;

    public override string Title(string of) => of == "*" ? "rows" : $"number of {of}";

    public override DataType TypeOf(Compiled? argument) => DataType.Whole;

    public override int? ScaleOf(AggregateSpec spec) => null;

    public override Accumulator Start(AggregateSpec spec, int groups, Collation collation) => new CountAccumulator(spec, groups);
}
