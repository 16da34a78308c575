using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Adds a subtotal of a column to the footers of all groups and of the report, in one gesture.</summary>
public sealed record AddTotals : Edit
{
    public required string Column { get; init; }
    public string Aggregate { get; init; } = "sum";
    protected override string Named => Column;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var column = Columns.Require(at.Section, Column);
        for (var level = at.Section.Levels.Count; level > 0; level--)
            at = Totals.Add(at, new BandPlace(BandKind.GroupFooter, level), column, Aggregate);
        return Totals.Add(at, new BandPlace(BandKind.ReportFooter), column, Aggregate);
    }
}

internal static class Totals
{
    private const double Y = 5, Height = 14;

    /// <summary>A subtotal in a band; one that is there already is only given the new aggregate. A first one comes with a label and a
    /// rule.</summary>
    public static Workpiece Add(Workpiece at, BandPlace place, Column column, string aggregate)
    {
        if (!place.IsSummary) throw new EditException("A subtotal belongs in a header or footer of a group or of the report.");
        var band = at.BandAt(place);
        if (band.Parts.SelectMany(p => p.Elements).OfType<TotalElement>().FirstOrDefault(t => t.Column == column.Id) is { } existing)
            return at.MapElements(e => e.Id == existing.Id ? existing with { Aggregate = aggregate } : e);

        var first = band.Parts.All(p => p.Elements.All(e => e is not TotalElement));
        (at, var part) = at.TextPart(place);
        var section = at.Section;
        // Totals of one band stand on one line, below what was there before.
        var y = part.Elements.OfType<TotalElement>().FirstOrDefault()?.Y
            ?? (part.Elements.Count == 0 ? Y : part.Elements.Max(e => e.Y + e.Height) + 2);
        if (first && part.Elements.Count == 0)
        {
            at = at.AddElement(part.Id,
                new LineElement { Id = at.NewId("n"), Y = 2, Width = at.BodyWidth, Height = 1, Thickness = place.Level == 0 ? 1.5 : 0.5 });
            var label = place.Level == 0 ? "All {{ count(*) }} rows"
                : section.Levels[place.Level - 1] is { Label: null } level ? $"{{{{ {level.By} }}}}" : "{{ group_name() }}";
            var room = section.Columns.TakeWhile(c => c.Id != column.Id).Sum(c => c.Width);
            if (room >= 40)
                at = at.AddElement(part.Id,
                    new TextElement { Id = at.NewId("t"), Y = y, Width = Math.Max(36, Math.Min(room, 220) - 8), Height = Height,
                    Text = label });
        }
        return at.AddElement(part.Id,
            new TotalElement { Id = at.NewId("s"), Column = column.Id, Y = y, Height = Height, Aggregate = aggregate });
    }
}
