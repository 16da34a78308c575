using LucidLattice.Expressions.Formatting;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Planning.Copies;

/// <summary>Every expression over the rows of a dataset, wherever it stands: one walk serves renaming and where-used alike.</summary>
public static class RowExpressions
{
    /// <summary>The report with each expression over the rows of one of its datasets passed through <paramref name="change"/>. The dataset
    /// itself stays.</summary>
    public static ReportDefinition MapRowExpressions(this ReportDefinition report, string dataset,
        Func<ExpressionPlace, string, string> change)
    {
        report = report with {
            Parameters = [.. report.Parameters.Select(p => p.Choices is DatasetChoices c
            && c.Dataset == dataset ? p with { Choices = Choices(p, c, change) } : p)] };
        var fields = report.Datasets.FirstOrDefault(d => d.Id == dataset)?.Fields ?? [];
        report = report with
        {
            Colors = [.. report.Colors.Select(c => fields.Any(f => Names.Quoted(f.Name) == c.Of)
                ? c with { Of = change(new("colours", "colors"), c.Of) }
                : c)],
            Promises = [.. report.Promises.Select(p => p with { Left = Promised(p.Left, p.Id), Right = Promised(p.Right, p.Id) })],
        };
        report = OwnRows(AroundKeys(report, dataset, change), dataset, change);
        var mapped = report.MapSections(section => section.Dataset == dataset ? Section(section, change) : section);
        // Page bands see the rows of their sheet's first section.
        return mapped with {
            Sheets = [.. mapped.Sheets.Select(
            s => s.Sections.FirstOrDefault()?.Dataset == dataset ? OnPages(s) : s)] };

        PromisedNumber Promised(PromisedNumber number, string id) => number is DatasetTotal total && total.Dataset == dataset
            ? total with { Expression = change(new("promise", id), total.Expression) } : number;

        Sheet OnPages(Sheet sheet) => sheet.MapPageBands((_, band) => band.MapElements(Mapped)) with
        {
            Background = sheet.Background is not { When: { } shown } background ? sheet.Background
                : background with { When = change(new("background", sheet.Id), shown) },
            Watermark = sheet.Watermark is not { } mark ? null : mark with
            {
                Text = TextTemplate.MapExpressions(mark.Text, e => change(new("watermark", sheet.Id), e)),
                When = Changed(mark.When, e => change(new("watermark", sheet.Id), e)),
            },
        };

        Element Mapped(Element element) => Walked(element, change);
    }

    /// <summary>Charts with rows of their own: their expressions are over those, but for what they are matched to.</summary>
    private static ReportDefinition OwnRows(ReportDefinition report, string dataset, Func<ExpressionPlace, string, string> change)
        => report.MapAllElements(element =>
        {
            if (OwnRowsOf(element) is not { } own || own.Dataset != dataset) return element;
            return WithOwnRows(ElementKinds.KindOf(element).MapExpressions(element, change), own with
            {
                Match = [.. own.Match.Select(m => m with { Own = change(new("own rows", element.Id), m.Own) })],
            });
        });

    private static ChartOwnRows? OwnRowsOf(Element element) =>
        element switch { ChartElement chart => chart.Own, CrosstabElement crosstab => crosstab.Own, _ => null };

    private static Element WithOwnRows(Element element, ChartOwnRows own) => element switch
    {
        ChartElement chart => chart with { Own = own },
        CrosstabElement crosstab => crosstab with { Own = own },
        _ => element,
    };

    private static Element Walked(Element element, Func<ExpressionPlace, string, string> change)
    {
        return OfKind(element, change).WithLinks((on, link) => Linked(link, on, change)) with
        {
            When = Changed(element.When, t => change(new("condition", element.Id), t)),
            Style = element.Style is { } style && (style.Rules.Count > 0 || style.By.Count > 0) ? Styled(style) : element.Style,
        };

        Style Styled(Style style) => style with
        {
            By = style.By.ToDictionary(b => b.Key, b => change(new("style", element.Id), b.Value)),
            Rules = [.. style.Rules.Select(r => r with { When = change(new("style", element.Id), r.When) })],
        };
    }

    private static Element OfKind(Element element, Func<ExpressionPlace, string, string> change) =>
        OwnRowsOf(element) is { } own
            ? WithOwnRows(element, own with
            {
                Match = [.. own.Match.Select(m => m with { Around = change(new("own rows", element.Id), m.Around) })],
            })
            : ElementKinds.KindOf(element).MapExpressions(element, change);

    /// <summary>The keys by which inner sections are matched to rows of the dataset around them.</summary>
    private static ReportDefinition AroundKeys(ReportDefinition report, string dataset, Func<ExpressionPlace, string, string> change)
    {
        var around = report.AllSections().Where(s => s.Dataset == dataset).SelectMany(s => s.Bands()).SelectMany(b => b.Band.Parts)
            .SelectMany(p => p.Sections).Select(s => s.Id).ToHashSet();
        return report.MapSections(section => !around.Contains(section.Id) ? section : section with
        {
            Match = [.. section.Match.Select(m => m with { Around = change(new("match", section.Id), m.Around) })],
        });
    }

    /// <summary>The dataset with the expressions over its own fields passed through <paramref name="change"/>.</summary>
    /// <param name="field">Gives each field's new name.</param>
    public static Dataset MapRowExpressions(this Dataset dataset, Func<string, string> field,
        Func<ExpressionPlace, string, string> change) => dataset with
    {
        Fields = [.. dataset.Fields.Select(
            f => f with { Name = field(f.Name),
            Expression = f.Expression is { Length: > 0 } text
            ? change(new($"worked-out field {f.Caption}", f.Name), text)
            : f.Expression })],
        Filter = Map(dataset.Filter, field, text => change(new("conditions", dataset.Id), text)),
        Sort = [.. dataset.Sort.Select(s => s with { By = change(new("order", dataset.Id), s.By) })],
        Starter = dataset.Starter is not { } starter
        ? null
        : starter with { Columns = [.. starter.Columns.Select(field)], Totals = [.. starter.Totals.Select(field)],
        GroupBy = Changed(starter.GroupBy, field), ChartOf = Changed(starter.ChartOf, field) },
        Parameters = [.. dataset.Parameters.Select(p => p.Choices is DatasetChoices c
        && c.Dataset == dataset.Id ? p with { Choices = Choices(p, c, change) } : p)],
    };

    private static Section Section(Section section, Func<ExpressionPlace, string, string> change)
    {
        var mapped = section with
        {
            Filter = section.Filter is { Length: > 0 } filter ? change(new("filter", section.Id), filter) : section.Filter,
            Conditions = Map(section.Conditions, name => Names.Plain(change(new("conditions", section.Id), Names.Quoted(name))),
                text => change(new("conditions", section.Id), text)),
            Match = [.. section.Match.Select(m => m with { Own = change(new("match", section.Id), m.Own) })],
            Sort = [.. section.Sort.Select(s => s with { By = change(new("order", section.Id), s.By) })],
            Columns = [.. section.Columns.Select(c => c with { Expression = change(new($"column {c.Heading}", c.Id), c.Expression) })],
            Levels = [.. section.Levels.Select(l => (Level)Groupings.MapExpressions(l, change))],
        };
        return mapped.MapElements((_, element) => Walked(element, change)).MapBands((_, band) => band with
        {
            Parts = [.. band.Parts.Select(p => p with
            {
                When = Changed(p.When, t => change(new("condition", p.Id), t)), Link = Linked(p.Link, p.Id, change),
            })],
        });
    }

    private static Link? Linked(Link? link, string id, Func<ExpressionPlace, string, string> change)
    {
        if (link is null) return null;
        return link with
        {
            Carries = [.. link.Carries.Select(c => c with { From = From(c.From) })],
            Group = link.Group is { } group ? group with { Key = From(group.Key) } : null,
            Also = [.. link.Also.Select(l => Linked(l, id, change)!)],
            Former = link.Former?.Select(l => Linked(l, id, change)!).ToList(),
        };

        ValueSource From(ValueSource source) => source is ExpressionSource worked
            ? worked with { Expression = change(new("link", id), worked.Expression) } : source;
    }

    private static DatasetChoices Choices(Parameter parameter, DatasetChoices choices, Func<ExpressionPlace, string, string> change)
    {
        var place = new ExpressionPlace($"choices of {parameter.Caption}", parameter.Name);
        return choices with { Value = change(place, choices.Value), Label = Changed(choices.Label, t => change(place, t)),
            Filter = Changed(choices.Filter, t => change(place, t)) };
    }

    private static Condition? Map(Condition? condition, Func<string, string> field, Func<string, string> change) => condition switch
    {
        AllOf all => all with { Conditions = [.. all.Conditions.Select(c => Map(c, field, change)!)] },
        AnyOf any => any with { Conditions = [.. any.Conditions.Select(c => Map(c, field, change)!)] },
        FieldCondition one => one with { Field = field(one.Field) },
        ExpressionCondition expression => expression with { Expression = change(expression.Expression) },
        _ => condition,
    };

    private static string? Changed(string? text, Func<string, string> change) => text is { Length: > 0 } ? change(text) : text;
}
