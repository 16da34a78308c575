using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Planning;

/// <summary>Plans texts, headings, cells, totals and lines.</summary>
public sealed partial class ReportPlanner
{
    private ElementPlan PlanElement(Element element, BandPlace place) => element switch
    {
        ColumnElement bound => PlanColumnElement(bound, place),
        TextElement text => PlanText(text, place),
        LineElement line => new LinePlan(line, line.X, line.Width, Style(line, place, Alignment.Left)),
        ChartElement chart => PlanChart(chart, place),
        _ => throw new InvalidOperationException(element.GetType().Name),
    };

    private ResolvedStyle Style(Element element, BandPlace place, Alignment natural) => StyleRoles.Resolve(element, place, _section.Levels.Count, natural);

    private ElementPlan PlanText(TextElement text, BandPlace place)
    {
        var style = Style(text, place, Alignment.Left);
        return Pieces(text.Id, "text", text.Text, place) is { } pieces
            ? new TextPlan(text, text.X, text.Width, style, pieces)
            : new BrokenPlan(text, text.X, text.Width, style);
    }

    /// <summary>The pieces of a text with values, or null if one of them is wrong.</summary>
    private List<TextPiece>? Pieces(string id, string property, string text, BandPlace place)
    {
        var scope = Scope(place);
        var template = Check(id, property, () => TextTemplate.Parse(text), scope);
        if (template is null) return null;
        var pieces = new List<TextPiece>();
        foreach (var piece in template)
        {
            if (piece.Expression is null) pieces.Add(new(piece.Literal!, null, null));
            else
            {
                var made = Check(id, property, () =>
                {
                    if (ParameterPiece(piece.Expression, piece.Pattern is "" ? null : piece.Pattern) is { } parameter) return parameter;
                    var value = Compiler.Compile(piece.Expression, scope);
                    _used.UnionWith(value.Fields);
                    return new TextPiece("", value, Format(value, piece.Pattern is "" ? null : piece.Pattern));
                }, scope, piece.Position);
                if (made is null) return null;
                pieces.Add(made);
            }
        }
        return pieces;
    }

    /// <summary>A parameter alone prints as people read it: by the label of its choice, several with commas, a period in words, every one by its name.</summary>
    private TextPiece? ParameterPiece(string expression, string? pattern)
    {
        if (!expression.StartsWith(':')) return null;
        var index = _report.Parameters.ToList().FindIndex(p => string.Equals(":" + p.Name, expression, StringComparison.OrdinalIgnoreCase));
        if (index < 0) return null;
        // A pattern that does not suit the type is found now, not when it is printed.
        if (pattern is not null) ValueFormat.For(_report.Parameters[index].Type, pattern, FieldKind.Plain, null, _culture);
        var words = new Compiled(DataType.Text, Phase.Constant, frame => Value.Of(frame.ParameterWords(index, pattern))) { Text = expression };
        return new TextPiece("", words, Format(words, null));
    }

    private ElementPlan PlanColumnElement(ColumnElement element, BandPlace place)
    {
        if (!_columns.TryGetValue(element.Column, out var bound))
        {
            _problems.Add(new("unknown-column", Severity.Error, $"The column “{element.Column}” does not exist.", element.Id, "column", Mends: ["Delete this element."]));
            return new BrokenPlan(element, 0, 60, Style(element, place, Alignment.Left));
        }
        var (column, x, width, value) = bound;
        var natural = column.Align ?? (value is { Codes: null } && value.Type.IsNumber() ? Alignment.Right : Alignment.Left);
        var style = Style(element, place, natural);
        TextPiece? piece = element switch
        {
            HeadingElement => new(column.Heading, null, null),
            _ when value is null => null,
            CellElement => Cell(element, place, column, value),
            _ => Total((TotalElement)element, place, column),
        };
        return piece is null ? new BrokenPlan(element, x, width, style) : new TextPlan(element, x, width, style, [piece]);
    }

    private TextPiece? Cell(ColumnElement element, BandPlace place, Column column, Compiled value)
    {
        if (place.Kind != BandKind.Detail)
            _problems.Add(new("cell-outside-detail", Severity.Warning, $"“{column.Heading}” prints one row's value here; a subtotal is probably meant.", element.Id, Mends: ["Replace it by a total."]));
        return Check(element.Id, "pattern", () => new TextPiece("", value, Format(value, column.Pattern)), Scope());
    }

    private TextPiece? Total(TotalElement element, BandPlace place, Column column)
    {
        if (!place.IsSummary)
        {
            _problems.Add(new("total-outside-group", Severity.Error, $"A subtotal of “{column.Heading}” belongs in a header or footer of a group or of the report.", element.Id, Mends: ["Move it to a footer."]));
            return null;
        }
        var scope = Scope(place);
        return Check(element.Id, "aggregate", () =>
        {
            var total = Compiler.Compile($"{element.Aggregate.ToString().ToLowerInvariant()}({column.Expression})", scope);
            _used.UnionWith(total.Fields);
            // A count of anything but numbers cannot wear the column's pattern.
            var pattern = element.Aggregate == Aggregate.Count ? null : column.Pattern;
            return new TextPiece("", total, Format(total, pattern));
        }, scope);
    }
}
