using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>Prints the total of a column so far at the foot of each page on which a group is not at its end, and again at the top of the
/// next page: carried forward and brought forward.</summary>
public sealed record CarryForward : Edit
{
    private const double Height = 14, Room = 8;

    public required string Column { get; init; }
    protected override string Named => Column;

    /// <summary>The id of the level in whose groups it begins anew; null for the outermost one.</summary>
    public string? Level { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var section = at.Section;
        var column = Columns.Require(section, Column);
        if (at.Sheet.Sections[0].Id != section.Id)
            throw new EditException("Pages carry totals of the first list of a sheet alone.");
        if (section.Levels.Count == 0) throw new EditException("There is no group to carry a total forward in. Add a level first.");
        var level = Level is null ? section.Levels[0] : Levels.Require(section, Level);
        at = Add(at, BandKind.PageFooter, "Carried forward", column, level);
        return Add(at, BandKind.PageHeader, "Brought forward", column, level);
    }

    /// <summary>Totals of one level stand on one line with one label: above all else in the footer, below all else in the header.</summary>
    private static Workpiece Add(Workpiece at, BandKind kind, string label, Column column, Level level)
    {
        var place = new BandPlace(kind);
        var when = $"is_continued({Literals.Write(DataType.Text, level.Name)})";
        var total = new TotalElement
        {
            Id = at.NewId("s"), Column = column.Id, Y = 1, Height = Height, As = TotalForm.RunningInAround, Within = level.Id, When = when,
        };
        var there = at.BandAt(place).Parts.FirstOrDefault(p => p.Elements.Any(e => IsCarried(e, level)));
        if (there is not null)
            return there.Elements.Any(e => e.Column == column.Id) ? at : at.AddElement(there.Id, total);
        var room = at.Section.Columns.TakeWhile(c => c.Id != column.Id).Sum(c => c.Width);
        var part = new BandPart { Id = at.NewId("p") };
        at = at.MapBand(place, band => band with { Parts = kind == BandKind.PageFooter ? [part, .. band.Parts] : [.. band.Parts, part] });
        at = at.AddElement(part.Id, total);
        return room < 40 ? at : at.AddElement(part.Id, new TextElement
        {
            Id = at.NewId("t"), Y = 1, Width = room - Room, Height = Height, Text = label, When = when,
        });
    }

    private static bool IsCarried(Element element, Level level) =>
        element is TotalElement { As: TotalForm.RunningInAround } total && total.Within == level.Id;
}
