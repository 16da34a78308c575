using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>
/// How far values lie from their mean, as ISO/IEC 9075-2 names it: of a sample (divided by one less than their number; empty for a
/// single value) or of a whole population; as variance, or its root.
/// </summary>
public sealed class Deviation(bool isSample, bool isRoot) : Aggregate
{
    public override string Name => (isRoot ? "stddev" : "var") + (isSample ? "_samp" : "_pop");
    public override FunctionHelp Help => new(Name, $"{Name}(n)",
        $"the {Words} of the group's values{(isSample ? ", taken for a sample" : "")}", Rows: false);
    public override string? Noun => isSample && isRoot ? Words : null;
    public override string? Gesture => isSample && isRoot ? "Show its standard deviation" : null;
    public override bool MindsRepeats => true;

    private string Words => isRoot ? "standard deviation" : "variance";

    public override string Title(string of) => $"{Words} of {of}";

    public override DataType TypeOf(Compiled? argument) => DataType.Double;

    public override int? ScaleOf(AggregateSpec spec) => null;

    public override Accumulator Start(AggregateSpec spec, int groups, Collation collation) =>
        new DeviationAccumulator(spec, groups, isSample, isRoot);
}
