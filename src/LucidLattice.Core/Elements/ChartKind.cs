using LucidLattice.Core.Charts;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Links;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Elements;

/// <summary>Charts: where they may stand, what they count, and what they are called.</summary>
public sealed class ChartKind : ElementKind<ChartElement>
{
    protected override ChartElement Mapped(ChartElement element, Func<ExpressionPlace, string, string> change) => element with
    {
        Category = change(new("chart", element.Id), element.Category),
        Value = change(new("chart", element.Id), element.Value),
        Title = element.Title is null ? null : TextTemplate.MapExpressions(element.Title, e => change(new("chart title", element.Id), e)),
    };

    protected override IEnumerable<Problem> Checked(ChartElement element, ReportDefinition report)
    {
        if (element.Color is { } color && !HexColors.IsColor(color))
            yield return new Problem("bad-color", Severity.Error, $"“{color}” is no colour.", element.Id, "color",
                Mends: ["Write it as #0B5D5B."]);
        var body = report.Page.Height - report.Page.Top - report.Page.Bottom;
        if (element.Height > body)
            yield return new Problem(
                "higher-than-page", Severity.Error, "The chart is higher than a page, so no page could show it.", element.Id, "height",
                Mends: [$"Make it at most {body:0} points high."]);
    }

    public override string? WhyNotIn(BandPlace place) => place switch
    {
        { IsSummary: true } => null,
        { Kind: BandKind.Detail } => "A chart in the detail band would be drawn for each row.",
        _ => "A chart in a page band has no rows of its own.",
    };

    protected override ElementPlan Planned(ChartElement chart, ElementPlace place)
    {
        var (style, (x, width)) = (place.Style(chart, Alignment.Centre), place.Span(chart));
        var broken = new BrokenPlan(chart, x, width, style);
        if (WhyNotIn(place.Place) is { } why)
        {
            place.Problem(chart, "chart-misplaced", Severity.Error, why, null,
                "Move it to a header or footer of a group or of the report.");
            return broken;
        }
        if (chart.Rows == ChartRows.All && place.Place.Level > 0)
            place.Problem(
                chart, "chart-same-everywhere", Severity.Warning,
                "This chart draws every row of the report, so each group prints the same picture.", "rows", "Draw the group's rows.");

        var (section, rowScope, marks) = (place.Section, place.Section.OfRows(), new AggregateList());
        var valueScope = section.At(place.Place) with { MarkTotals = marks, Allowed = Phase.Group };
        var category = section.Check(chart.Id, "category", () => Compiler.Compile(chart.Category, rowScope), rowScope);
        var value = section.Check(chart.Id, "value", () => Numeric(Compiler.Compile(chart.Value, valueScope)), valueScope);
        var categoryFormat = category is null
            ? null
            : section.Check(chart.Id, "categoryPattern", () => section.Format(category, chart.CategoryPattern), rowScope);
        var format = value is null || chart.Pattern is null
            ? null
            : section.Check(chart.Id, "pattern", () => section.Format(value, chart.Pattern), rowScope);
        if (category is null || value is null || categoryFormat is null) return broken;

        var words = new ChartWords(section.Dataset?.Fields ?? [], section.Section.Columns);
        var titleText = chart.Title ?? words.Title(chart);
        var title = titleText.Length == 0 ? null : place.Pieces(chart.Id, "title", titleText);
        return new ChartPlan(chart, x, width, style)
        {
            Query = new ChartQuery(category, value, marks, chart.Order),
            CategoryFormat = categoryFormat,
            ValueFormat = format,
            FullFormat = section.Format(value, null),
            Title = title is null ? null : new TextPlan(chart, x, width, style, title),
            CategoryTitle = chart.CategoryTitle ?? words.Category(chart),
            ValueTitle = chart.ValueTitle ?? "",
            Link = place.Link(chart,
            (LinkPlanner.Category,
            new LinkKey(category.Type, "the clicked category", (click, _) => click[LinkPlanner.Category], Clicked: true))),
            Level = section.Base + (chart.Rows == ChartRows.All ? 0 : place.Place.Level),
        };
    }

    private static Compiled Numeric(Compiled value)
    {
        if (!value.Type.IsNumber())
            throw new ExpressionException("type-mismatch", $"A chart draws numbers, but this is {value.Type.Words()}.", 0,
                "Count rows: count(*).");
        if (value.ReadsRow)
            throw new ExpressionException("not-an-aggregate", "A mark stands for many rows, so its value has to be a total.", 0,
                "Use sum(…), or count(*) to count rows.");
        return value;
    }
}

/// <summary>A chart with its expressions compiled.</summary>
public sealed record ChartPlan(ChartElement Definition, double X, double Width, ResolvedStyle Style)
    : ElementPlan(Definition, X, Width, Style)
{
    public required ChartQuery Query { get; init; }
    public required ValueFormat CategoryFormat { get; init; }

    /// <summary>The author's format of values; null where none is set.</summary>
    public required ValueFormat? ValueFormat { get; init; }

    /// <summary>The full format of values, for tooltips and the numbers drawn.</summary>
    public required ValueFormat FullFormat { get; init; }
    public required TextPlan? Title { get; init; }
    public required string CategoryTitle { get; init; }
    public required string ValueTitle { get; init; }

    /// <summary>The level of the tree for whose groups it is drawn.</summary>
    public required int Level { get; init; }

    public override IEnumerable<Compiled> Written => [Query.Category];

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        on.Items.Add(
            ColumnChart.Draw(Content(on.Charts, on.Frame, on.Proof), on.Left + X, on.At(placed.Y), Width, placed.Height, on.Typesetter,
            on.Culture));
    }

    /// <summary>The marks for the group in which the frame stands.</summary>
    public IReadOnlyList<Mark> Marks(IReadOnlyDictionary<string, ChartTable> charts, Frame frame) =>
        charts[Id].Marks(frame.Groups[Level], Query, CategoryFormat);

    /// <summary>What it shows for the group in which the frame stands.</summary>
    public ChartContent Content(IReadOnlyDictionary<string, ChartTable> charts, Frame frame, ILinkProof? proof)
    {
        // A chart of a group is drawn once for each group, so its marks are told apart by the group too.
        var id = Level == 0 ? Id : $"{Id}-{frame.Groups[Level]}";
        return new ChartContent(
            id, Title?.Text(frame) ?? "", CategoryTitle, ValueTitle, Marks(charts, frame), ValueFormat, FullFormat,
            Query.Value.Kind == FieldKind.Share,
            Definition.ValueLabels, Definition.Color ?? Palette.Series[0], mark => Action(mark, frame, proof));
    }

    /// <summary>What a click on a mark does; null without a link, and for rows without a category where the link carries it.</summary>
    public LinkAction? Action(Mark mark, Frame frame, ILinkProof? proof) =>
        Link?.Action(Click.On(LinkPlanner.Category, mark.Category), frame, proof);
}
