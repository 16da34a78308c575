using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>A part of a band, with its elements and its inner sections.</summary>
public sealed record PartItem(BandPart Part) : Item
{
    public override string Id => Part.Id;
    internal override string Words => "a part";

    internal static Item? Find(ReportDefinition report, string id) =>
        report.AllParts().FirstOrDefault(p => p.Id == id) is { } found ? new PartItem(found) : null;

    internal override ReportDefinition Insert(ReportDefinition report, Spot spot)
    {
        if (spot.Band is not { } kind) throw new EditException("A part stands in a band: name it.");
        var place = new BandPlace(kind, spot.Level);
        if (place.IsPageBand)
        {
            var sheet = Holder(report.Sheets.FirstOrDefault(s => s.Id == spot.In), spot, "a band of a sheet");
            if (Part.Sections.Count > 0) throw new EditException("A page header or footer holds no section.");
            Check(new PartHome(Part, place, null, sheet));
            return report.MapSheet(sheet.Id, s => s.MapPageBands((at, band) => at == place ? Put(band, spot) : band));
        }
        if (Part.Sections.SelectMany(DefinitionWalk.WithInner).Any(s => s.Id == spot.In))
            throw new EditException("A part cannot be put into itself.");
        var section = Holder(report.FindSection(spot.In ?? ""), spot, "a band of a section");
        if (section.Bands().All(b => b.Place != place))
            throw new EditException($"The section has {section.Levels.Count} levels, so it has no band of level {spot.Level}.");
        Check(new PartHome(Part, place, section, report.SheetOf(section.Id)));
        return report.MapSection(section.Id, s => s.MapBands((at, band) => at == place ? Put(band, spot) : band));
    }

    internal override ReportDefinition Replace(ReportDefinition report)
    {
        Check(PartHome.Find(report, Id)! with { Part = Part });
        return report.MapPart(Id, _ => Part);
    }

    internal override ReportDefinition Remove(ReportDefinition report) =>
        report.MapAllBands(band => band with { Parts = [.. band.Parts.Where(p => p.Id != Id)] });

    internal override Item Copy(FreeIds ids) => new PartItem(Copies.Copy(Part, ids, _ => null));

    private Band Put(Band band, Spot spot) => band with { Parts = spot.Put(band.Parts, Part) };

    private void Check(PartHome home)
    {
        foreach (var element in Part.Elements) home.Require(element);
    }
}
