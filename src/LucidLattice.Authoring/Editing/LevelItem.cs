using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>A level of a section, with its header and footer.</summary>
public sealed record LevelItem(Level Level) : Item
{
    public override string Id => Level.Id;
    internal override string Words => "a level";

    internal static Item? Find(ReportDefinition report, string id) =>
        report.AllSections().SelectMany(s => s.Levels).FirstOrDefault(l => l.Id == id) is { } found ? new LevelItem(found) : null;

    internal override ReportDefinition Insert(ReportDefinition report, Spot spot)
    {
        var section = Holder(report.FindSection(spot.In ?? ""), spot, "a section");
        var level = Level with { Name = Levels.FreeName(section, Level.Name) };
        if (level.Header.Parts.Concat(level.Footer.Parts).SelectMany(p => p.Sections).SelectMany(DefinitionWalk.WithInner)
            .Any(s => s.Id == spot.In))
            throw new EditException("A level cannot be put into itself.");
        var changed = report.MapSection(section.Id, s => s with { Levels = spot.Put(s.Levels, level) });
        foreach (var part in level.Header.Parts.Concat(level.Footer.Parts))
            foreach (var element in part.Elements) PartHome.Find(changed, part.Id)!.Require(element);
        return Levels.HeadingsTo(new Workpiece(changed, section.Id)).Report;
    }

    internal override ReportDefinition Replace(ReportDefinition report) =>
        report.MapSections(s => s with { Levels = [.. s.Levels.Select(l => l.Id == Id ? Level : l)] });

    /// <summary>The rows stay, and so do the headings of columns that stood in its header.</summary>
    internal override ReportDefinition Remove(ReportDefinition report)
    {
        var section = report.AllSections().First(s => s.Levels.Any(l => l.Id == Id));
        var rest = new Workpiece(Lift(report), section.Id);
        return Level.Header.Parts.Where(Levels.HasHeadings)
            .Aggregate(rest, (at, part) => at.AddPart(at.Section.HeadingPlace(), part)).Report;
    }

    internal override ReportDefinition Lift(ReportDefinition report) =>
        report.MapSections(s => s with { Levels = [.. s.Levels.Where(l => l.Id != Id)] });

    internal override Item Copy(FreeIds ids) => new LevelItem(Copies.Copy(Level, ids, _ => null));
}
