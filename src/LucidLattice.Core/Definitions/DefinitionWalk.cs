namespace LucidLattice.Core.Definitions;

/// <summary>Which kind of band something stands in.</summary>
public enum BandKind { ReportHeader, PageHeader, GroupHeader, Detail, GroupFooter, PageFooter, ReportFooter }

/// <summary>A band's place: its kind, and for group bands the level, counted from 1 at the outermost (0 elsewhere).</summary>
public readonly record struct BandPlace(BandKind Kind, int Level = 0)
{
    public bool IsPageBand => Kind is BandKind.PageHeader or BandKind.PageFooter;

    /// <summary>True where an aggregate without OVER covers the rows of a group.</summary>
    public bool IsSummary => Kind is BandKind.ReportHeader or BandKind.ReportFooter or BandKind.GroupHeader or BandKind.GroupFooter;
}

/// <summary>Finds and replaces the bands and elements of a section.</summary>
public static class DefinitionWalk
{
    /// <summary>The section that this version offers: the first one of the first sheet.</summary>
    public static Section MainSection(this ReportDefinition definition) => definition.Sheets[0].Sections[0];

    /// <summary>The definition with its main section replaced.</summary>
    public static ReportDefinition WithMainSection(this ReportDefinition definition, Section section)
    {
        var sheet = definition.Sheets[0];
        return definition with { Sheets = [sheet with { Sections = [section, .. sheet.Sections.Skip(1)] }, .. definition.Sheets.Skip(1)] };
    }

    /// <summary>The dataset of the main section, or null.</summary>
    public static Dataset? MainDataset(this ReportDefinition definition)
        => definition.Datasets.FirstOrDefault(d => d.Id == definition.MainSection().Dataset);

    /// <summary>All bands as they stand on a page that holds the whole report.</summary>
    public static IEnumerable<(BandPlace Place, Band Band)> Bands(this Section section)
    {
        yield return (new(BandKind.PageHeader), section.PageHeader);
        yield return (new(BandKind.ReportHeader), section.ReportHeader);
        for (var i = 0; i < section.Levels.Count; i++) yield return (new(BandKind.GroupHeader, i + 1), section.Levels[i].Header);
        yield return (new(BandKind.Detail), section.Detail);
        for (var i = section.Levels.Count - 1; i >= 0; i--) yield return (new(BandKind.GroupFooter, i + 1), section.Levels[i].Footer);
        yield return (new(BandKind.ReportFooter), section.ReportFooter);
        yield return (new(BandKind.PageFooter), section.PageFooter);
    }

    /// <summary>Every element with its band.</summary>
    public static IEnumerable<(BandPlace Place, Element Element)> Elements(this Section section)
        => from band in section.Bands() from part in band.Band.Parts from element in part.Elements select (band.Place, element);

    /// <summary>The band at a place.</summary>
    public static Band BandAt(this Section section, BandPlace place) => section.Bands().First(b => b.Place == place).Band;

    /// <summary>The section with every band passed through <paramref name="change"/>.</summary>
    public static Section MapBands(this Section section, Func<BandPlace, Band, Band> change) => section with
    {
        ReportHeader = change(new(BandKind.ReportHeader), section.ReportHeader),
        PageHeader = change(new(BandKind.PageHeader), section.PageHeader),
        Detail = change(new(BandKind.Detail), section.Detail),
        PageFooter = change(new(BandKind.PageFooter), section.PageFooter),
        ReportFooter = change(new(BandKind.ReportFooter), section.ReportFooter),
        Levels = [.. section.Levels.Select((level, i) => level with
        {
            Header = change(new(BandKind.GroupHeader, i + 1), level.Header),
            Footer = change(new(BandKind.GroupFooter, i + 1), level.Footer),
        })],
    };

    /// <summary>The section with every element passed through <paramref name="change"/>; null takes the element out.</summary>
    public static Section MapElements(this Section section, Func<BandPlace, Element, Element?> change)
        => section.MapBands((place, band) => new Band
        {
            Parts = [.. band.Parts.Select(part => part with { Elements = [.. part.Elements.Select(e => change(place, e)).OfType<Element>()] })],
        });
}
