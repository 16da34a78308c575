using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>Subtotals of columns.</summary>
public sealed class TotalKind : ColumnKind<TotalElement>
{
    public override StyleRole RoleAt(BandPlace place) => StyleRole.Total;

    public override string? WhyNotIn(BandPlace place) =>
        place.IsSummary || place.IsPageBand ? null : "A subtotal belongs in a header or footer of a group, of the page or of the report.";

    protected override TotalElement Mapped(TotalElement element, Func<ExpressionPlace, string, string> change) => element with
    {
        By = element.By is { } by ? change(new("total", element.Id), by) : null,
        Where = element.Where is { } where ? change(new("total", element.Id), where) : null,
    };

    protected override IEnumerable<Problem> Checked(TotalElement element, ReportDefinition report)
    {
        Problem Wrong(string code, string message, string property, string mend) =>
            new(code, Severity.Error, message, element.Id, property, Mends: [mend]);
        var known = AggregateKinds.InSentences.Select(a => a.Name).Concat(MadeAggregates.All).ToList();
        if (!known.Contains(element.Aggregate))
            yield return Wrong("unknown-aggregate", $"There is no kind of total called “{element.Aggregate}”.", "aggregate",
                $"Use {string.Join(", ", known)}.");
        if (element.Aggregate is MadeAggregates.Weighted or MadeAggregates.Ratio or MadeAggregates.PercentChange
            && element.By is not { Length: > 0 })
            yield return Wrong("total-by", element.Aggregate switch
            {
                MadeAggregates.Ratio => "The ratio does not say what it is divided by.",
                MadeAggregates.PercentChange => "The percent change does not say from what it is a change.",
                _ => "The average does not say what it is weighted by.",
            }, "by",
                "Choose a number.");
        if (element.Fraction is { } fraction && !(fraction is >= 0 and <= 1))
            yield return Wrong("percentile", $"A percentile lies from 0 to 1, not at {fraction}.", "fraction", "Use 0.9 for nine tenths.");
    }

    protected override TextPiece? Piece(TotalElement element, ColumnPlan column, ElementPlace place)
    {
        if (column.Value is null) return null;
        var name = column.Definition.Heading;
        if (WhyNotIn(place.Place) is { } why)
        {
            place.Problem(element, "total-outside-group", Severity.Error, $"“{name}”: {why}", null, "Move it to a footer.");
            return null;
        }
        var levels = place.Place.IsPageBand ? place.Section.LevelsOnPage : place.Section.Section.Levels;
        var isOfGroup = element.As == TotalForm.RunningInAround && levels.Count > 0;
        if (place.Place.IsPageBand && !isOfGroup && element.As is not (TotalForm.Value or TotalForm.Running))
        {
            place.Problem(element, "total-of-page", Severity.Error,
                $"“{name}”: a page shows the total of what starts on it, or a running total.", "as", "Show it by itself.");
            return null;
        }
        if (element.Within is { } within && levels.All(l => l.Id != within))
        {
            place.Problem(element, "unknown-level", Severity.Error, $"“{name}” is carried forward in groups of a level that is gone.",
                "within", "Choose another level.");
            return null;
        }
        if (element.Aggregate == MadeAggregates.PerGroup && (place.Place.IsPageBand || place.Place.Level >= levels.Count))
        {
            place.Problem(element, "no-groups-inside", Severity.Error, $"“{name}”: there are no groups inside of this one to average over.",
                "aggregate", "Average the rows.");
            return null;
        }
        var isFormula = place.Calculated is not null || element.Formula is { Length: > 0 };
        if (isFormula && (place.Place.IsPageBand || levels.Count == 0 || element.As != TotalForm.Value))
        {
            place.Problem(element, "formula-misplaced", Severity.Error, place.Place.IsPageBand
                ? $"“{name}”: what is calculated from other lines belongs in a header or footer of a group or of the report."
                : levels.Count == 0 ? $"“{name}”: there are no lines to calculate from, since the rows are not grouped."
                : $"“{name}”: what is calculated from other lines is shown by itself.", "formula", "Show the total by itself.");
            return null;
        }
        var scope = place.Section.At(place.Place);
        return place.Section.Check(element.Id, isFormula ? "formula" : "aggregate", () =>
        {
            var of = column.Definition.Expression;
            var total = Compiler.Compile(isFormula ? TotalExpression.Write(element, of, place.Place, levels,
                StatementLines.Of(place.Section.Section, place.Place, level => place.Section.TryCompile(level.By))!,
                place.Calculated?.Formula) : TotalExpression.Write(element, of, place.Place, levels), scope);
            place.Section.Use(total);
            return new TextPiece("", total, place.Section.Format(total, Pattern(element, column, place.Section.Culture)));
        }, scope);
    }

    /// <summary>A count, a share or a rank cannot wear the column's pattern, but for one of numbers that was counted before.</summary>
    private static string? Pattern(TotalElement element, ColumnPlan column, System.Globalization.CultureInfo culture) =>
        element.Pattern
        ?? (TotalExpression.IsShare(element.As) || element.Aggregate == MadeAggregates.PercentChange ? PercentForm.Pattern(culture)
        : element.As is TotalForm.Rank or TotalForm.RankInAround || element.Aggregate == MadeAggregates.Different
            || AggregateKinds.Find(element.Aggregate) is { Counts: true } ? null
        : element.Aggregate == MadeAggregates.Ratio ? "#,##0.00" : column.Definition.Pattern);
}
