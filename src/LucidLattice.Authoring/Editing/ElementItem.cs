using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Authoring.Editing;

/// <summary>An element of a part. It may stand wherever its kind can be drawn; one in a column, where that column is.</summary>
public sealed record ElementItem(Element Element) : Item
{
    public override string Id => Element.Id;
    internal override string Words => "an element";

    internal static Item? Find(ReportDefinition report, string id) =>
        report.AllElements().FirstOrDefault(e => e.Id == id) is { } found ? new ElementItem(found) : null;

    internal override ReportDefinition Insert(ReportDefinition report, Spot spot)
    {
        var home = Holder(PartHome.Find(report, spot.In ?? ""), spot, "a part of a band");
        home.Require(Element);
        return report.MapPart(home.Part.Id, part => part with
        {
            Elements = spot.Put(part.Elements, Element),
            Height = part.HeightWith(Element),
        });
    }

    internal override ReportDefinition Replace(ReportDefinition report)
    {
        var home = PartHome.Holding(report, Id)!;
        var old = home.Part.Elements.First(e => e.Id == Id);
        if (old.GetType() != Element.GetType())
            throw new EditException($"“{Id}” stays what it is: an element of one kind is not replaced by one of another.");
        if (old.Column != Element.Column) home.Require(Element);
        // A part holds what stands in it.
        return report.MapPart(home.Part.Id, part => part with
        {
            Elements = [.. part.Elements.Select(e => e.Id == Id ? Element : e)],
            Height = part.HeightWith(Element),
        });
    }

    /// <summary>A part that loses its last element goes too, and a column of which nothing is printed any more.</summary>
    internal override ReportDefinition Remove(ReportDefinition report)
    {
        var part = PartHome.Holding(report, Id)!.Part;
        var rest = part.Elements.Count == 1 && part.Sections.Count == 0 ? new PartItem(part).Lift(report) : Lift(report);
        if (Element.Column is not { } column || rest.AllElements().Any(e => e.Column == column)) return rest;
        return ColumnItem.Find(rest, column)?.Lift(rest) ?? rest;
    }

    internal override ReportDefinition Lift(ReportDefinition report) => report.MapPart(PartHome.Holding(report, Id)!.Part.Id,
        part => part with { Elements = [.. part.Elements.Where(e => e.Id != Id)] });

    internal override Item Copy(FreeIds ids) => new ElementItem(Element.WithIds(ids.Like));
}

/// <summary>A part of a band, and where that band is.</summary>
/// <param name="Section">The section whose columns its elements can stand in; of page bands, null.</param>
internal sealed record PartHome(BandPart Part, BandPlace Place, Section? Section, Sheet Sheet)
{
    public static PartHome? Find(ReportDefinition report, string part) => All(report).FirstOrDefault(h => h.Part.Id == part);

    public static PartHome? Holding(ReportDefinition report, string element) =>
        All(report).FirstOrDefault(h => h.Part.Elements.Any(e => e.Id == element));

    /// <exception cref="EditException">The element cannot stand in this part.</exception>
    public void Require(Element element)
    {
        if (ElementKinds.KindOf(element).WhyNotIn(Place) is { } why) throw new EditException(why);
        if (element.Column is not { } column) return;
        // Headings in a page header name columns of any section of the sheet.
        var sections = Section is null ? Sheet.Sections.SelectMany(DefinitionWalk.WithInner) : [Section];
        if (!sections.Any(s => s.Columns.Any(c => c.Id == column)))
            throw new EditException($"“{element.Id}” stands in the column “{column}”, which is not here.");
    }

    private static IEnumerable<PartHome> All(ReportDefinition report) =>
        from sheet in report.Sheets
        from home in sheet.PageBands().Select(b => (b.Place, b.Band, Section: (Section?)null))
            .Concat(sheet.Sections.SelectMany(DefinitionWalk.WithInner)
            .SelectMany(s => s.Bands().Select(b => (b.Place, b.Band, Section: (Section?)s))))
        from part in home.Band.Parts
        select new PartHome(part, home.Place, home.Section, sheet);
}
