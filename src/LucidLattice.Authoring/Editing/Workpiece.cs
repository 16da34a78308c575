using LucidLattice.Model.Definitions;
using LucidLattice.Planning;

namespace LucidLattice.Authoring.Editing;

/// <summary>A report with the section that an edit works on, and the sheet on which that stands.</summary>
internal sealed record Workpiece(ReportDefinition Report, string SectionId)
{
    public Section Section => Report.FindSection(SectionId)!;
    public Sheet Sheet => Report.SheetOf(SectionId);
    public Dataset? Dataset => Report.DatasetOf(Section);

    /// <summary>The width that there is for a section, in points.</summary>
    public double BodyWidth => SectionPlaces.WidthOf(Report, SectionId);

    /// <param name="named">The id of an element, column or level, by which the section is found if none is asked for.</param>
    /// <exception cref="EditException">The report has no such section, or none at all.</exception>
    public static Workpiece Open(ReportDefinition report, string? section, string? named)
    {
        if (section is not null && report.FindSection(section) is null) throw new EditException($"The report has no section “{section}”.");
        var found = section ?? (named is null ? null : report.AllSections().FirstOrDefault(s => Holds(s, named))?.Id);
        found ??= report.Sheets.FirstOrDefault(s => named is not null
            && s.PageElements().Any(e => e.Element.Id == named))?.Sections.FirstOrDefault()?.Id;
        found ??= report.AllSections().FirstOrDefault()?.Id ?? throw new EditException("The report has no section.");
        return new Workpiece(report, found);
    }

    public Workpiece With(Section section) => this with { Report = Report.MapSection(SectionId, _ => section) };

    /// <summary>A band of the section, or of its sheet's pages.</summary>
    /// <exception cref="EditException">The section has no such level.</exception>
    public Band BandAt(BandPlace place) =>
        Bands.Where(b => b.Place == place).Select(b => b.Band).FirstOrDefault()
        ?? throw new EditException(place.Kind is BandKind.GroupHeader or BandKind.GroupFooter
            ? $"The list has {Section.Levels.Count} levels, so there is no level {place.Level}." : "Only groups have bands of a level.");

    /// <summary>With a band of the section, or of its sheet's pages, passed through <paramref name="change"/>.</summary>
    /// <exception cref="EditException">The section has no such level.</exception>
    public Workpiece MapBand(BandPlace place, Func<Band, Band> change)
    {
        var changed = change(BandAt(place));
        return MapBands((at, band) => at == place ? changed : band);
    }

    /// <summary>With all bands of the section and of its sheet's pages passed through <paramref name="change"/>.</summary>
    public Workpiece MapBands(Func<BandPlace, Band, Band> change)
    {
        var sheet = Sheet.Id;
        return this with { Report = Report.MapSection(SectionId, s => s.MapBands(change)).MapSheet(sheet, s => s.MapPageBands(change)) };
    }

    /// <summary>The bands of the section and of its sheet's pages.</summary>
    public IEnumerable<(BandPlace Place, Band Band)> Bands => Section.Bands().Concat(Sheet.PageBands());

    public IEnumerable<Element> Elements => Bands.SelectMany(b => b.Band.Parts).SelectMany(p => p.Elements);

    /// <exception cref="EditException">There is no such element.</exception>
    public Element Require(string id) =>
        Elements.FirstOrDefault(e => e.Id == id) ?? throw new EditException($"There is no element “{id}”.");

    /// <summary>With each element passed through <paramref name="change"/>; null takes it out, and parts that lose their last one go
    /// too.</summary>
    public Workpiece MapElements(Func<Element, Element?> change) => MapBands((_, band) =>
    {
        var had = band.Parts.Where(p => p.Elements.Count > 0).Select(p => p.Id).ToHashSet();
        var mapped = band.MapElements(change);
        return mapped with { Parts = [.. mapped.Parts.Where(p => p.Elements.Count > 0 || p.Sections.Count > 0 || !had.Contains(p.Id))] };
    });

    /// <summary>The prefix and the first number that nothing in the report carries.</summary>
    public string NewId(string prefix) => new FreeIds(Report).Next(prefix);

    private static bool Holds(Section section, string id)
        => section.Elements().Any(e => e.Element.AllIds().Contains(id) || e.Element.Links().Any(l => l.On == id))
            || section.Columns.Any(c => c.Id == id) || section.Levels.Any(l => l.Id == id);
}
