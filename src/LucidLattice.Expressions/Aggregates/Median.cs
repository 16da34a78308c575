using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>The value in the middle: half of the values are at most that large. Between two values it is their mean.</summary>
public sealed class Median : Aggregate
{
    public override string Name => "median";
    public override FunctionHelp Help => new(Name, "median(n)", "the value in the middle of the group's", Rows: false);
    public override string Noun => "median";
    public override string Gesture => "Show its median";
    public override bool MindsRepeats => true;
    public override bool Merges => false;

    public override string Title(string of) => $"median {of}";

    public override DataType TypeOf(Compiled? argument) => PercentileTotals.TypeOf(argument!);

    public override int? ScaleOf(AggregateSpec spec) => PercentileTotals.ScaleOf(spec);

    public override AggregateTotals Total(
        AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, Func<Compiled, RowKey> key,
        CancellationToken cancel)
        => PercentileTotals.Compute(spec, 0.5m, levels, order, frame, key(spec.Argument!), cancel);
}
