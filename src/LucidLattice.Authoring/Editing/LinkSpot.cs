using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>What a link stands on in a section: a part of a band, an element, or a heading or a total of a crosstab.</summary>
/// <param name="On">The id of it.</param>
/// <param name="Element">Null where it is a part.</param>
/// <param name="Link">The link that is there, with those beside it.</param>
internal sealed record LinkSpot(string On, BandPlace Place, Element? Element, Link? Link)
{
    /// <exception cref="EditException">There is nothing with this id.</exception>
    public static LinkSpot Find(Workpiece at, string on)
    {
        bool IsOn(Element element) => element.Links().Any(l => l.On == on);
        var (place, part) = at.Bands.SelectMany(b => b.Band.Parts.Select(p => (b.Place, Part: p)))
            .FirstOrDefault(p => p.Part.Id == on || p.Part.Elements.Any(IsOn));
        if (part is null) throw new EditException($"There is no element “{on}”.");
        var element = part.Elements.FirstOrDefault(IsOn);
        return new(on, place, element, element is null ? part.Link : element.Links().First(l => l.On == on).Link);
    }

    /// <summary>The report with another link there.</summary>
    public ReportDefinition Put(ReportDefinition report, Link? link) => Element is null
        ? report.MapPart(On, p => p with { Link = link })
        : report.MapAllElements(e => e.Id == Element.Id ? e.WithLinks((on, own) => on == On ? link : own) : e);
}
