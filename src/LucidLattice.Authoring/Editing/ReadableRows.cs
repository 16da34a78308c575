using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>Other rows for a chart or a crosstab: what it asks stays where they can answer it, and starts anew where they cannot.</summary>
internal sealed class ReadableRows(IReadOnlyList<Field> fields, IReadOnlyList<Parameter> parameters, IEnumerable<string> levels)
{
    private readonly string[] _around = [.. levels];

    public CrosstabElement What(CrosstabElement crosstab)
    {
        return crosstab with
        {
            Down = Fields(crosstab.Down), Across = Fields(crosstab.Across), Filter = OfRow(crosstab.Filter),
            Values = crosstab.Values.Where(v => IsTotal(v.Expression)).Select(Value).ToList() is { Count: > 0 } values ? values
                : [new CrosstabValue { Expression = AddChart.FirstValue(fields) }],
        };

        List<CrosstabField> Fields(IReadOnlyList<CrosstabField> of) =>
            [.. of.Where(f => IsRow(f.By)).Select(f => f with
            {
                OrderBy = OfTotal(f.OrderBy, crosstab), Keep = OfTotal(f.Keep, crosstab), Label = OfRow(f.Label),
            })];
        CrosstabValue Value(CrosstabValue value) =>
            value with { LineOver = OfRow(value.LineOver), Rules = [.. value.Rules.Where(r => IsTotal(r.When))] };
    }

    /// <param name="own">By which its rows are matched, so that it shows something else than what is the same for all of them.</param>
    public ChartElement What(ChartElement chart, ChartOwnRows? own)
    {
        var category = IsRow(chart.Category.By) || fields.Count == 0
            ? chart.Category with
            {
                Within = OfRow(chart.Category.Within), Measured = OfTotal(chart.Category.Measured), Keep = OfTotal(chart.Category.Keep),
            }
            : new ChartCategory
            {
                By = Names.Quoted((fields.FirstOrDefault(f => f.Type == DataType.Text
                    && own?.Match.All(m => m.Own != Names.Quoted(f.Name)) != false) ?? fields[0]).Name),
            };
        return chart with
        {
            Category = category, Series = chart.Series is { } series && IsRow(series.By) ? series : null, Filter = OfRow(chart.Filter),
            Values = chart.Values.Where(v => IsTotal(v.Expression)).ToList() is { Count: > 0 } values ? values
                : [new ChartValue { Expression = AddChart.FirstValue(fields) }],
            Lines = [.. chart.Lines.Where(l => (l.At is null || IsTotal(l.At)) && (l.To is null || IsTotal(l.To)))],
            ColorBy = OfTotal(chart.ColorBy),
        };
    }

    private string? OfRow(string? expression) => expression is { Length: > 0 } && IsRow(expression) ? expression : null;

    private string? OfTotal(string? expression, CrosstabElement? within = null) =>
        expression is { Length: > 0 } && IsTotal(expression, within) ? expression : null;

    private bool IsRow(string expression) => Compiles(expression, new Scope { Allowed = Phase.Row });

    private bool IsTotal(string expression, CrosstabElement? within = null) => Compiles(expression, new Scope
    {
        Allowed = Phase.Group, Totals = new AggregateList(), Levels = [.. _around, .. within?.Fields.Select(f => f.Name) ?? []],
    });

    private bool Compiles(string expression, Scope scope)
    {
        try
        {
            Compiler.Compile(expression, scope with { Fields = fields, Parameters = parameters });
            return true;
        }
        catch (ExpressionException)
        {
            return false;
        }
    }
}
