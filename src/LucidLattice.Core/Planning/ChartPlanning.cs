using LucidLattice.Core.Charts;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Parameters;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Planning;

/// <summary>Plans charts: where they may stand, what they count, and what they are called.</summary>
public sealed partial class ReportPlanner
{
    private ElementPlan PlanChart(ChartElement chart, BandPlace place)
    {
        var style = Style(chart, place, Alignment.Centre);
        var broken = new BrokenPlan(chart, chart.X, chart.Width, style);
        if (!place.IsSummary)
        {
            _problems.Add(new("chart-misplaced", Severity.Error, place.Kind == BandKind.Detail ? "A chart in the detail band would be drawn for each row." : "A chart in a page band has no rows of its own.", chart.Id, Mends: ["Move it to a header or footer of a group or of the report."]));
            return broken;
        }
        if (chart.Rows == ChartRows.All && place.Level > 0)
            _problems.Add(new("chart-same-everywhere", Severity.Warning, "This chart draws every row of the report, so each group prints the same picture.", chart.Id, "rows", Mends: ["Draw the group's rows."]));

        var rowScope = Scope();
        var marks = new AggregateList();
        var valueScope = Scope(place) with { MarkTotals = marks, Allowed = Phase.Group };
        var category = Check(chart.Id, "category", () => Compiler.Compile(chart.Category, rowScope), rowScope);
        var value = Check(chart.Id, "value", () => Numeric(Compiler.Compile(chart.Value, valueScope)), valueScope);
        var categoryFormat = category is null ? null : Check(chart.Id, "categoryPattern", () => Format(category, chart.CategoryPattern), rowScope);
        var format = value is null || chart.Pattern is null ? null : Check(chart.Id, "pattern", () => Format(value, chart.Pattern), rowScope);
        if (category is null || value is null || categoryFormat is null) return broken;

        var words = new ChartWords(_dataset?.Fields ?? [], _section.Columns);
        var titleText = chart.Title ?? words.Title(chart);
        var title = titleText.Length == 0 ? null : Pieces(chart.Id, "title", titleText, place);
        return new ChartPlan(chart, chart.X, chart.Width, style)
        {
            Query = new ChartQuery(category, value, marks, chart.Order),
            CategoryFormat = categoryFormat,
            ValueFormat = format,
            FullFormat = Format(value, null),
            Title = title is null ? null : new TextPlan(chart, chart.X, chart.Width, style, title),
            CategoryTitle = chart.CategoryTitle ?? words.Category(chart),
            ValueTitle = chart.ValueTitle ?? "",
            Link = chart.Link is null ? null : PlanLink(chart, chart.Link, place, category),
            Level = chart.Rows == ChartRows.All ? 0 : place.Level,
        };
    }

    private static Compiled Numeric(Compiled value)
    {
        if (!value.Type.IsNumber()) throw new ExpressionException("type-mismatch", $"A chart draws numbers, but this is {value.Type.Words()}.", 0, "Count rows: count(*).");
        if (value.ReadsRow) throw new ExpressionException("not-an-aggregate", "A mark stands for many rows, so its value has to be a total.", 0, "Use sum(…), or count(*) to count rows.");
        return value;
    }

    private LinkPlan? PlanLink(ChartElement chart, Link link, BandPlace place, Compiled category)
    {
        var target = _catalog.Published(link.Report);
        if (target is null)
        {
            _problems.Add(new("missing-target", Severity.Error, "The report that a click opens does not exist, or was never published.", chart.Id, "link", Mends: ["Choose another report.", "Remove the link."]));
            return null;
        }
        var values = new List<(string, Func<Value, Frame, Value>)>();
        foreach (var carried in link.Carries)
        {
            var parameter = target.Parameters.FirstOrDefault(p => p.Name == carried.Parameter);
            if (parameter is null)
                LinkProblem(chart, "unknown-target-parameter", $"“{target.Title}” has no parameter “{carried.Parameter}”.", "Carry something else, or nothing.");
            else if (parameter.SetBy == SetBy.Nobody)
                LinkProblem(chart, "parameter-not-settable", $"“{parameter.Caption}” of “{target.Title}” is fixed, so a link cannot set it.", "Let the reader set it, or carry nothing.");
            else if (Source(carried.From, parameter, place, category, chart) is { } source) values.Add((parameter.Name, source));
        }
        foreach (var parameter in target.Parameters.Where(p => p is { Required: true, Default: null } && link.Carries.All(c => c.Parameter != p.Name)))
            LinkProblem(chart, "missing-carried-value", $"“{parameter.Caption}” must be given and this link does not carry it. A reader who clicks would be asked for it.", "Carry a value for it.");
        return new LinkPlan(link, target.Title, values, link.Carries.Any(c => c.From is CategorySource)) { LinkOnly = target.Parameters.Where(p => p.SetBy == SetBy.Link).Select(p => p.Name).ToHashSet() };
    }

    private Func<Value, Frame, Value>? Source(ValueSource source, Parameter target, BandPlace place, Compiled category, ChartElement chart)
    {
        switch (source)
        {
            case CategorySource:
                return Fits(category.Type, target, "the clicked category") ? (clicked, _) => clicked : null;
            case LevelSource level:
                var index = _section.Levels.ToList().FindIndex(l => l.Id == level.Level);
                if (index < 0 || index >= place.Level)
                {
                    LinkProblem(chart, "unknown-level", "The link carries the key of a group that is not around this chart.", "Choose a level around the chart.");
                    return null;
                }
                var scope = Scope();
                var key = Check(chart.Id, "link", () => Compiler.Compile(_section.Levels[index].By, scope), scope);
                return key is not null && Fits(key.Type, target, _section.Levels[index].Name) ? (_, frame) => frame.Try(key) : null;
            case ParameterSource named:
                var at = _report.Parameters.ToList().FindIndex(p => p.Name == named.Name);
                if (at < 0)
                {
                    LinkProblem(chart, "unknown-parameter", $"The link carries the parameter “{named.Name}”, which this report does not have.", "Choose another source.");
                    return null;
                }
                var own = _report.Parameters[at];
                if (own.Shape != target.Shape && !(own.Shape == ParameterShape.Single && target.Shape == ParameterShape.Several))
                {
                    LinkProblem(chart, "type-mismatch", $"“{target.Caption}” takes {Words(target.Shape)}, but {own.Caption} is {Words(own.Shape)}.", "Carry something that fits.");
                    return null;
                }
                // Every one is carried where the target offers it too; elsewhere the target's default decides.
                return Fits(own.Type, target, own.Caption) ? (_, frame) => frame.Parameters[at] is var value && value.IsEvery && target.Every is null ? Value.Null : value : null;
            case FixedSource fixedValue:
                if (ParameterText.TryParse(target, fixedValue.Value, out var value)) return (_, _) => value;
                LinkProblem(chart, "type-mismatch", $"“{fixedValue.Value}” is not {target.Type.Words()}, which “{target.Caption}” needs.", $"Write it as {ParameterText.Example(target)}.");
                return null;
            default:
                throw new InvalidOperationException(source.GetType().Name);
        }

        bool Fits(DataType from, Parameter parameter, string what)
        {
            var to = parameter.Shape == ParameterShape.Period ? DataType.Date : parameter.Type;
            if (from == to || from == DataType.Null || (from == DataType.Whole && to is DataType.Decimal or DataType.Double) || (from == DataType.Date && to == DataType.DateTime)) return true;
            LinkProblem(chart, "type-mismatch", $"“{target.Caption}” needs {to.Words()}, but {what} is {from.Words()}.", "Carry something that fits.");
            return false;
        }
    }

    private static string Words(ParameterShape shape) => shape switch { ParameterShape.Several => "several values", ParameterShape.Period => "a period", _ => "one value" };

    private void LinkProblem(ChartElement chart, string code, string message, string mend)
        => _problems.Add(new(code, Severity.Error, message, chart.Id, "link", Mends: [mend]));
}
