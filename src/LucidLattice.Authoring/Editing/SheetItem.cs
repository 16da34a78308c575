using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>A sheet with its page bands and sections.</summary>
public sealed record SheetItem(Sheet Sheet) : Item
{
    public override string Id => Sheet.Id;
    internal override string Words => "a sheet";

    internal static Item? Find(ReportDefinition report, string id) =>
        report.Sheets.FirstOrDefault(s => s.Id == id) is { } found ? new SheetItem(found) : null;

    internal override ReportDefinition Insert(ReportDefinition report, Spot spot)
    {
        if (spot.In is not null) throw new EditException("A sheet stands in the report itself, not in a part of it.");
        return report with { Sheets = spot.Put(report.Sheets, Sheet with { Name = FreeName(report) }) };
    }

    internal override ReportDefinition Replace(ReportDefinition report) => report.MapSheet(Id, _ => Sheet);

    internal override ReportDefinition Remove(ReportDefinition report) =>
        report.Sheets.Count > 1 ? Lift(report) : throw new EditException("A report needs a sheet: this is the only one.");

    internal override ReportDefinition Lift(ReportDefinition report) =>
        report with { Sheets = [.. report.Sheets.Where(s => s.Id != Id)] };

    internal override Item Copy(FreeIds ids) => new SheetItem(Sheet with
    {
        Id = ids.Like(Id),
        PageHeader = Copies.Copy(Sheet.PageHeader, ids, _ => null),
        PageFooter = Copies.Copy(Sheet.PageFooter, ids, _ => null),
        Sections = [.. Sheet.Sections.Select(s => Copies.Copy(s, ids))],
    });

    private string FreeName(ReportDefinition report)
    {
        var name = Sheet.Name;
        for (var n = 2; report.Sheets.Any(s => s.Name == name); n++) name = $"{Sheet.Name} {n}";
        return name;
    }
}
