using LucidLattice.Core.Definitions;
using LucidLattice.Core.Formatting;

namespace LucidLattice.Core.Datasets;

/// <summary>A place in a report where an expression over a dataset's rows stands.</summary>
/// <param name="Words">For people: “column Delay”.</param>
/// <param name="Id">The id of the column, level, element, section or parameter.</param>
public readonly record struct ExpressionPlace(string Words, string Id);

/// <summary>Every expression over the rows of a dataset, wherever it stands: one walk serves renaming and where-used alike.</summary>
public static class RowExpressions
{
    /// <summary>The report with each expression over the rows of one of its datasets passed through <paramref name="change"/>. The dataset itself stays.</summary>
    public static ReportDefinition MapRowExpressions(this ReportDefinition report, string dataset, Func<ExpressionPlace, string, string> change)
    {
        report = report with { Parameters = [.. report.Parameters.Select(p => p.Choices is DatasetChoices c && c.Dataset == dataset ? p with { Choices = Choices(p, c, change) } : p)] };
        var section = report.Sheets.Count > 0 && report.Sheets[0].Sections.Count > 0 ? report.MainSection() : null;
        return section is null || section.Dataset != dataset ? report : report.WithMainSection(Section(section, change));
    }

    /// <summary>The dataset with the expressions over its own fields passed through <paramref name="change"/>.</summary>
    /// <param name="field">Gives each field's new name.</param>
    public static Dataset MapRowExpressions(this Dataset dataset, Func<string, string> field, Func<ExpressionPlace, string, string> change) => dataset with
    {
        Fields = [.. dataset.Fields.Select(f => f with { Name = field(f.Name), Expression = f.Expression is { Length: > 0 } text ? change(new($"worked-out field {f.Caption}", f.Name), text) : f.Expression })],
        Filter = Map(dataset.Filter, field, text => change(new("conditions", dataset.Id), text)),
        Sort = [.. dataset.Sort.Select(s => s with { By = change(new("order", dataset.Id), s.By) })],
        Starter = dataset.Starter is not { } starter ? null : starter with { Columns = [.. starter.Columns.Select(field)], Totals = [.. starter.Totals.Select(field)], GroupBy = Of(starter.GroupBy, field), ChartOf = Of(starter.ChartOf, field) },
        Parameters = [.. dataset.Parameters.Select(p => p.Choices is DatasetChoices c && c.Dataset == dataset.Id ? p with { Choices = Choices(p, c, change) } : p)],
    };

    private static Section Section(Section section, Func<ExpressionPlace, string, string> change)
    {
        var mapped = section with
        {
            Filter = section.Filter is { Length: > 0 } filter ? change(new("filter", section.Id), filter) : section.Filter,
            Sort = [.. section.Sort.Select(s => s with { By = change(new("order", section.Id), s.By) })],
            Columns = [.. section.Columns.Select(c => c with { Expression = change(new($"column {c.Heading}", c.Id), c.Expression) })],
            Levels = [.. section.Levels.Select(l => l with { By = change(new($"group {l.Name}", l.Id), l.By) })],
        };
        return mapped.MapElements((_, element) => element switch
        {
            TextElement text => text with { Text = TextTemplate.MapExpressions(text.Text, e => change(new("text", text.Id), e)) },
            ChartElement chart => chart with
            {
                Category = change(new("chart", chart.Id), chart.Category),
                Value = change(new("chart", chart.Id), chart.Value),
                Title = chart.Title is null ? null : TextTemplate.MapExpressions(chart.Title, e => change(new("chart title", chart.Id), e)),
            },
            _ => element,
        });
    }

    private static DatasetChoices Choices(Parameter parameter, DatasetChoices choices, Func<ExpressionPlace, string, string> change)
    {
        var place = new ExpressionPlace($"choices of {parameter.Caption}", parameter.Name);
        return choices with { Value = change(place, choices.Value), Label = Of(choices.Label, t => change(place, t)), Filter = Of(choices.Filter, t => change(place, t)) };
    }

    private static Condition? Map(Condition? condition, Func<string, string> field, Func<string, string> change) => condition switch
    {
        AllOf all => all with { Conditions = [.. all.Conditions.Select(c => Map(c, field, change)!)] },
        AnyOf any => any with { Conditions = [.. any.Conditions.Select(c => Map(c, field, change)!)] },
        FieldCondition one => one with { Field = field(one.Field) },
        ExpressionCondition expression => expression with { Expression = change(expression.Expression) },
        _ => condition,
    };

    private static string? Of(string? text, Func<string, string> change) => text is { Length: > 0 } ? change(text) : text;
}
