using LucidLattice.Charts;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Locales;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>Compiles what a chart asks of the rows, and finds its words, formats and colours.</summary>
internal sealed class ChartPlanning(ChartElement chart, ElementPlace place, ChartKind kind)
{
    private readonly SectionScope _section = place.Section;
    private readonly Scope _rows = place.Section.OfRows();
    private readonly AggregateList _marks = new();
    private CommonKeys? _common;

    public ElementPlan Plan()
    {
        var (style, (x, width)) = (place.StyleOf(chart, Alignment.Centre), place.Span(chart));
        var broken = new BrokenPlan(chart, x, width, style);
        if (kind.WhyNotIn(place.Place) is { } why)
        {
            place.Problem(chart, "chart-misplaced", Severity.Error, why, null,
                "Move it to a header or footer of a group or of the report.");
            return broken;
        }
        if (chart.Rows == ChartRows.All && place.Place.Level > 0)
            place.Problem(
                chart, "chart-same-everywhere", Severity.Warning,
                "This chart draws every row of the report, so each group prints the same picture.", "rows", "Draw the group's rows.");
        if (ChartTypes.Find(chart.Chart) is not { } type || Query(type) is not { } query) return broken;
        var (categoryFormat, splitFormat, outerFormat) = (
            KeyFormat(query.Category, Groups is null ? chart.Category.Pattern : null, "category"),
            KeyFormat(query.Split, chart.Series?.Pattern, "series"), KeyFormat(query.Within, null, "category"));
        if (categoryFormat is null) return broken;
        _common = new CommonKeys(place, chart.Id, _marks);
        query = query with { Common = chart.Link is null or { Whole: true } ? [] : _common.Of([chart.Link]) };
        var words = new ChartWords(_section.Dataset?.Fields ?? [], _section.Section.Columns);
        return new ChartPlan(chart, x, width, style)
        {
            Type = type,
            Query = query,
            Names = Names(query, categoryFormat, splitFormat, words) with { OuterFormat = outerFormat },
            Formats = [.. query.Values.Zip(chart.Values, (v, d) => d.Pattern is null ? null : Format(v, d.Pattern, "values"))],
            FullFormats = [.. query.Values.Select(v => _section.Format(v, null))],
            AxisFormats = (AxisFormat(query.Values[0], chart.Axes.Left), AxisFormat(query.Values[^1], chart.Axes.Right)),
            Words = Words(words, text => new TextPlan(chart, x, width, style, text)),
            FrameColors = (Color(chart.Frame.BackgroundBy), Color(chart.Frame.BorderBy)),
            ValueNames = [.. chart.Values.Select(words.Name)],
            PartWords = words.Parts(chart),
            Lines = [.. chart.Lines.Select(Line)],
            Link = Link(query),
            StandsIn = _section.Base + place.Place.Level,
            Level = _section.Base + (chart.Rows == ChartRows.All ? 0 : place.Place.Level),
        };
    }

    /// <summary>Named groups, once there is one. They are texts, whatever the pattern of what is in them.</summary>
    private NamedGroups? Groups => chart.Category.Groups is { Groups.Count: > 0 } groups ? groups : null;

    private ChartQuery? Query(ChartType type)
    {
        var values = chart.Values.Select(v => Total(v.Expression, "values", Numeric)).ToList();
        var key = Row(chart.Category.By, "category");
        var category = key is null || Groups is not { } groups ? key : Grouped(groups, key);
        var (measured, colorBy) = (Maybe(chart.Category.Measured, "category", Numeric), Maybe(chart.ColorBy, "colors", AsColor));
        var (within, split, filter) = (Row(chart.Category.Within, "category"), Row(chart.Series?.By, "series"),
            Row(chart.Filter, "filter", Condition));
        var keep = chart.Category.Keep is { } condition ? Total(condition, "category", Condition) : null;
        var spread = type.DrawsSingles ? Spread() : null;
        var isMissing = (chart.Category.Within is not null && within is null) || (chart.Series is not null && split is null)
            || (chart.Filter is not null && filter is null) || (chart.Category.Keep is not null && keep is null)
            || (type.DrawsSingles && spread is null) || (chart.Category.Measured is not null && measured is null)
            || (chart.ColorBy is not null && colorBy is null);
        if (category is null || isMissing || values.Count == 0 || values.Any(v => v is null)) return null;
        var ranges = chart.Category.Ranges ?? (type.NeedsRanges ? new ChartRanges() : null);
        if (ranges is not null && !category.Type.IsNumber())
        {
            place.Problem(chart, "chart-ranges", Severity.Error, $"Ranges are made of numbers, but {chart.Category.By} is "
                + $"{category.Type.Words()}.", "category", "Choose a number for the categories, or another type of chart.");
            return null;
        }
        return new ChartQuery(category, split, [.. values.OfType<Compiled>()], _marks, chart.Category.Order)
        {
            Filter = filter,
            Within = within,
            Keep = keep,
            Measured = measured,
            ColorBy = colorBy,
            Keys = Groups is null ? null : key,
            Ranges = ranges,
            Largest = ranges is null ? chart.Category.Largest : null,
            LeavesEmpty = chart.Category.LeaveEmpty,
            Spread = spread,
        };
    }

    private Compiled? Row(string? expression, string property, Func<Compiled, Compiled>? check = null) => expression is null ? null
        : _section.Check(chart.Id, property, () => (check ?? (c => c))(Compiler.Compile(expression, _rows)), _rows);

    private Compiled? Maybe(string? expression, string property, Func<Compiled, Compiled> check) =>
        expression is null ? null : Total(expression, property, check);

    /// <summary>The names of groups in the place of the keys that belong to them.</summary>
    private Compiled? Grouped(NamedGroups groups, Compiled key) =>
        _section.Check(chart.Id, "category", () => KeyGroups.Named(groups, chart.Category.By, key, _rows), _rows);

    private Compiled? Total(string expression, string property, Func<Compiled, Compiled> check)
    {
        var scope = _section.At(place.Place) with { MarkTotals = _marks, Allowed = Phase.Group };
        return _section.Check(chart.Id, property, () => check(Compiler.Compile(expression, scope)), scope);
    }

    /// <summary>What the first value adds up, row by row.</summary>
    private Compiled? Spread()
    {
        if (ChartWords.ArgumentOf(chart.Values[0].Expression) is { } argument and not "*" && Row(argument, "values") is { } spread
            && spread.Type.IsNumber())
            return spread;
        place.Problem(chart, "chart-spread", Severity.Error,
            "Boxes show how the single numbers of a field are spread, but the value adds up none.", "values",
            "Use the total of one field, as in sum(fare).");
        return null;
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

    private static Compiled Condition(Compiled value) => value.Type is DataType.Bool or DataType.Null
        ? value
        : throw new ExpressionException("type-mismatch", $"A condition says yes or no, but this is {value.Type.Words()}.", 0,
            "Compare it with something, as in sum(fare) > 0.");

    private ValueFormat? Format(Compiled? of, string? pattern, string property) =>
        of is null ? null : _section.Check(chart.Id, property, () => _section.Format(of, pattern), _rows);

    private ValueFormat? KeyFormat(Compiled? of, string? pattern, string property) =>
        of is null ? null : _section.Check(chart.Id, property, () => _section.KeyFormat(of, pattern), _rows);

    private ValueFormat? AxisFormat(Compiled value, ValueAxisSettings axis) =>
        axis.Pattern is null ? null : Format(value, axis.Pattern, "axes");

    /// <summary>What gives a colour of the frame.</summary>
    private Compiled? Color(string? expression)
    {
        if (expression is null) return null;
        var scope = _section.At(place.Place) with { Allowed = Phase.Group };
        return _section.Check(chart.Id, "frame", () => AsColor(Compiler.Compile(expression, scope)), scope);
    }

    private static Compiled AsColor(Compiled value) => value.Type is DataType.Text or DataType.Null && !value.ReadsRow
        ? value
        : throw new ExpressionException("type-mismatch", "A colour is a text made from totals, as '#0B5D5B'.", 0,
            "Choose between colours, as in CASE WHEN sum(fare) > 1000 THEN '#0B5D5B' ELSE '#AD8691' END.");

    private ChartWordsPlan Words(ChartWords automatic, Func<IReadOnlyList<TextPiece>, TextPlan> plan)
    {
        var said = chart.Words;
        ChartTextPlan Text(ChartText text, string property, string? suits, string? always, TextLook look)
        {
            var words = text.Shown == TextShown.Never ? null
                : text.Text ?? Literal(suits ?? (text.Shown == TextShown.Always ? always : null));
            var pieces = string.IsNullOrEmpty(words) ? null : place.Pieces(chart.Id, property, words);
            return new ChartTextPlan(pieces is null ? null : plan(pieces), text, look);
        }
        return new ChartWordsPlan(
            Text(said.Title, "title", automatic.Title(chart), null, TextLook.Title),
            Text(said.Subtitle, "subtitle", null, null, TextLook.Small),
            Text(said.Category, "categoryTitle", automatic.Category(chart), null, TextLook.Small),
            Text(said.Value, "valueTitle", null, automatic.Name(chart.Values[0]), TextLook.Small),
            Text(said.Right, "rightTitle", null, automatic.Name(chart.Values[^1]), TextLook.Small),
            Text(said.Note, "note", null, null, TextLook.Small),
            said.Small is null ? null : TextLook.Small.With(said.Small));
    }

    /// <summary>Braces in the labels of fields are nothing but braces.</summary>
    private static string? Literal(string? text) => text?.Replace("{{", "{{{{");

    private ChartNames Names(ChartQuery query, ValueFormat category, ValueFormat? split, ChartWords words)
    {
        var colors = chart.Colors.Count > 0 ? chart.Colors : Palettes.Find(chart.Palette ?? "")?.Colors ?? Palette.Series;
        return new ChartNames(new CodeBookColors(query.Category.Codes, query.Split?.Codes), category, split,
            [.. chart.Values.Select(words.Name)], colors)
        {
            ValueLooks = [.. chart.Values.Select(v => v.Look)],
            SeriesLooks = (chart.Series?.Looks ?? []).DistinctBy(l => l.Of).ToDictionary(l => l.Of),
            CategoryColors = Tied(chart.Category.By),
            SplitColors = Tied(chart.Series?.By),
            Empty = LocaleWords.Of(_section.Culture).Empty,
            Others = chart.Category.Others ?? "Others",
            Number = RangeEnd(query.Category),
        };
    }

    private Dictionary<string, string> Tied(string? by) => by is null ? []
        : _section.Report.Colors.Where(c => c.Of == by && HexColors.IsColor(c.Color)).DistinctBy(c => c.Value)
            .ToDictionary(c => c.Value, c => c.Color);

    private Func<double, string> RangeEnd(Compiled category)
    {
        if (!category.Type.IsNumber()) return n => Value.Of(n).Invariant;
        // Ends of ranges have no names, even where their values do.
        var pattern = chart.Category.Pattern is { } own && !DatePartNames.IsPattern(own) ? own : "#,##0.######";
        var number = ValueFormat.For(DataType.Double, pattern,
            FieldKind.Plain, null, _section.Culture, category.Currency ?? _section.Report.Currency);
        return n => number.Format(Value.Of(n));
    }

    private LineAcrossPlan Line(ChartLine line)
    {
        Compiled? Of(string? expression)
        {
            if (expression is null) return null;
            var scope = _section.At(place.Place) with { Allowed = Phase.Group };
            return _section.Check(chart.Id, "lines", () => Numeric(Compiler.Compile(expression, scope)), scope);
        }
        return new LineAcrossPlan(line, Of(line.At), Of(line.To));
    }

    private LinkPlan? Link(ChartQuery query)
    {
        if (chart.Link is null or { Whole: true }) return place.Link(chart);
        // Names of groups are no values; what belongs to them is.
        var category = Clicked(LinkPlanner.Category, chart.Category.By, query.Keys ?? query.Category);
        category.Key = category.Key with
        {
            Type = query.Ranges is null || category.Key.Type == DataType.Double ? category.Key.Type : DataType.Decimal,
            IsRange = query.Ranges is not null, MayBeSeveral = query.Keys is not null || query.Largest is not null,
        };
        (string, LinkKey)[] clicked = query.Split is null ? [category]
            : [category, Clicked(LinkPlanner.Series, chart.Series?.By ?? "", query.Split)];
        return place.Link(chart, _common!.Key, clicked);
    }

    private static (string Name, LinkKey Key) Clicked(string key, string expression, Compiled of) =>
        (key, new LinkKey(of.Type, $"the clicked {key}", (click, _) => click[key], Clicked: true) { Step = DateSteps.StepOf(expression) });
}
