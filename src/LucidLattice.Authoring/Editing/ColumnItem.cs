using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>A column of a section. Its heading, cells and totals refer to it, so it stays in its section.</summary>
public sealed record ColumnItem(Column Column) : Item
{
    private const double Narrowest = 12;

    public override string Id => Column.Id;
    internal override string Words => "a column";

    internal static Item? Find(ReportDefinition report, string id) =>
        report.AllSections().SelectMany(s => s.Columns).FirstOrDefault(c => c.Id == id) is { } found ? new ColumnItem(found) : null;

    internal override ReportDefinition Insert(ReportDefinition report, Spot spot)
    {
        var section = Holder(report.FindSection(spot.In ?? ""), spot, "a section");
        var elsewhere = report.AllSections().FirstOrDefault(s => s.Id != section.Id && s.Elements().Any(e => e.Element.Column == Id));
        if (elsewhere is not null)
            throw new EditException($"“{Column.Heading}” has its heading and values in another section, so it stays there.");
        return report.MapSection(section.Id, s => s with { Columns = spot.Put(s.Columns, Column) });
    }

    internal override ReportDefinition Replace(ReportDefinition report) => report.MapSections(s => s with
    {
        Columns = [.. s.Columns.Select(c => c.Id == Id ? Column with { Width = Math.Max(Narrowest, Column.Width) } : c)],
    });

    /// <summary>With its heading, its cells and its totals.</summary>
    internal override ReportDefinition Remove(ReportDefinition report)
    {
        var bound = report.AllElements().Where(e => e.Column == Id).Select(e => e.Id).ToList();
        return bound.Aggregate(Lift(report), (rest, id) => Require(rest, id).Remove(rest));
    }

    internal override ReportDefinition Lift(ReportDefinition report) =>
        report.MapSections(s => s with { Columns = [.. s.Columns.Where(c => c.Id != Id)] });

    internal override Item Copy(FreeIds ids) => new ColumnItem(Column with { Id = ids.Like(Id) });
}
