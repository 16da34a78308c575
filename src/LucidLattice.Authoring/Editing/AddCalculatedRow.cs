using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Authoring.Editing;

/// <summary>Adds a row that is calculated from other rows below a line of a statement, with a number in each column that has
/// totals.</summary>
public sealed record AddCalculatedRow : Edit
{
    private const double TextHeight = 14, Y = 3, LeastLabel = 40, Gap = 8;

    /// <summary>The id of the level whose groups are the lines; null for the first.</summary>
    public string? Level { get; init; }
    public required string Name { get; init; }

    /// <summary>See <see cref="CalculatedRow.Formula"/>.</summary>
    public required string Formula { get; init; }

    /// <summary>The line below which it is printed; null prints it at the end of the report.</summary>
    public string? After { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var section = at.Section;
        if (section.Levels.Count == 0) throw new EditException("There are no lines to calculate from. Add a level first.");
        var index = Level is null ? StatementLines.IndexOf(section)!.Value
            : section.Levels.ToList().FindIndex(l => l.Id == Levels.Require(section, Level).Id);
        if (section.AllCalculated().Any(c => string.Equals(c.Name, Name, StringComparison.OrdinalIgnoreCase)))
            throw new EditException($"There is already a calculated row called “{Name}”.");
        var after = After is { Length: > 0 } ? After : null;
        var place = after is null ? new BandPlace(BandKind.ReportFooter) : new BandPlace(BandKind.GroupFooter, index + 1);
        var totals = TotalsByColumn(section, index);
        if (totals.Count == 0) throw new EditException("No column has totals that a row could be calculated from. Add subtotals first.");
        var part = new BandPart
        {
            Id = at.NewId("p"),
            Calculated = new CalculatedRow { Name = Name, Formula = Formula, After = after },
        };
        // Rows at the end of the report stand above what ends it already, in the order in which they were made.
        at = at.MapBand(place, band => band with { Parts = Put(band.Parts, part, after is null) });
        var room = section.Columns.TakeWhile(c => totals.All(t => t.Column != c.Id)).Sum(c => c.Width);
        if (room >= LeastLabel)
            at = at.AddElement(part.Id, new TextElement
            {
                Id = at.NewId("t"), Y = Y, Width = room - Gap, Height = TextHeight, Text = RenameReport.Printed(Name),
                Style = new Style { Role = StyleRole.Total },
            });
        foreach (var total in totals)
            at = at.AddElement(part.Id, total with
            {
                Id = at.NewId("s"), Y = Y, Height = TextHeight, As = TotalForm.Value, Link = null, When = null, Above = TotalRule.Single,
            });
        return at;
    }

    private static IReadOnlyList<BandPart> Put(IReadOnlyList<BandPart> parts, BandPart part, bool first)
    {
        var at = first ? parts.TakeWhile(p => p.Calculated is not null).Count() : parts.Count;
        return [.. parts.Take(at), part, .. parts.Skip(at)];
    }

    /// <summary>Of each column the total that stands nearest to the lines.</summary>
    private static List<TotalElement> TotalsByColumn(Section section, int index)
    {
        var bands = section.Bands().Where(b => b.Place.IsSummary).OrderBy(b => Math.Abs(b.Place.Level - (index + 1)));
        var totals = bands.SelectMany(b => b.Band.Parts).SelectMany(p => p.Elements).OfType<TotalElement>()
            .Where(t => t.As == TotalForm.Value && t.Aggregate != MadeAggregates.PerGroup).DistinctBy(t => t.Column).ToList();
        return [.. section.Columns.Select(c => totals.FirstOrDefault(t => t.Column == c.Id)).OfType<TotalElement>()];
    }
}
