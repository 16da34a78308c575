using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Editing;

/// <summary>Groups the rows by one more field: a header with the group's key, and the totals that the report already has.</summary>
public sealed record AddLevel : Edit
{
    /// <summary>A field of the dataset.</summary>
    public required string Field { get; init; }

    /// <summary>Its place among the levels, from 0 at the outermost; null for the innermost.</summary>
    public int? At { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        var field = report.MainDataset()?.Fields.FirstOrDefault(f => f.Name == Field) ?? throw new EditException($"There is no field “{Field}”.");
        var by = Names.Quoted(field.Name);
        if (section.Levels.Any(l => l.By == by)) throw new EditException($"The rows are already grouped by {field.Caption}.");
        var at = Math.Clamp(At ?? section.Levels.Count, 0, section.Levels.Count);
        var level = new Level { Id = NewId.For(section, "l"), Name = Levels.FreeName(section, field.Caption), By = by };
        section = section with { Levels = [.. section.Levels.Take(at), level, .. section.Levels.Skip(at)] };

        var place = new BandPlace(BandKind.GroupHeader, at + 1);
        (section, var part) = section.TextPart(place, 22, repeat: true);
        section = section.AddElement(part.Id, new TextElement { Id = NewId.For(section, "t"), Y = 5, Width = report.Page.BodyWidth, Height = 15, Text = $"{{{{ {by} }}}}" });
        section = Levels.HeadingsToInnermost(section);
        foreach (var total in section.ReportFooter.Parts.SelectMany(p => p.Elements).OfType<TotalElement>())
            section = Totals.Add(section, new BandPlace(BandKind.GroupFooter, at + 1), Columns.Require(section, total.Column), total.Aggregate);
        return report.WithMainSection(section);
    }
}

/// <summary>Changes what a level groups by, its order, or whether its groups start on new pages.</summary>
public sealed record SetLevel : Edit
{
    public required string Level { get; init; }

    /// <summary>An expression; null leaves it.</summary>
    public string? By { get; init; }
    public string? Name { get; init; }
    public bool? Descending { get; init; }
    public bool? NewPage { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        var level = Levels.Require(section, Level);
        var others = section with { Levels = [.. section.Levels.Where(l => l.Id != Level)] };
        var name = Name ?? (By is null || By == level.By ? level.Name : Levels.FreeName(others, report.MainDataset()?.Fields.FirstOrDefault(f => Names.Quoted(f.Name) == By)?.Caption ?? By));
        var changed = level with { By = By ?? level.By, Name = name, Descending = Descending ?? level.Descending, NewPage = NewPage ?? level.NewPage };
        // Texts that print the old key print the new one.
        var (old, now) = ($"{{{{ {level.By} }}}}", $"{{{{ {changed.By} }}}}");
        Band Renamed(Band band) => new() { Parts = [.. band.Parts.Select(p => p with { Elements = [.. p.Elements.Select(e => e is TextElement t ? t with { Text = t.Text.Replace(old, now) } : e)] })] };
        changed = changed with { Header = Renamed(changed.Header), Footer = Renamed(changed.Footer) };
        return report.WithMainSection(section with { Levels = [.. section.Levels.Select(l => l.Id == Level ? changed : l)] });
    }
}

/// <summary>Moves a level outwards or inwards, with its header and footer.</summary>
public sealed record MoveLevel : Edit
{
    public required string Level { get; init; }

    /// <summary>Its new place, from 0 at the outermost.</summary>
    public required int To { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        var level = Levels.Require(section, Level);
        var levels = section.Levels.Where(l => l.Id != Level).ToList();
        levels.Insert(Math.Clamp(To, 0, levels.Count), level);
        return report.WithMainSection(Levels.HeadingsToInnermost(section with { Levels = levels }));
    }
}

/// <summary>Takes a level out, with its header and footer; the rows stay.</summary>
public sealed record DeleteLevel : Edit
{
    public required string Level { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        var level = Levels.Require(section, Level);
        var remaining = section with { Levels = [.. section.Levels.Where(l => l.Id != Level)] };
        // Headings of columns that stood in its header are still needed.
        foreach (var part in level.Header.Parts.Where(Levels.HasHeadings)) remaining = remaining.AddPart(remaining.HeadingPlace(), part);
        return report.WithMainSection(remaining);
    }
}

internal static class Levels
{
    public static Level Require(Section section, string id)
        => section.Levels.FirstOrDefault(l => l.Id == id) ?? throw new EditException($"There is no level “{id}”.");

    public static bool HasHeadings(BandPart part) => part.Elements.Any(e => e is HeadingElement);

    /// <summary>A name that no level has.</summary>
    public static string FreeName(Section section, string wanted)
    {
        var name = wanted;
        for (var n = 2; section.Levels.Any(l => string.Equals(l.Name, name, StringComparison.OrdinalIgnoreCase)); n++) name = $"{wanted} {n}";
        return name;
    }

    /// <summary>Column headings stand right above the rows: they move from where they are to the innermost header.</summary>
    public static Section HeadingsToInnermost(Section section)
    {
        var target = section.HeadingPlace();
        var parts = section.Bands().Where(b => b.Place != target).SelectMany(b => b.Band.Parts).Where(HasHeadings).ToList();
        if (parts.Count == 0) return section;
        var ids = parts.Select(p => p.Id).ToHashSet();
        return section.MapBands((place, band) => place == target
            ? new Band { Parts = [.. band.Parts, .. parts] }
            : new Band { Parts = [.. band.Parts.Where(p => !ids.Contains(p.Id))] });
    }
}
