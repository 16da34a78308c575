namespace LucidLattice.Model.Definitions;

/// <summary>Finds and replaces the sections, bands and elements of a report.</summary>
public static class DefinitionWalk
{
    /// <summary>Every section, those inside of others after the one that they are in.</summary>
    public static IEnumerable<Section> AllSections(this ReportDefinition report) =>
        report.Sheets.SelectMany(s => s.Sections).SelectMany(WithInner);

    /// <summary>A section and all that are inside of it.</summary>
    public static IEnumerable<Section> WithInner(this Section section)
        => section.Bands().SelectMany(b => b.Band.Parts).SelectMany(p => p.Sections).SelectMany(WithInner).Prepend(section);

    public static Section? FindSection(this ReportDefinition report, string id) => report.AllSections().FirstOrDefault(s => s.Id == id);

    /// <summary>The dataset whose rows a section lists, or null.</summary>
    public static Dataset? DatasetOf(this ReportDefinition report, Section section) =>
        report.Datasets.FirstOrDefault(d => d.Id == section.Dataset);

    /// <summary>The sheet on which a section stands, also one inside of another.</summary>
    public static Sheet SheetOf(this ReportDefinition report, string section) =>
        report.Sheets.First(s => s.Sections.SelectMany(WithInner).Any(i => i.Id == section));

    /// <summary>The report with one of its sections, wherever it stands, passed through <paramref name="change"/>.</summary>
    public static ReportDefinition MapSection(this ReportDefinition report, string id, Func<Section, Section> change)
        => report.MapSections(section => section.Id == id ? change(section) : section);

    /// <summary>The report with every section passed through <paramref name="change"/>, inner ones first.</summary>
    public static ReportDefinition MapSections(this ReportDefinition report, Func<Section, Section> change)
    {
        return report with { Sheets = [.. report.Sheets.Select(sheet => sheet with { Sections = [.. sheet.Sections.Select(Inside)] })] };

        Section Inside(Section section) => change(section.MapBands((_, band) => band with
        {
            Parts = [.. band.Parts.Select(
                part => part.Sections.Count == 0 ? part : part with { Sections = [.. part.Sections.Select(Inside)] })],
        }));
    }

    /// <summary>The report with a sheet passed through <paramref name="change"/>.</summary>
    public static ReportDefinition MapSheet(this ReportDefinition report, string id, Func<Sheet, Sheet> change)
        => report with { Sheets = [.. report.Sheets.Select(s => s.Id == id ? change(s) : s)] };

    /// <summary>The bands of a section as they stand on a page that holds all of it.</summary>
    public static IEnumerable<(BandPlace Place, Band Band)> Bands(this Section section)
    {
        yield return (new(BandKind.ReportHeader), section.ReportHeader);
        for (var i = 0; i < section.Levels.Count; i++) yield return (new(BandKind.GroupHeader, i + 1), section.Levels[i].Header);
        yield return (new(BandKind.Detail), section.Detail);
        for (var i = section.Levels.Count - 1; i >= 0; i--) yield return (new(BandKind.GroupFooter, i + 1), section.Levels[i].Footer);
        yield return (new(BandKind.ReportFooter), section.ReportFooter);
    }

    /// <summary>The bands of a sheet's pages.</summary>
    public static IEnumerable<(BandPlace Place, Band Band)> PageBands(this Sheet sheet)
        => [(new(BandKind.PageHeader), sheet.PageHeader), (new(BandKind.PageFooter), sheet.PageFooter)];

    /// <summary>Every element of a section's own bands.</summary>
    public static IEnumerable<(BandPlace Place, Element Element)> Elements(this Section section) => section.Bands().SelectMany(In);

    /// <summary>True if the part holds headings of columns, none of which has totals in the section.</summary>
    public static bool HeadsRows(this BandPart part, Section section)
    {
        var headings = part.Elements.OfType<HeadingElement>().Select(h => h.Column).ToHashSet();
        return headings.Count > 0 && !section.Elements().Any(e => e.Element is TotalElement && headings.Contains(e.Element.Column));
    }

    /// <summary>The calculated rows of a section.</summary>
    public static IEnumerable<CalculatedRow> AllCalculated(this Section section) =>
        section.Bands().SelectMany(b => b.Band.Parts).Select(p => p.Calculated).OfType<CalculatedRow>();

    /// <summary>Every element of a sheet's page bands.</summary>
    public static IEnumerable<(BandPlace Place, Element Element)> PageElements(this Sheet sheet) => sheet.PageBands().SelectMany(In);

    /// <summary>Every element of the report.</summary>
    public static IEnumerable<Element> AllElements(this ReportDefinition report)
        => report.Sheets.SelectMany(s => s.PageElements()).Concat(report.AllSections().SelectMany(s => s.Elements()))
            .Select(e => e.Element);

    /// <summary>The band at a place.</summary>
    public static Band BandAt(this Section section, BandPlace place) => section.Bands().First(b => b.Place == place).Band;

    /// <summary>The section with every band passed through <paramref name="change"/>.</summary>
    public static Section MapBands(this Section section, Func<BandPlace, Band, Band> change) => section with
    {
        ReportHeader = change(new(BandKind.ReportHeader), section.ReportHeader),
        Detail = change(new(BandKind.Detail), section.Detail),
        ReportFooter = change(new(BandKind.ReportFooter), section.ReportFooter),
        Levels = [.. section.Levels.Select((level, i) => level with
        {
            Header = change(new(BandKind.GroupHeader, i + 1), level.Header),
            Footer = change(new(BandKind.GroupFooter, i + 1), level.Footer),
        })],
    };

    /// <summary>The sheet with its page bands passed through <paramref name="change"/>.</summary>
    public static Sheet MapPageBands(this Sheet sheet, Func<BandPlace, Band, Band> change) => sheet with
    {
        PageHeader = change(new(BandKind.PageHeader), sheet.PageHeader),
        PageFooter = change(new(BandKind.PageFooter), sheet.PageFooter),
    };

    /// <summary>The section with every element of its own bands passed through <paramref name="change"/>; null takes the element
    /// out.</summary>
    public static Section MapElements(this Section section, Func<BandPlace, Element, Element?> change)
        => section.MapBands((place, band) => band.MapElements(e => change(place, e)));

    /// <summary>The band with every element passed through <paramref name="change"/>; null takes the element out.</summary>
    public static Band MapElements(this Band band, Func<Element, Element?> change) => band with
    {
        Parts = [.. band.Parts.Select(part => part with { Elements = [.. part.Elements.Select(change).OfType<Element>()] })],
    };

    /// <summary>Every part of every band of the report.</summary>
    public static IEnumerable<BandPart> AllParts(this ReportDefinition report)
        => report.Sheets.SelectMany(s => s.PageBands()).Concat(report.AllSections().SelectMany(s => s.Bands()))
            .SelectMany(b => b.Band.Parts);

    /// <summary>The report with every band, of sections and of pages, passed through <paramref name="change"/>.</summary>
    public static ReportDefinition MapAllBands(this ReportDefinition report, Func<Band, Band> change)
    {
        var mapped = report.MapSections(section => section.MapBands((_, band) => change(band)));
        return mapped with { Sheets = [.. mapped.Sheets.Select(sheet => sheet.MapPageBands((_, band) => change(band)))] };
    }

    /// <summary>The report with one of its parts, wherever it stands, passed through <paramref name="change"/>.</summary>
    public static ReportDefinition MapPart(this ReportDefinition report, string id, Func<BandPart, BandPart> change)
        => report.MapAllBands(band => band.Parts.All(p => p.Id != id)
            ? band
            : band with { Parts = [.. band.Parts.Select(p => p.Id == id ? change(p) : p)] });

    /// <summary>The report with every element, wherever it stands, passed through <paramref name="change"/>; null takes the element
    /// out.</summary>
    public static ReportDefinition MapAllElements(this ReportDefinition report, Func<Element, Element?> change)
        => report.MapAllBands(band => band.MapElements(change));

    /// <summary>Every link of the report, those beside others after them, with the id of the element or the part that it stands
    /// on.</summary>
    public static IEnumerable<(string On, Link Link)> AllLinks(this ReportDefinition report) =>
        report.AllParts().SelectMany(p => p.Elements.SelectMany(e => e.Links()).Prepend((On: p.Id, p.Link)))
            .SelectMany(l => l.Link?.All.Select(link => (l.On, link)) ?? []);

    /// <summary>The report with every link passed through <paramref name="change"/>; null takes it out, and what stood beside it takes its
    /// place.</summary>
    public static ReportDefinition MapLinks(this ReportDefinition report, Func<Link, Link?> change)
    {
        return report.MapAllBands(band => band with
        {
            Parts = [.. band.Parts.Select(part => part with
            {
                Link = Mapped(part.Link),
                Elements = part.Elements.All(e => e.Links().All(l => l.Link is null)) ? part.Elements
                    : [.. part.Elements.Select(e => e.WithLinks((_, link) => Mapped(link)))],
            })],
        });

        Link? Mapped(Link? link)
        {
            var kept = (link?.All ?? []).Select(l => change(l with { Also = [] })).OfType<Link>().ToList();
            return kept.Count == 0 ? null : kept[0] with { Also = [.. kept.Skip(1)] };
        }
    }

    private static IEnumerable<(BandPlace, Element)> In((BandPlace Place, Band Band) band)
        => band.Band.Parts.SelectMany(part => part.Elements).Select(element => (band.Place, element));
}
