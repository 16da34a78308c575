using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>Crosstabs: where they may stand, and what can be wrong with them.</summary>
public sealed class CrosstabKind : ElementKind<CrosstabElement>
{
    protected override CrosstabElement Mapped(CrosstabElement element, Func<ExpressionPlace, string, string> change)
    {
        var place = new ExpressionPlace("crosstab", element.Id);
        return element with
        {
            Filter = element.Filter is null ? null : change(place, element.Filter),
            Down = [.. element.Down.Select(Field)],
            Across = [.. element.Across.Select(Field)],
            Values = [.. element.Values.Select(v => v with
            {
                Expression = change(place, v.Expression), LineOver = v.LineOver is null ? null : change(place, v.LineOver),
                Rules = [.. v.Rules.Select(r => r with { When = change(place, r.When) })],
            })],
        };

        CrosstabField Field(CrosstabField field) => (CrosstabField)Groupings.MapExpressions(field, change);
    }

    protected override IEnumerable<Problem> Checked(CrosstabElement element, ReportDefinition report)
    {
        Problem Wrong(string code, string message, string property, string mend, string? on = null) =>
            new(code, Severity.Error, message, on ?? element.Id, property, Mends: [mend]);
        if (element.Own is { } own && report.Datasets.All(d => d.Id != own.Dataset))
            yield return Wrong("unknown-dataset", $"The crosstab counts rows of “{own.Dataset}”, which the report does not have.", "own",
                "Choose one of the report's datasets.");
        if (element.Values.Count is 0 or > CrosstabElement.MostValues)
            yield return Wrong("crosstab-values", $"A crosstab has 1 to {CrosstabElement.MostValues} values.", "values",
                "Count rows: count(*).");
        foreach (var (fields, name) in new[] { (element.Down, "down"), (element.Across, "across") })
            if (fields.Count > CrosstabElement.MostFields)
                yield return Wrong("crosstab-fields", $"A crosstab has up to {CrosstabElement.MostFields} fields {name}.", name,
                    "Take some out.");
        foreach (var twice in element.Fields.GroupBy(f => f.Name, StringComparer.OrdinalIgnoreCase).Where(g => g.Count() > 1))
            yield return Wrong("duplicate-name", $"Two fields of the crosstab are called “{twice.Key}”.", "name", "Rename one of them.",
                twice.Last().Id);
        foreach (var field in element.Fields)
        {
            if (field.Name.Trim().Length == 0)
                yield return Wrong("no-name", "A field of the crosstab has no name.", "name", "Give it one.", field.Id);
            if (Groupings.WhyNot(field) is { } problem) yield return problem;
        }
        foreach (var color in Colors(element).Where(c => !HexColors.IsColor(c)))
            yield return Wrong("bad-color", $"“{color}” is no colour.", "shape", "Write it as #0B5D5B.");
        if (element.Values.Any(v => v.Rules.Count > Style.MostRules))
            yield return Wrong("too-many-rules", $"A value has up to {Style.MostRules} conditions.", "values", "Take some out.");
        var shape = element.Shape;
        if (!(shape is { LeastScale: >= 0.3 and <= 1, Spacing: >= 0 and <= 30, ColumnWidth: null or (>= 8 and <= 2000) }
            && shape.HeadingWidths.All(w => w is >= 8 and <= 2000) && shape.HeadingWidths.Count <= CrosstabElement.MostFields + 1))
            yield return Wrong("crosstab-shape", "Columns are 3 to 700 mm wide (8 to 2000 points), rows have 0 to 30 points around their "
                + "texts, and a crosstab is made smaller to 0.3 at least.", "shape", "Give numbers in these ranges.");
    }

    private static IEnumerable<string> Colors(CrosstabElement element) => new[] { element.Shape.HeadingShade, element.Shape.TotalShade,
        element.Shape.RowShade }.Concat(element.Values.SelectMany(v => v.Rules.SelectMany(r => new[] { r.Color, r.Background })
        .Concat([v.Scale?.Low, v.Scale?.High]))).OfType<string>();

    public override string? WhyNotIn(BandPlace place) => place switch
    {
        { IsSummary: true } => null,
        { Kind: BandKind.Detail } => "A crosstab in the detail band would be printed for each row.",
        _ => "A crosstab in a page band has no rows of its own.",
    };

    protected override ElementPlan Planned(CrosstabElement element, ElementPlace place) =>
        new CrosstabPlanning(element, place, this).Plan();
}
