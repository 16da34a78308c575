using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Expressions.Aggregates;

namespace LucidLattice.Core.Elements;

/// <summary>Subtotals of columns.</summary>
public sealed class TotalKind : ColumnKind<TotalElement>
{
    public override StyleRole RoleAt(BandPlace place) => StyleRole.Total;

    public override string? WhyNotIn(BandPlace place) =>
        place.IsSummary ? null : "A subtotal belongs in a header or footer of a group or of the report.";

    protected override IEnumerable<Problem> Checked(TotalElement element, ReportDefinition report)
    {
        if (AggregateKinds.InSentences.Any(a => a.Name == element.Aggregate)) yield break;
        yield return new Problem(
            "unknown-aggregate", Severity.Error, $"There is no kind of total called “{element.Aggregate}”.", element.Id, "aggregate",
            Mends: [$"Use {string.Join(", ", AggregateKinds.InSentences.Select(a => a.Name))}."]);
    }

    protected override TextPiece? Piece(TotalElement element, ColumnPlan column, ElementPlace place)
    {
        if (column.Value is null) return null;
        if (WhyNotIn(place.Place) is { } why)
        {
            place.Problem(
                element, "total-outside-group", Severity.Error, $"“{column.Definition.Heading}”: {why}", null, "Move it to a footer.");
            return null;
        }
        var scope = place.Section.At(place.Place);
        return place.Section.Check(element.Id, "aggregate", () =>
        {
            var total = Compiler.Compile($"{element.Aggregate}({column.Definition.Expression})", scope);
            place.Section.Use(total);
            // A count of anything but numbers cannot wear the column's pattern.
            var pattern = AggregateKinds.Find(element.Aggregate) is { Counts: true } ? null : column.Definition.Pattern;
            return new TextPiece("", total, place.Section.Format(total, pattern));
        }, scope);
    }
}
