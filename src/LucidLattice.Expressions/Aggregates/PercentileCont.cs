using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>
/// The value below which a fraction of the values lies, between two of them by linear interpolation (ISO/IEC 9075-2,
/// PERCENTILE_CONT): <c>percentile_cont(0.9) WITHIN GROUP (ORDER BY delay)</c>.
/// </summary>
public sealed class PercentileCont : Aggregate
{
    public override string Name => "percentile_cont";
    public override FunctionHelp Help => new(
        Name, "percentile_cont(0.9) WITHIN GROUP (ORDER BY n)", "below it lie nine tenths of the group's values", Rows: false);
    public override bool MindsRepeats => true;
    public override bool Merges => false;

    public override string Title(string of) => $"percentile of {of}";

    public override DataType TypeOf(Compiled? argument) => PercentileTotals.TypeOf(argument!);

    public override int? ScaleOf(AggregateSpec spec) => PercentileTotals.ScaleOf(spec);

    public override AggregateTotals Total(
        AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, Func<Compiled, RowKey> key,
        CancellationToken cancel)
        => PercentileTotals.Compute(spec, spec.Fraction, levels, order, frame, key(spec.Argument!), cancel);
}
