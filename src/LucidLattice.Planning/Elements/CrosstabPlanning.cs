using LucidLattice.Charts;
using LucidLattice.Crosstabs;
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

/// <summary>Compiles what a crosstab asks of the rows, and finds its words, formats and links.</summary>
internal sealed class CrosstabPlanning(CrosstabElement crosstab, ElementPlace place, CrosstabKind kind)
{
    private readonly SectionScope _section = place.Section;
    private readonly Scope _rows = place.Section.OfRows();
    private readonly AggregateList _cells = new();

    public ElementPlan Plan()
    {
        var (style, (x, width)) = (place.StyleOf(crosstab, Alignment.Left), place.Span(crosstab));
        var broken = new BrokenPlan(crosstab, x, width, style);
        if (kind.WhyNotIn(place.Place) is { } why)
        {
            place.Problem(crosstab, "crosstab-misplaced", Severity.Error, why, null,
                "Move it to a header or footer of a group or of the report.");
            return broken;
        }
        // More than it may have is said, and not worked through.
        if (crosstab.Values.Count > CrosstabElement.MostValues || crosstab.Down.Count > CrosstabElement.MostFields
            || crosstab.Across.Count > CrosstabElement.MostFields) return broken;
        var before = _section.Problems.Count(p => p.IsError);
        var filter = crosstab.Filter is { Length: > 0 } condition
            ? _section.Check(crosstab.Id, "filter", () => Compiler.Condition(condition, _rows), _rows) : null;
        var values = crosstab.Values.Select(Measure).ToList();
        var (down, across) = (Axis(crosstab.Down), Axis(crosstab.Across));
        if (values.Any(v => v is null) || values.Count == 0 || _section.Problems.Count(p => p.IsError) > before) return broken;
        var common = new CommonKeys(place, crosstab.Id, _cells);
        var shared = common.Of(crosstab.Fields.Select(f => f.TotalLink).Prepend(crosstab.Link));
        var query = new CrosstabQuery(_section.Base + place.Place.Level, down, across, [.. values.OfType<CrosstabMeasure>()], _cells,
            _section.Report.Language) { Filter = filter, Common = shared };
        var look = Looks.Of(_section.Report);
        return new CrosstabPlan(crosstab, x, width, style)
        {
            Query = query,
            Look = new CrosstabLook(style.Font, style.Font with { Size = style.Font.Size * 8 / 9, Bold = look.BoldColumnHeadings },
                style.Font with { Bold = true }, style.Color, look.Muted, _section.Culture, LocaleWords.Of(_section.Culture).Total),
            PageBody = PageBody(),
            Link = place.Link(crosstab.Id, crosstab.Link, common.Key, Clicked(down, across)),
            PartLinks = PartLinks(down, across, common),
        };
    }

    /// <summary>The height of a page's body, without what is printed on every page.</summary>
    private double PageBody()
    {
        var (report, page) = (_section.Report, _section.Report.Page);
        var sheet = report.Sheets.FirstOrDefault(s => s.Sections.SelectMany(DefinitionWalk.WithInner).Any(i => i.Elements()
            .Any(e => e.Element.Id == crosstab.Id)));
        return page.Height - page.Top - page.Bottom - (sheet?.PageBands().Sum(b => b.Band.Parts.Sum(p => p.Height)) ?? 0);
    }

    private CrosstabAxis Axis(IReadOnlyList<CrosstabField> fields)
    {
        var totals = new AggregateList();
        var levels = LevelPlanning.Plan(_section, fields, totals, whole: 1);
        return new CrosstabAxis(fields, levels, totals)
        {
            Keys = [.. fields.Select(f => f.Groups is { Groups.Count: > 0 } ? _section.TryCompile(f.By) : null)],
        };
    }

    private CrosstabMeasure? Measure(CrosstabValue value)
    {
        var scope = _section.At(place.Place) with { MarkTotals = _cells, Allowed = Phase.Group };
        Compiled? Of(string text, Func<Compiled, Compiled> check) =>
            _section.Check(crosstab.Id, "values", () => check(Compiler.Compile(text, scope)), scope);
        if (Of(value.Expression, OfCells) is not { } number) return null;
        if (value.As is not CrosstabForm.Value && !number.Type.IsNumber())
        {
            place.Problem(crosstab, "type-mismatch", Severity.Error,
                $"Shares, differences and ranks are made of numbers, but “{value.Expression}” is {number.Type.Words()}.", "values",
                "Show it by itself.");
            return null;
        }
        var line = value.LineOver is { Length: > 0 } over
            ? _section.Check(crosstab.Id, "values", () => Compiler.Compile(over, _rows), _rows) : null;
        var pattern = value.Pattern ?? value.As switch
        {
            CrosstabForm.ShareOfRow or CrosstabForm.ShareOfColumn or CrosstabForm.ShareOfWhole =>
                PercentForm.Pattern(_section.Culture),
            CrosstabForm.Rank => "0",
            _ => null,
        };
        var format = _section.Check(crosstab.Id, "values", () => value.As is CrosstabForm.Value or CrosstabForm.Difference
            or CrosstabForm.DifferenceToYearBefore or CrosstabForm.Running ? _section.Format(number, pattern)
            : ValueFormat.For(DataType.Double, pattern, FieldKind.Plain, null, _section.Culture, _section.Report.Currency), _rows);
        if (format is null) return null;
        return new CrosstabMeasure(value, number, format, _section.Format(number, null),
            value.Name ?? new ChartWords(_section.Dataset?.Fields ?? [], _section.Section.Columns).Name(value.Expression))
        {
            LineOver = line,
            Rules = [.. value.Rules.Take(Style.MostRules).Select(r => (r, Of(r.When, Condition))).Where(r => r.Item2 is not null)
                .Select(r => (r.r, r.Item2!))],
        };
    }

    private static Compiled OfCells(Compiled value) => !value.ReadsRow ? value
        : throw new ExpressionException("not-an-aggregate", "A cell stands for many rows, so its value has to be a total.", 0,
            "Use sum(…), or count(*) to count rows.");

    private static Compiled Condition(Compiled value) => value.ReadsRow
        ? throw new ExpressionException("not-an-aggregate", "A cell stands for many rows, so its condition is about totals.", 0,
            "Write it as sum(fare) > 1000.")
        : value.Type is DataType.Bool or DataType.Null ? value
        : throw new ExpressionException("type-mismatch", $"A condition says yes or no, but this is {value.Type.Words()}.", 0,
            "Compare it with something, as in sum(fare) > 1000.");

    /// <summary>The keys that a click brings: by the ids of the fields.</summary>
    private static (string, LinkKey)[] Clicked(params ReadOnlySpan<CrosstabAxis> axes)
    {
        var keys = new List<(string, LinkKey)>();
        foreach (var axis in axes)
            for (var i = 0; i < axis.Fields.Count; i++)
            {
                var (field, of) = (axis.Fields[i], axis.Keys[i] ?? axis.Levels[i].Key);
                keys.Add((field.Id, new LinkKey(of.Type, $"the clicked {field.Name}", (click, _) => click[field.Id], Clicked: true)
                {
                    Step = DateSteps.StepOf(field.By), MayBeSeveral = axis.Keys[i] is not null || field.Others is not null,
                }));
            }
        return [.. keys];
    }

    /// <summary>Headings carry the keys of their own direction; totals those of both, as far as they have them.</summary>
    private Dictionary<string, LinkPlan> PartLinks(CrosstabAxis down, CrosstabAxis across, CommonKeys common)
    {
        var links = new Dictionary<string, LinkPlan>();
        foreach (var axis in new[] { down, across })
            foreach (var field in axis.Fields)
            {
                if (place.Link(field.Id, field.Link, Clicked(axis)) is { } heading) links[field.Id] = heading;
                var total = CrosstabElement.TotalOf(field.Id);
                if (place.Link(total, field.TotalLink, common.Key, Clicked(down, across)) is { } link) links[total] = link;
            }
        return links;
    }
}
