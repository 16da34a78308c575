using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>The mean of the values that are there.</summary>
public sealed class Average : Aggregate
{
    public override string Name => "avg";
    public override FunctionHelp Help => new(Name, "avg(n)", "the mean over the rows of the group", Rows: false);
    public override string Noun => "average";
    public override string Gesture => "Average it";
    public override bool MindsRepeats => true;
    public override bool TakesDistinct => true;

    public override string Title(string of) => $"average {of}";

    public override DataType TypeOf(Compiled? argument) => argument!.Type == DataType.Whole ? DataType.Decimal : argument.Type;

    public override int? ScaleOf(AggregateSpec spec) =>
        spec.Type == DataType.Decimal && !spec.IsLength ? Scales.OfMean(spec.Argument, 2) : spec.Argument?.Scale;

    public override Accumulator Start(AggregateSpec spec, int groups, Collation collation) =>
        new SumAccumulator(spec, groups, average: true);
}
