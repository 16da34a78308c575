using LucidLattice.Charts;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>Puts a chart into a band. It starts from a group and a subtotal that the report already has, or counts rows.</summary>
public sealed record AddChart : Edit
{
    public required BandKind Band { get; init; }
    public int Level { get; init; }

    /// <summary>What it looks like; null is as usual.</summary>
    public ChartLook? Look { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var section = at.Section;
        var place = new BandPlace(Band, Level);
        if (place.Kind == BandKind.Detail)
            throw new EditException("In the rows, a chart would be drawn for each of them. Put it into a header or footer, or give a chart "
                + "there rows of its own and carry it here.");
        if (!place.IsSummary)
            throw new EditException("A page has no rows of its own, so it has no charts. Put it into a header or footer of a group or of "
                + "the report.");
        var dataset = at.Dataset ?? throw new EditException("The report has no rows to draw yet. Choose a dataset first.");
        // Inside a group, the next level below it makes the best categories; else a text that is no key.
        var category = section.Levels.ElementAtOrDefault(
            Math.Max(Level, section.Levels.Count > 1 && Level == 0 ? section.Levels.Count - 1 : Level))?.By
            ?? section.Levels.LastOrDefault(l => l.Id != section.Levels.ElementAtOrDefault(Level - 1)?.Id && Level == 0)?.By
            ?? dataset.Fields.Where(f => f.Type == DataType.Text && section.Levels.All(l => l.By != Names.Quoted(f.Name)))
            .Select(f => Names.Quoted(f.Name)).FirstOrDefault()
            ?? ByMonth(dataset.Fields[0]);
        var chart = new ChartElement
        {
            Id = at.NewId("ch"),
            Width = at.BodyWidth,
            Height = 180,
            Y = 4,
            // Its categories are called as the groups are.
            Category = new ChartCategory { By = category, Pattern = section.Levels.FirstOrDefault(l => l.By == category)?.Pattern },
            Values = [new ChartValue { Expression = Value(section, dataset) }],
        };
        if (Look is not null) chart = Look.On(chart, []);
        var part = new BandPart { Id = at.NewId("p"), Elements = [chart] };
        return at.MapBand(place, band => band.AboveHeadings(part));
    }

    /// <summary>A chart of each moment says nothing: dates begin by the month.</summary>
    private static string ByMonth(Field field) =>
        field.Type.IsTime() ? $"date_trunc('month', {Names.Quoted(field.Name)})" : Names.Quoted(field.Name);

    private static string Value(Section section, Dataset dataset)
    {
        var total = section.Elements().Select(e => e.Element).OfType<TotalElement>().FirstOrDefault();
        if (total is not null && section.Columns.FirstOrDefault(c => c.Id == total.Column) is { } column)
            return $"{total.Aggregate}({column.Expression})";
        var numbers = NumbersOf(dataset.Fields).ToList();
        var shown = section.Columns.FirstOrDefault(c => numbers.Contains(c.Expression))?.Expression;
        return shown is null ? "count(*)" : $"sum({shown})";
    }

    /// <summary>The sum of the first number that can be added up, or the number of rows.</summary>
    internal static string FirstValue(IReadOnlyList<Field> fields) =>
        NumbersOf(fields).FirstOrDefault() is { } number ? $"sum({number})" : "count(*)";

    private static IEnumerable<string> NumbersOf(IReadOnlyList<Field> fields) =>
        fields.Where(f => f.AddsUp).Select(f => Names.Quoted(f.Name));
}

/// <summary>
/// Makes a click on a chart's marks open a report. What it carries is proposed by names and types: a parameter named as the
/// category, as a level around the chart, or as a parameter of this report.
/// </summary>
public sealed record LinkChart : Edit
{
    public required string Chart { get; init; }

    /// <summary>The id of the report that opens; empty for this one; null removes the link, with those beside it.</summary>
    public string? Report { get; init; }

    /// <summary>A web address that opens instead of a report.</summary>
    public string? Address { get; init; }

    /// <summary>True puts it beside the links that are there.</summary>
    public bool Also { get; init; }

    /// <summary>Otherwise, which of those it takes the place of.</summary>
    public int Index { get; init; }
    protected override string Named => Chart;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        if (at.Require(Chart) is not ChartElement chart) throw new EditException("Only a chart has marks; link the element itself.");
        if (chart.Follows is { } tie && at.Report.AllElements().Any(e => e is CrosstabElement { Link: not null } && e.Id == tie.Crosstab))
            throw new EditException("This chart follows its crosstab and leads where its cells do. Cut it loose to link it by itself.");
        var link = Address is { } address ? LinkProposal.ToWeb(address) : Report is null ? null : Propose(at, chart,
            LinkProposal.Target(at, catalog, Report));
        return at.MapElements(e => e.Id == Chart ? chart with { Link = LinkProposal.Placed(link, chart.Link, Also, Index) } : e);
    }

    private Link Propose(Workpiece at, ChartElement chart, ReportDefinition target)
    {
        var place = at.Section.Elements().First(e => e.Element.Id == Chart).Place;
        var proposal = new LinkProposal(at, [.. at.Section.Levels.Take(place.Level)]);
        var (category, settable) = (chart.Category.By, LinkProposal.Settable(target));
        var sources = settable.ToDictionary(p => p.Name, parameter =>
            proposal.Means(category, parameter) ? new CategorySource()
            : chart.Series is { } series && proposal.Means(series.By, parameter) ? new SeriesSource()
            : proposal.FromGroups(parameter) ?? (Report == "" ? null : proposal.FromReport(parameter)));
        // What was clicked is what a reader wants to see: it goes to the first parameter that means it, whatever that is called.
        if (!sources.Values.Any(s => s is CategorySource)
            && settable.FirstOrDefault(p => sources[p.Name] is null && Takes(p)) is { } open)
            sources[open.Name] = new CategorySource();
        return new Link
        {
            Report = Report!,
            Open = Report == "" ? OpenIn.Here : chart.Link?.Open ?? OpenIn.Beside,
            Carries = [.. settable.Where(p => sources[p.Name] is not null)
                .Select(p => new CarriedValue { Parameter = p.Name, From = sources[p.Name]! })],
        };

        bool Takes(Parameter parameter) => parameter.Shape == ParameterShape.Period
            ? DateSteps.StepOf(category) is not null : proposal.ChoosesAmong(category, parameter);
    }
}
