using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>
/// Lets a chart or a crosstab count rows of its own: of a dataset that the report has, or of a kept one, which the report then has
/// too. By which fields they belong to what is around the chart is proposed from the levels there; what the chart shows stays where it can.
/// </summary>
public sealed record SetChartRows : Edit
{
    public required string Chart { get; init; }

    /// <summary>The id of a dataset of the report; null, without a kept one, goes back to the rows of the section.</summary>
    public string? Dataset { get; init; }

    /// <summary>A kept dataset that the report does not have yet.</summary>
    public Dataset? Kept { get; init; }
    protected override string Named => Chart;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var element = at.Require(Chart);
        if (element is not (ChartElement or CrosstabElement))
            throw new EditException("Only charts and crosstabs have rows of their own.");
        if (Kept is not null)
        {
            (at, var taken) = KeptDatasets.Take(at, Kept);
            return (this with { Kept = null, Dataset = taken }).Change(at, catalog);
        }
        if (Dataset is null) return Drawing(at, element, null, at.Dataset);
        var dataset = at.Report.Datasets.FirstOrDefault(d => d.Id == Dataset)
            ?? throw new EditException($"The report has no dataset “{Dataset}”.");
        var place = at.Section.Elements().First(e => e.Element.Id == Chart).Place;
        var levels = at.Section.Levels.Take(place.Kind == BandKind.Detail ? at.Section.Levels.Count : place.Level);
        var match = levels.Where(l => dataset.Fields.Any(f => Names.Quoted(f.Name) == l.By))
            .Select(l => new MatchKey { Own = l.By, Around = l.By });
        return Drawing(at, element, new ChartOwnRows { Dataset = dataset.Id, Match = [.. match] }, dataset);
    }

    private Workpiece Drawing(Workpiece at, Element element, ChartOwnRows? own, Dataset? dataset)
    {
        var rows = new ReadableRows(dataset?.Fields ?? [], at.Report.Parameters, at.Section.Levels.Select(l => l.Name));
        Element drawn = element switch
        {
            CrosstabElement crosstab => rows.What(crosstab) with { Own = own },
            ChartElement chart => rows.What(chart, own) with { Own = own, Rows = ChartRows.Group },
            _ => element,
        };
        return at.MapElements(e => e.Id == Chart ? drawn : e);
    }
}
