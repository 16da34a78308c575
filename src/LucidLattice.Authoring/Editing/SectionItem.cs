using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>A section, on a sheet or in a part of another section's band.</summary>
public sealed record SectionItem(Section Section) : Item
{
    public override string Id => Section.Id;
    internal override string Words => "a section";

    internal static Item? Find(ReportDefinition report, string id) =>
        report.FindSection(id) is { } found ? new SectionItem(found) : null;

    internal override ReportDefinition Insert(ReportDefinition report, Spot spot)
    {
        if (Section.Dataset is { } dataset && report.Datasets.All(d => d.Id != dataset))
            throw new EditException($"The section lists the rows of “{dataset}”, which the report does not have.");
        if (report.Sheets.Any(s => s.Id == spot.In))
            return report.MapSheet(spot.In!, s => s with { Sections = spot.Put(s.Sections, Section) });
        if (Section.WithInner().SelectMany(s => s.Bands()).SelectMany(b => b.Band.Parts).Any(p => p.Id == spot.In))
            throw new EditException("A section cannot be put into itself.");
        var home = Holder(PartHome.Find(report, spot.In ?? ""), spot, "a sheet or a part of a band");
        if (home.Section is null) throw new EditException("A page header or footer holds no section.");
        return report.MapPart(home.Part.Id, part => part with { Sections = spot.Put(part.Sections, Section) });
    }

    internal override ReportDefinition Replace(ReportDefinition report) => report.MapSection(Id, _ => Section);

    internal override ReportDefinition Remove(ReportDefinition report)
    {
        var changed = report.MapAllBands(band => band.Parts.All(p => p.Sections.Count == 0) ? band : band with
        {
            Parts = [.. band.Parts.Select(p => p with { Sections = Without(p.Sections) })],
        });
        return changed with { Sheets = [.. changed.Sheets.Select(s => s with { Sections = Without(s.Sections) })] };
    }

    internal override Item Copy(FreeIds ids) => new SectionItem(Copies.Copy(Section, ids));

    private List<Section> Without(IReadOnlyList<Section> sections) => [.. sections.Where(s => s.Id != Id)];
}
