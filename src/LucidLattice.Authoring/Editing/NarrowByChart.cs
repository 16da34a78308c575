using LucidLattice.Charts.Types;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Lets a click on a chart's mark narrow the other charts of its sheet to what was clicked: a parameter of the report that links
/// and readers set, a condition in each of those charts, and the link that carries it.</summary>
public sealed record NarrowByChart : Edit
{
    public required string Chart { get; init; }
    protected override string Named => Chart;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        if (at.Require(Chart) is not ChartElement chart) throw new EditException("Only the marks of a chart narrow other charts.");
        if (chart.Link?.All.Any(Narrows) == true) throw new EditException("This chart narrows the others already.");
        if (ChartTypes.HasRanges(chart))
            throw new EditException("Ranges of numbers cannot narrow other charts yet; they have no single value.");
        if ((chart.Own is { } own ? own.Dataset : at.Section.Dataset) is not { } datasetId
            || at.Report.Datasets.FirstOrDefault(d => d.Id == datasetId) is not { } dataset)
            throw new EditException("The chart has no rows.");
        var others = at.Report.AllSections().Where(s => at.Report.SheetOf(s.Id).Id == at.Sheet.Id)
            .SelectMany(s => s.Elements().Select(e => (s.Dataset, e.Element)))
            .Where(e => e.Element is ChartElement other && other.Id != Chart && (other.Own?.Dataset ?? e.Dataset) == datasetId)
            .Select(e => e.Element.Id).ToHashSet();
        if (others.Count == 0) throw new EditException("There is no other chart of the same rows on this sheet. Add one first.");
        var several = chart.Category.Groups is not null || chart.Category.Largest is not null;
        var (parameter, condition) = KeyParameter.Of(chart.Category.By, "category", several, dataset, at.Report.Parameters);
        // Beside a parameter of the same field that readers set themselves, it is told apart.
        parameter = parameter with { Label = $"{parameter.Caption} (clicked)" };
        var link = new Link
        {
            Report = "", Open = OpenIn.Here, Name = "narrow the other charts",
            Carries = [new CarriedValue { Parameter = parameter.Name, From = new CategorySource() }],
        };
        var report = at.Report with { Parameters = [.. at.Report.Parameters, parameter] };
        return at with
        {
            Report = report.MapAllElements(e => e.Id == Chart ? e with { Link = LinkProposal.Placed(link, e.Link, also: true, index: 0) }
                : e is ChartElement other && others.Contains(e.Id)
                    ? other with { Filter = other.Filter is { Length: > 0 } filter ? $"({filter}) AND {condition}" : condition } : e),
        };
    }

    /// <summary>True for a link that stays where it is and carries what was clicked.</summary>
    private static bool Narrows(Link link) => link is { Report: "", Sheet: null, Group: null, Address: null }
        && link.Carries.Any(c => c.From is CategorySource);
}
