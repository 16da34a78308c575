using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Lets a click on a text, a value, an image or any other element, or anywhere in a part of a band, open a report, and carries
/// there what means the same: keys of the groups around, fields of the row, parameters.</summary>
public sealed record LinkElement : Edit
{
    /// <summary>The id of the element, or of the part.</summary>
    public required string Element { get; init; }

    /// <summary>The id of the report that opens; empty for this one; null removes the link, with those beside it.</summary>
    public string? Report { get; init; }

    /// <summary>A web address that opens instead of a report.</summary>
    public string? Address { get; init; }

    /// <summary>True puts it beside the links that are there.</summary>
    public bool Also { get; init; }

    /// <summary>Otherwise, which of those it takes the place of.</summary>
    public int Index { get; init; }
    protected override string Named => Element;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var spot = LinkSpot.Find(at, Element);
        var (element, there) = (spot.Element, spot.Link);
        if (element is ChartElement) throw new EditException("The marks of a chart carry more; link the chart itself.");
        var link = Address is { } address ? LinkProposal.ToWeb(address) : Report is null ? null : Propose(at, spot.Place, element, there,
            LinkProposal.Target(at, catalog, Report));
        return at with { Report = spot.Put(at.Report, LinkProposal.Placed(link, there, Also, Index)) };
    }

    /// <summary>What a click on a part of a crosstab brings: on a heading, the keys of its direction; else those of both.</summary>
    internal static List<CrosstabField> Clicked(Element? element, string on) => element is not CrosstabElement crosstab ? []
        : crosstab.Down.Any(f => f.Id == on) ? [.. crosstab.Down]
        : crosstab.Across.Any(f => f.Id == on) ? [.. crosstab.Across] : [.. crosstab.Fields];

    private Link Propose(Workpiece at, BandPlace place, Element? element, Link? there, ReportDefinition target)
    {
        var isRow = place.Kind == BandKind.Detail;
        var levels = at.Section.Levels.Take(isRow ? at.Section.Levels.Count : place.Level).ToList();
        var clicked = Clicked(element, Element);
        var proposal = new LinkProposal(at, [.. levels, .. clicked]);
        var fields = isRow ? (at.Dataset?.Fields ?? []).Select(f => Names.Quoted(f.Name)).ToList() : [];
        var own = isRow ? at.Section.Columns.FirstOrDefault(c => c.Id == element?.Column)?.Expression : levels.LastOrDefault()?.By;

        ValueSource? Source(Parameter parameter) => proposal.FromGroups(parameter)
            ?? (fields.FirstOrDefault(f => proposal.Means(f, parameter)) is { } field ? new ExpressionSource { Expression = field } : null)
            ?? proposal.FromClicked(parameter, clicked)
            ?? (Report == "" ? null : proposal.FromReport(parameter))
            // What is clicked goes to the parameter that chooses among just that, whatever it is called.
            ?? (own is null || !proposal.ChoosesAmong(own, parameter) ? null
                : isRow ? new ExpressionSource { Expression = own } : new LevelSource { Level = levels[^1].Id });
        return new Link
        {
            Report = Report!,
            Open = Report == "" ? OpenIn.Here : there?.Open ?? OpenIn.Beside,
            Carries = [.. LinkProposal.Settable(target).Select(p => (p.Name, From: Source(p)))
                .Where(p => p.From is not null).Select(p => new CarriedValue { Parameter = p.Name, From = p.From! })],
        };
    }
}
