using LucidLattice.Charts;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>Charts: where they may stand, what they count, and what they are called.</summary>
public sealed class ChartKind : ElementKind<ChartElement>
{
    protected override ChartElement Mapped(ChartElement element, Func<ExpressionPlace, string, string> change)
    {
        string Own(string expression) => change(new("chart", element.Id), expression);
        string? Maybe(string? expression) => expression is null ? null : Own(expression);
        ChartText Text(ChartText text) => text.Text is not { } words ? text
            : text with { Text = TextTemplate.MapExpressions(words, e => change(new("chart title", element.Id), e)) };
        return element with
        {
            Filter = Maybe(element.Filter),
            Category = element.Category with
            {
                By = Own(element.Category.By), Within = Maybe(element.Category.Within), Keep = Maybe(element.Category.Keep),
                Measured = Maybe(element.Category.Measured),
            },
            Series = element.Series is { } series ? series with { By = Own(series.By) } : null,
            Values = [.. element.Values.Select(v => v with { Expression = Own(v.Expression) })],
            Lines = [.. element.Lines.Select(l => l with { At = Maybe(l.At), To = Maybe(l.To) })],
            ColorBy = Maybe(element.ColorBy),
            Frame = element.Frame with
            {
                BackgroundBy = Maybe(element.Frame.BackgroundBy), BorderBy = Maybe(element.Frame.BorderBy),
            },
            Words = element.Words with
            {
                Title = Text(element.Words.Title), Subtitle = Text(element.Words.Subtitle), Category = Text(element.Words.Category),
                Value = Text(element.Words.Value), Right = Text(element.Words.Right), Note = Text(element.Words.Note),
            },
        };
    }

    protected override IEnumerable<Problem> Checked(ChartElement element, ReportDefinition report)
    {
        Problem Wrong(string code, string message, string property, string mend) =>
            new(code, Severity.Error, message, element.Id, property, Mends: [mend]);
        if (element.Own is { } own && report.Datasets.All(d => d.Id != own.Dataset))
            yield return Wrong("unknown-dataset", $"The chart draws rows of “{own.Dataset}”, which the report does not have.", "own",
                "Choose one of the report's datasets.");
        if (element.Follows is { } tie && !report.AllElements().Any(e => e is CrosstabElement && e.Id == tie.Crosstab))
            yield return new("follows-nothing", Severity.Warning, "The crosstab that this chart follows is gone, so it stays as it was.",
                element.Id, "follows", Mends: ["Cut it loose."]);
        foreach (var color in Colors(element).Where(c => !HexColors.IsColor(c)))
            yield return Wrong("bad-color", $"“{color}” is no colour.", "colors", "Write it as #0B5D5B.");
        if (ChartTypes.Find(element.Chart) is null)
            yield return Wrong("unknown-chart", $"There is no type of chart called “{element.Chart}”.", "chart",
                $"Use {string.Join(", ", ChartTypes.All.Select(t => t.Id))}.");
        if (element.Palette is { } palette && Palettes.Find(palette) is null)
            yield return Wrong("unknown-palette", $"There is no palette called “{palette}”.", "palette",
                $"Use {string.Join(", ", Palettes.All.Select(p => p.Id))}.");
        if (element.Values.Count is 0 or > ChartElement.MostValues)
            yield return Wrong("chart-values", $"A chart draws 1 to {ChartElement.MostValues} values.", "values", "Count rows: count(*).");
        if (element.Colors.Count > Palettes.MostColors)
            yield return Wrong("chart-colors", $"A chart takes up to {Palettes.MostColors} colours in turn.", "colors", "Give fewer.");
        if (element.Lines.Count > ChartElement.MostLines)
            yield return Wrong("chart-lines", $"A chart has up to {ChartElement.MostLines} lines of reference.", "lines", "Remove some.");
        foreach (var (axis, name) in new[] { (element.Axes.Left, "left"), (element.Axes.Right, "right") })
        {
            if (axis.From >= axis.To)
                yield return Wrong("axis-range", $"The {name} axis ends at {axis.To}, which is not above its start, {axis.From}.", "axes",
                    "Give an end above the start, or leave one of them to the numbers.");
            if (axis.Logarithmic && axis.From <= 0)
                yield return Wrong("axis-range", $"A logarithmic axis begins above zero; the {name} one begins at {axis.From}.", "axes",
                    "Begin at 1, or leave the start to the numbers.");
            if (axis.Divisions is < 1 or > ValueAxisSettings.MostDivisions)
                yield return Wrong("axis-divisions", $"An axis has 1 to {ValueAxisSettings.MostDivisions} divisions.", "axes",
                    "Give fewer.");
        }
        if (element.Category.Ranges is { Width: <= 0 } or { Count: < 1 or > ChartCategory.MostRanges })
            yield return Wrong("chart-ranges", $"Ranges are wider than 0, and there are 1 to {ChartCategory.MostRanges} of them.",
                "category",
                "Leave it to the numbers.");
        if (element.Category.Largest is < 1)
            yield return Wrong("chart-largest", "At least one category is drawn by itself.", "category", "Draw the 10 largest.");
        foreach (var trend in element.Values.Select(v => v.Trend).OfType<ChartTrend>())
            if (trend.Degree is < 2 or > 6)
                yield return Wrong("trend-degree", "The curve of a trend has a degree from 2 to 6.", "values", "Use 2.");
        foreach (var look in Looks(element).Where(l => !(l.LineWidth is null or (> 0 and <= SeriesLook.MostLineWidth))))
            yield return Wrong("line-width", $"A line is up to {SeriesLook.MostLineWidth} points thick, not {look.LineWidth}.", "values",
                "Use 1.5.");
        foreach (var labels in Looks(element).Select(l => l.Labels).Append(element.Labels).OfType<ChartLabels>())
        {
            if (labels.Decimals is < 0 or > ChartLabels.MostDecimals)
                yield return Wrong("label-decimals", $"Labels have 0 to {ChartLabels.MostDecimals} decimals.", "labels", "Use 1.");
            if (labels.Template is { } template && LabelTemplate.Unknown(template) is { } unknown)
                yield return Wrong("label-template", $"A label has no “{unknown}”.", "labels",
                    "Use {{ value }}, {{ share }}, {{ category }} or {{ series }}.");
        }
        if (element.Axes.Category.Angle is not (null or (>= -90 and <= 90)))
            yield return Wrong("label-angle", "Labels of an axis are turned by -90 to 90 degrees.", "axes", "Use 45.");
        if (element.Legend.Columns is < 1 or > ChartLegend.MostColumns)
            yield return Wrong("legend-columns", $"A legend has 1 to {ChartLegend.MostColumns} columns.", "legend", "Give fewer.");
        if (element.Category.Groups is { } groups && (groups.Groups.Count > NamedGroups.MostGroups
            || groups.Groups.Sum(g => g.Keys.Count) > NamedGroups.MostKeys))
            yield return Wrong("named-groups", $"There are up to {NamedGroups.MostGroups} named groups of {NamedGroups.MostKeys} values in "
                + "all.", "category", "Give fewer.");
        if (element.Series is { Looks.Count: > MostLooks } || element.Category.Sequence.Count > MostLooks)
            yield return Wrong("chart-looks", $"Up to {MostLooks} series are drawn in a way of their own, and as many labels put in order.",
                "series", "Give fewer.");
        var slices = element.Slices;
        if (!(slices is { Hole: null or (>= 0 and <= 0.9), Gap: null or (>= 0 and <= 0.9), Tilt: >= 0 and <= 60, Smallest: >= 0 and <= 0.5,
            Start: >= -360 and <= 360 }))
            yield return Wrong("chart-slices", "Hole and gap are parts from 0 to 0.9, a slice becomes one of the rest below at most 0.5, a "
                + "pie is turned by up to 360 degrees and tilted by up to 60.", "slices", "Give numbers in these ranges.");
        if (ChartTypes.Find(element.Chart) is not { FitsInLine: true }
            && (element.Width is > 0 and < LeastWidth || element.Height is > 0 and < LeastHeight))
            yield return new Problem("chart-too-small", Severity.Warning,
                "The chart is so small that its marks may have no room, and with them its links.", element.Id, "height",
                Mends: [$"Make it at least {LeastWidth} points wide and {LeastHeight} high, or draw a line that fits a cell."]);
        var body = report.Page.Height - report.Page.Top - report.Page.Bottom;
        if (element.Height > body)
            yield return Wrong("higher-than-page", "The chart is higher than a page, so no page could show it.", "height",
                $"Make it at most {body:0} points high.");
    }

    private const int MostLooks = 200;
    private const double LeastWidth = 60, LeastHeight = 40;

    private static IEnumerable<SeriesLook> Looks(ChartElement element) =>
        element.Values.Select(v => v.Look).Concat(element.Series?.Looks.Select(l => l.Look) ?? []);

    private static IEnumerable<string> Colors(ChartElement element)
    {
        var words = element.Words;
        var styles = new[] { words.Title, words.Subtitle, words.Category, words.Value, words.Right, words.Note }.Select(t => t.Style)
            .Append(words.Small);
        return element.Colors.Concat(Looks(element).SelectMany(l => new[] { l.Color, l.Line })
            .Concat(element.Lines.Select(l => l.Color)).Concat(styles.Select(s => s?.Color))
            .Append(element.Frame.Background).Append(element.Frame.Border).Append(element.Legend.Border).OfType<string>());
    }

    public override string? WhyNotIn(BandPlace place) => place switch
    {
        { IsSummary: true } => null,
        { Kind: BandKind.Detail } => "A chart in the detail band would be drawn for each row.",
        _ => "A chart in a page band has no rows of its own.",
    };

    protected override ElementPlan Planned(ChartElement chart, ElementPlace place) => new ChartPlanning(chart, place, this).Plan();
}
