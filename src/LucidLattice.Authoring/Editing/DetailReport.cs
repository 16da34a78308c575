using LucidLattice.Charts.Types;
using LucidLattice.Datasets;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Authoring.Editing;

/// <summary>A report that lists the rows behind a chart's marks, a total or any other element, and the link that leads there.</summary>
/// <param name="Report">With the same dataset and filter, a parameter for each key that the link carries, and the same total.</param>
/// <param name="Carries">What the link carries.</param>
public sealed record DetailReport(ReportDefinition Report, IReadOnlyList<CarriedValue> Carries)
{
    private const int UsualColumns = 7;

    /// <param name="element">The id of the element.</param>
    /// <param name="title">Null proposes one.</param>
    /// <param name="columns">Names of the fields that are listed; null takes those of the section's columns.</param>
    /// <exception cref="EditException">There are no rows behind it that could be listed; the message says why.</exception>
    public static DetailReport Make(ReportDefinition report, string element, string? title = null, IReadOnlyList<string>? columns = null)
    {
        var at = Workpiece.Open(report, null, element);
        var (it, section) = (at.Require(element), at.Section);
        var place = at.Bands.First(b => b.Band.Parts.Any(p => p.Elements.Any(e => e.Id == element))).Place;
        if (it is TotalElement && section.Bands().SelectMany(b => b.Band.Parts)
            .Any(p => p.Calculated is not null && p.Elements.Contains(it)))
            throw new EditException("A calculated row has no rows of its own. Link the lines that it is calculated from instead.");
        if (place.IsPageBand) throw new EditException("What stands on every page has no rows of its own to be listed.");
        var (chart, crosstab) = (it as ChartElement, it as CrosstabElement);
        if (chart is not null && ChartTypes.HasRanges(chart))
            throw new EditException("Ranges of numbers have to be linked by hand: carry their start and their end.");
        var ownRows = chart?.Own ?? crosstab?.Own;
        var dataset = ownRows is { } own ? report.Datasets.FirstOrDefault(d => d.Id == own.Dataset) : at.Dataset;
        if (dataset is null) throw new EditException("The section has no rows to be listed.");
        var maker = new Maker(report, dataset);
        foreach (var level in section.Levels.Take(place.Kind == BandKind.Detail ? section.Levels.Count : place.Level))
            if (ownRows is null) maker.Add(level.By, level.Name, level.Groups is not null || level.Others is not null,
                new LevelSource { Level = level.Id });
            else if (ownRows.Match.FirstOrDefault(m => m.Around == level.By) is { } match)
                maker.Add(match.Own, level.Name, false, new LevelSource { Level = level.Id });
        foreach (var field in crosstab?.Fields ?? [])
            maker.Add(field.By, field.Name, field.Groups is not null || field.Others is not null, new LevelSource { Level = field.Id });
        if (chart is not null)
        {
            if (chart.Category.Within is { } within) maker.Require(within, chart);
            maker.Add(chart.Category.By, "category", chart.Category.Groups is not null || chart.Category.Largest is not null,
                new CategorySource());
            if (chart.Series is { } series) maker.Add(series.By, "series", false, new SeriesSource());
        }
        else if (place.Kind == BandKind.Detail && section.Columns.FirstOrDefault(c => c.Id == it.Column) is { } column)
            maker.Add(column.Expression, column.Heading, false, new ExpressionSource { Expression = column.Expression });
        string?[] filters = [ownRows is null ? SectionFilter.Text(section, dataset, report.Parameters) : null,
            chart?.Filter ?? crosstab?.Filter];
        IReadOnlyList<string> counted = chart is not null ? [.. chart.Values.Select(v => v.Expression), chart.Category.By]
            : crosstab is not null ? [.. crosstab.Fields.Select(f => f.By), .. crosstab.Values.Select(v => v.Expression)] : [];
        var listed = columns ?? [.. FieldsOf(ownRows is null ? section : section with { Columns = [] }, dataset, counted)];
        return new DetailReport(maker.Report(title ?? $"{report.Title}: the rows", filters, listed, TotalOf(it, section)), maker.Carries);
    }

    /// <summary>Those of the section's columns, and those that the chart or the crosstab counts.</summary>
    private static IEnumerable<string> FieldsOf(Section section, Dataset dataset, IReadOnlyList<string> counted)
    {
        var expressions = section.Columns.Select(c => c.Expression).Concat(counted);
        var named = expressions.SelectMany(e => FieldNames.In(e, dataset.Fields)).Distinct().ToList();
        var fields = named.Concat(dataset.Fields.Where(f => !f.Hidden).Select(f => f.Name)).Distinct().ToList();
        // What is counted comes along, however many other columns there are.
        var needed = counted.SelectMany(e => FieldNames.In(e, dataset.Fields)).ToHashSet();
        var room = Math.Clamp(named.Count, UsualColumns, UsualColumns + 3) - needed.Count;
        var others = fields.Where(f => !needed.Contains(f)).Take(Math.Max(0, room)).ToHashSet();
        return fields.Where(f => needed.Contains(f) || others.Contains(f));
    }

    /// <summary>The total of what is linked, and what it is taken of, where that is one total alone.</summary>
    private static (TotalElement Total, string Of)? TotalOf(Element element, Section section) => element switch
    {
        ChartElement chart => OfAlone(chart.Values[0].Expression),
        CrosstabElement crosstab => OfAlone(crosstab.Values[0].Expression),
        TotalElement total when total.Aggregate != MadeAggregates.PerGroup
            && section.Columns.FirstOrDefault(c => c.Id == total.Column) is { } column => (total, column.Expression),
        _ => null,
    };

    /// <summary>An aggregate of one argument, and nothing around it.</summary>
    private static (TotalElement Total, string Of)? OfAlone(string expression)
    {
        try
        {
            if (Parser.Parse(expression) is not CallSyntax { NeedsRows: false, Arguments.Count: 1 } call
                || AggregateKinds.InSentences.All(a => !string.Equals(a.Name, call.Name, StringComparison.OrdinalIgnoreCase))) return null;
            var of = expression[(expression.IndexOf('(') + 1)..expression.LastIndexOf(')')].Trim();
            return (new TotalElement { Id = "", Aggregate = call.Name.ToLowerInvariant() }, of);
        }
        catch (ExpressionException)
        {
            return null;
        }
    }

    /// <summary>Gathers the keys of a link, with a parameter and a condition for each.</summary>
    private sealed class Maker(ReportDefinition report, Dataset dataset)
    {
        private readonly List<Parameter> _parameters = [.. report.Parameters];
        private readonly List<string> _conditions = [];

        public List<CarriedValue> Carries { get; } = [.. report.Parameters.Where(p => p.SetBy != SetBy.Nobody)
            .Select(p => new CarriedValue { Parameter = p.Name, From = new ParameterSource { Name = p.Name } })];

        /// <summary>Outer categories are no keys of a mark; they follow from the inner ones where those are different everywhere.</summary>
        public void Require(string expression, ChartElement chart) => throw new EditException(
            $"The marks of a chart with groups along its axis ({expression}) carry {chart.Category.By} alone; link it by hand.");

        public void Add(string by, string words, bool several, ValueSource from)
        {
            var key = KeyParameter.Of(by, words, several, dataset, _parameters);
            _parameters.Add(key.Parameter);
            _conditions.Add(key.Condition);
            Carries.Add(new CarriedValue { Parameter = key.Parameter.Name, From = from });
        }

        public ReportDefinition Report(string title, IEnumerable<string?> filters, IReadOnlyList<string> columns,
            (TotalElement Total, string Of)? total)
        {
            var made = StarterReport.Create(title, dataset with { Starter = new Starter { Columns = columns } }, report.Currency) with
            {
                Language = report.Language, TimeZone = report.TimeZone, Parameters = _parameters,
                Datasets = [.. report.Datasets.Where(d => d.Id != dataset.Id).Prepend(dataset)], Colors = report.Colors,
            };
            var section = made.Sheets[0].Sections[0];
            var all = filters.Where(f => f is { Length: > 0 }).Select(f => $"({f})").Concat(_conditions);
            made = made.MapSection(section.Id, s => s with { Filter = string.Join(" AND ", all) });
            var said = new TextElement { Id = "?", Y = 28, Width = 510, Height = 14, Text = "{{ parameters() }}",
                Style = new Style { Role = StyleRole.Note } };
            made = new AddElement { Section = section.Id, Band = BandKind.ReportHeader, Element = said }.Apply(made, NoReports.Instance);
            if (total is not { } wanted) return made;
            if (made.Sheets[0].Sections[0].Columns.All(c => c.Expression != wanted.Of)) made = WithColumn(made, wanted.Of);
            var column = made.Sheets[0].Sections[0].Columns.First(c => c.Expression == wanted.Of);
            var (aggregate, by, fraction, where) = (wanted.Total.Aggregate, wanted.Total.By, wanted.Total.Fraction, wanted.Total.Where);
            return new AddTotals { Column = column.Id, Aggregate = aggregate }.Apply(made, NoReports.Instance).MapAllElements(e =>
                e is TotalElement added && added.Column == column.Id ? added with { By = by, Fraction = fraction, Where = where } : e);
        }

        /// <summary>With a column of what is totalled, where that is no field alone: the total of the detail report is then the figure that
        /// was clicked.</summary>
        private static ReportDefinition WithColumn(ReportDefinition report, string of)
        {
            var at = new Workpiece(report, report.Sheets[0].Sections[0].Id);
            var field = new Field { Name = "amount", Type = DataType.Decimal, Label = "Amount" };
            at = Columns.Add(at, field, null);
            var added = at.Section.Columns[^1];
            var columns = at.Section.Columns.Select(c => c.Id == added.Id ? c with { Expression = of } : c);
            return at.With(at.Section with { Columns = [.. columns] }).Report;
        }
    }
}
