using LucidLattice.Core.Charts;
using LucidLattice.Core.Charts.Types;
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
        Category = element.Category with { By = change(new("chart", element.Id), element.Category.By) },
        Series = element.Series is { } series ? series with { By = change(new("chart", element.Id), series.By) } : null,
        Values = [.. element.Values.Select(v => v with { Expression = change(new("chart", element.Id), v.Expression) })],
        Words = element.Words.Title is not { } title
            ? element.Words
            : element.Words with { Title = TextTemplate.MapExpressions(title, e => change(new("chart title", element.Id), e)) },
    };

    protected override IEnumerable<Problem> Checked(ChartElement element, ReportDefinition report)
    {
        foreach (var color in element.Colors.Where(c => !HexColors.IsColor(c)))
            yield return new Problem("bad-color", Severity.Error, $"“{color}” is no colour.", element.Id, "colors",
                Mends: ["Write it as #0B5D5B."]);
        if (ChartTypes.Find(element.Chart) is null)
            yield return new Problem("unknown-chart", Severity.Error, $"There is no type of chart called “{element.Chart}”.", element.Id,
                "chart", Mends: [$"Use {string.Join(", ", ChartTypes.All.Select(t => t.Id))}."]);
        if (element.Values.Count is 0 or > ChartElement.MostValues)
            yield return new Problem("chart-values", Severity.Error, $"A chart draws 1 to {ChartElement.MostValues} values.", element.Id,
                "values", Mends: ["Count rows: count(*)."]);
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
        var category = section.Check(chart.Id, "category", () => Compiler.Compile(chart.Category.By, rowScope), rowScope);
        var split = chart.Series is { } series
            ? section.Check(chart.Id, "series", () => Compiler.Compile(series.By, rowScope), rowScope)
            : null;
        var values = chart.Values
            .Select(v => section.Check(chart.Id, "values", () => Numeric(Compiler.Compile(v.Expression, valueScope)), valueScope)).ToList();
        var categoryFormat = Format(category, chart.Category.Pattern, "category");
        var splitFormat = Format(split, chart.Series?.Pattern, "series");
        var formats = values.Zip(chart.Values, (v, d) => d.Pattern is null ? null : Format(v, d.Pattern, "values")).ToList();
        if (category is null || categoryFormat is null || values.Count == 0 || values.Any(v => v is null)
            || ChartTypes.Find(chart.Chart) is not { } type || (chart.Series is not null && split is null))
            return broken;

        var words = new ChartWords(section.Dataset?.Fields ?? [], section.Section.Columns);
        var titleText = chart.Words.Title ?? words.Title(chart);
        var title = titleText.Length == 0 ? null : place.Pieces(chart.Id, "title", titleText);
        return new ChartPlan(chart, x, width, style)
        {
            Type = type,
            Query = new ChartQuery(category, split, [.. values.OfType<Compiled>()], marks, chart.Category.Order),
            Names = new ChartNames(new CodeBookColors(category.Codes, split?.Codes), categoryFormat, splitFormat,
                [.. chart.Values.Select(words.Name)], chart.Colors),
            Formats = formats,
            FullFormats = [.. values.Select(v => section.Format(v!, null))],
            Title = title is null ? null : new TextPlan(chart, x, width, style, title),
            CategoryTitle = chart.Words.Category ?? words.Category(chart),
            ValueTitle = chart.Words.Value ?? "",
            Link = place.Link(chart, split is null
                ? [Clicked(LinkPlanner.Category, category)]
                : [Clicked(LinkPlanner.Category, category), Clicked(LinkPlanner.Series, split)]),
            Level = section.Base + (chart.Rows == ChartRows.All ? 0 : place.Place.Level),
        };

        ValueFormat? Format(Compiled? of, string? pattern, string property) =>
            of is null ? null : section.Check(chart.Id, property, () => section.Format(of, pattern), rowScope);
    }

    private static (string, LinkKey) Clicked(string key, Compiled of) =>
        (key, new LinkKey(of.Type, $"the clicked {key}", (click, _) => click[key], Clicked: true));

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
    public required ChartType Type { get; init; }
    public required ChartQuery Query { get; init; }
    public required ChartNames Names { get; init; }

    /// <summary>The author's format of each value; null where none is set.</summary>
    public required IReadOnlyList<ValueFormat?> Formats { get; init; }

    /// <summary>The full format of each value, for tooltips and the numbers drawn.</summary>
    public required IReadOnlyList<ValueFormat> FullFormats { get; init; }
    public required TextPlan? Title { get; init; }
    public required string CategoryTitle { get; init; }
    public required string ValueTitle { get; init; }

    /// <summary>The level of the tree for whose groups it is drawn.</summary>
    public required int Level { get; init; }

    public override IEnumerable<Compiled> Written => Query.Split is { } split ? [Query.Category, split] : [Query.Category];

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        on.Items.Add(ChartDrawing.Draw(
            Type, Content(on.Charts, on.Frame, on.Proof), on.Left + X, on.At(placed.Y), Width, placed.Height, on.Typesetter, on.Culture));
    }

    /// <summary>The numbers for the group in which the frame stands.</summary>
    public ChartNumbers Numbers(IReadOnlyDictionary<string, ChartTable> charts, Frame frame) =>
        charts[Id].Read(frame.Groups[Level], Names);

    /// <summary>What it shows for the group in which the frame stands.</summary>
    public ChartContent Content(IReadOnlyDictionary<string, ChartTable> charts, Frame frame, ILinkProof? proof) => new()
    {
        // A chart of a group is drawn once for each group, so its marks are told apart by the group too.
        Id = Level == 0 ? Id : $"{Id}-{frame.Groups[Level]}",
        Numbers = Numbers(charts, frame),
        Title = Title?.Text(frame) ?? "",
        CategoryTitle = CategoryTitle,
        ValueTitle = ValueTitle,
        Formats = Formats,
        FullFormats = FullFormats,
        IsShare = Query.Values.All(v => v.Kind == FieldKind.Share),
        Labels = Definition.Labels,
        Colors = Definition.Colors.Count > 0 ? Definition.Colors : Palette.Series,
        Arrangement = Type.Stacks ? Definition.Arrangement : ChartArrangement.Beside,
        Curve = Definition.Curve,
        Legend = Definition.Legend,
        Action = mark => Action(mark, frame, proof),
    };

    /// <summary>What a click on a mark does; null without a link, and for rows without a category where the link carries it.</summary>
    public LinkAction? Action(Mark mark, Frame frame, ILinkProof? proof) =>
        Link?.Action(Click.On(LinkPlanner.Category, mark.Category).And(LinkPlanner.Series, mark.Split), frame, proof);
}
