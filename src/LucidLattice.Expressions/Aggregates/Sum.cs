using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>Everything added up. The sum of no rows is NULL.</summary>
public sealed class Sum : Aggregate
{
    public override string Name => "sum";
    public override FunctionHelp Help => new(Name, "sum(n)", "added up over the rows of the group", Rows: false);
    public override string Noun => "sum";
    public override string Gesture => "Add it up";
    public override bool MindsRepeats => true;
    public override bool TakesDistinct => true;

    public override string Title(string of) => of;

    public override DataType TypeOf(Compiled? argument) => argument!.Type;

    public override (string Code, string Message)? Doubt(Compiled argument) => argument.Kind switch
    {
        FieldKind.Share => ("sum-of-shares", "Adding up shares rarely makes sense."),
        FieldKind.Rate => ("sum-of-shares", "Adding up prices or rates rarely makes sense."),
        FieldKind.Key => ("sum-of-shares", "Adding up keys rarely makes sense."),
        _ => null,
    };

    public override Accumulator Start(AggregateSpec spec, int groups, Collation collation) =>
        new SumAccumulator(spec, groups, average: false);
}
