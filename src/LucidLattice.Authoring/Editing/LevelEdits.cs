using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Groups the rows by one more field: a header with the group's key, and the totals that the report already has.</summary>
public sealed record AddLevel : Edit
{
    /// <summary>A field of the dataset.</summary>
    public required string Field { get; init; }

    /// <summary>Its place among the levels, from 0 at the outermost; null for the innermost.</summary>
    public int? At { get; init; }

    /// <summary>What of the field makes a group, as its month; null for the field itself.</summary>
    public string? By { get; init; }

    /// <summary>What the level is called then, and a pattern for its keys.</summary>
    public string? Name { get; init; }
    public string? Pattern { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var section = at.Section;
        var field = at.Dataset?.Fields.FirstOrDefault(f => f.Name == Field) ?? throw new EditException($"There is no field “{Field}”.");
        var by = Names.Quoted(field.Name);
        if (section.Levels.Any(l => l.By == (By ?? by))) throw new EditException($"The rows are already grouped by {field.Caption}.");
        var index = Math.Clamp(At ?? section.Levels.Count, 0, section.Levels.Count);
        at = Levels.Add(at, by, field.Caption, by, index);
        return By is null ? at
            : new SetLevel { Level = at.Section.Levels[index].Id, By = By, Pattern = Pattern,
                Name = Name is null ? null : Levels.FreeName(section, Name) }.Change(at, catalog);
    }
}

/// <summary>Groups the rows by what stands above them, where rows name each other as parents: a level for each depth, the top
/// outermost.</summary>
public sealed record AddParentLevels : Edit
{
    /// <summary>More are no report that anybody reads.</summary>
    public const int Most = 8;

    /// <summary>Fields of the dataset: what a row stands for, and what stands above it.</summary>
    public required string Field { get; init; }
    public required string Parent { get; init; }

    /// <summary>The field that names it; null prints what it is.</summary>
    public string? Caption { get; init; }

    /// <summary>How many depths, from the top.</summary>
    public int Depths { get; init; } = 3;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        if (Depths is < 1 or > Most) throw new EditException($"There are 1 to {Most} depths.");
        foreach (var name in new[] { Field, Parent, Caption ?? Field })
            if (at.Dataset?.Fields.Any(f => f.Name == name) != true) throw new EditException($"There is no field “{name}”.");
        var caption = at.Dataset!.Fields.First(f => f.Name == (Caption ?? Field)).Caption;
        var (id, parent) = (Names.Quoted(Field), Names.Quoted(Parent));
        string Named(int depth) => $"ancestor({id}, {parent}, {depth}, {Names.Quoted(Caption!)})";
        for (var depth = 1; depth <= Depths; depth++)
        {
            var printed = Caption is null ? $"ancestor({id}, {parent}, {depth})" : Named(depth);
            at = Levels.Add(at, $"ancestor({id}, {parent}, {depth})", $"{caption}, depth {depth}", printed, at.Section.Levels.Count,
                Caption is null ? null : Named(depth));
        }
        return at.With(at.Section with
        {
            Levels = [.. at.Section.Levels.Select((l, i) => i >= at.Section.Levels.Count - Depths ? l with { OmitEmpty = true } : l)],
        });
    }
}

/// <summary>Changes what a level groups by, its order, or whether its groups start on new pages.</summary>
public sealed record SetLevel : Edit
{
    public required string Level { get; init; }
    protected override string Named => Level;

    /// <summary>An expression; null leaves it.</summary>
    public string? By { get; init; }
    public string? Name { get; init; }
    public bool? Descending { get; init; }
    public bool? NewPage { get; init; }
    public bool? Together { get; init; }

    /// <summary>What all groups beyond the first ones are called, and rows without a key; empty for none; null leaves it.</summary>
    public string? Others { get; init; }
    public string? EmptyName { get; init; }

    /// <summary>Keys under names; without groups it takes the names away; null leaves them.</summary>
    public NamedGroups? Groups { get; init; }

    /// <summary>What groups are called; empty for their keys; null leaves it.</summary>
    public string? Label { get; init; }

    /// <summary>True leaves rows without a key in the group around; null leaves it.</summary>
    public bool? OmitEmpty { get; init; }

    /// <summary>True begins with its groups closed; null leaves it.</summary>
    public bool? Closed { get; init; }

    /// <summary>True leaves out groups whose totals are all zero; null leaves it.</summary>
    public bool? OmitZero { get; init; }

    /// <summary>True prints groups without rows, false none; null leaves it.</summary>
    public bool? FillGaps { get; init; }

    /// <summary>Where such groups begin and end; empty for where the rows do; null leaves it.</summary>
    public string? FillFrom { get; init; }
    public string? FillTo { get; init; }

    /// <summary>For its keys; empty for the usual one; null leaves it.</summary>
    public string? Pattern { get; init; }

    /// <summary>A total, and a condition over totals; empty for none; null leaves it.</summary>
    public string? OrderBy { get; init; }
    public string? Keep { get; init; }

    /// <summary>So many groups; 0 for all; null leaves it.</summary>
    public int? First { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var section = at.Section;
        var level = Levels.Require(section, Level);
        var others = section with { Levels = [.. section.Levels.Where(l => l.Id != Level)] };
        var name = Name
            ?? (By is null
            || By == level.By
            ? level.Name
            : Levels.FreeName(others, at.Dataset?.Fields.FirstOrDefault(f => Names.Quoted(f.Name) == By)?.Caption ?? By));
        var changed = level with
        {
            By = By ?? level.By, Name = name, Descending = Descending ?? level.Descending, NewPage = NewPage ?? level.NewPage,
            Pattern = Given(Pattern, level.Pattern), OrderBy = Given(OrderBy, level.OrderBy), Keep = Given(Keep, level.Keep),
            Together = Together ?? level.Together,
            Others = Given(Others, level.Others), EmptyName = Given(EmptyName, level.EmptyName),
            Groups = Groups is null ? level.Groups : Groups is { Groups.Count: 0, Remaining: null } ? null : Groups,
            First = First is null ? level.First : First > 0 ? First : null,
            OmitEmpty = OmitEmpty ?? level.OmitEmpty, Closed = Closed ?? level.Closed,
            OmitZero = OmitZero ?? level.OmitZero,
            Label = Given(Label, level.Label),
            Fill = !(FillGaps ?? level.Fill is not null) ? null
                : new LevelFill(Given(FillFrom, level.Fill?.From), Given(FillTo, level.Fill?.To)),
        };
        // Texts that print the old key print the new one.
        var (old, now) = (Printed(level), Printed(changed));
        Band Renamed(Band band) => band.MapElements(e => e is TextElement t ? t with { Text = t.Text.Replace(old, now) } : e);
        changed = changed with { Header = Renamed(changed.Header), Footer = Renamed(changed.Footer) };
        return at.With(section with { Levels = [.. section.Levels.Select(l => l.Id == Level ? changed : l)] });
    }

    /// <summary>The key as a text prints it.</summary>
    private static string Printed(Level level) =>
        level is { Others: not null } or { Groups: not null } or { EmptyName: not null } ? "{{ group_name() }}"
        : level.Pattern is null ? $"{{{{ {level.By} }}}}" : $"{{{{ {level.By} | {level.Pattern} }}}}";

    private static string? Given(string? asked, string? now) => asked is null ? now : asked.Trim() is { Length: > 0 } text ? text : null;
}

internal static class Levels
{
    public static Level Require(Section section, string id)
        => section.Levels.FirstOrDefault(l => l.Id == id) ?? throw new EditException($"There is no level “{id}”.");

    /// <summary>With one level more: a header that prints a value, and the totals that the report has.</summary>
    /// <param name="label">See <see cref="GroupedBy.Label"/>.</param>
    public static Workpiece Add(Workpiece at, string by, string name, string printed, int index, string? label = null)
    {
        var section = at.Section;
        var level = new Level { Id = at.NewId("l"), Name = FreeName(section, name), By = by, Label = label };
        at = at.With(section with { Levels = [.. section.Levels.Take(index), level, .. section.Levels.Skip(index)] });
        (at, var part) = at.TextPart(new BandPlace(BandKind.GroupHeader, index + 1), repeat: true);
        at = at.AddElement(part.Id,
            new TextElement { Id = at.NewId("t"), Y = 4, Width = at.BodyWidth, Height = 15, Text = $"{{{{ {printed} }}}}" });
        at = HeadingsTo(at);
        foreach (var total in at.Section.ReportFooter.Parts.SelectMany(p => p.Elements).OfType<TotalElement>())
            at = Totals.Add(at, new BandPlace(BandKind.GroupFooter, index + 1), Columns.Require(at.Section, total.Column ?? ""),
                total.Aggregate);
        return at;
    }

    public static bool HasHeadings(BandPart part) => part.Elements.Any(e => e is HeadingElement);

    /// <summary>A name that no level has.</summary>
    public static string FreeName(Section section, string wanted)
    {
        var name = wanted;
        for (var n = 2; section.Levels.Any(l => string.Equals(l.Name, name, StringComparison.OrdinalIgnoreCase)); n++)
            name = $"{wanted} {n}";
        return name;
    }

    /// <summary>Column headings stand right above the rows: they move from where they are to the innermost header.</summary>
    /// <param name="from">Only those in this band move; null moves all.</param>
    public static Workpiece HeadingsTo(Workpiece at, BandPlace? from = null)
    {
        var (target, own) = (at.Section.HeadingPlace(), at.Section.Columns.Select(c => c.Id).ToHashSet());
        var parts = at.Bands.Where(b => b.Place != target && (from is null || b.Place == from)).SelectMany(b => b.Band.Parts)
            .Where(p => p.Elements.Any(e => e is HeadingElement && own.Contains(e.Column ?? ""))).ToList();
        if (parts.Count == 0) return at;
        var ids = parts.Select(p => p.Id).ToHashSet();
        return at.MapBands((place, band) => place == target
            ? band with { Parts = [.. band.Parts, .. parts.Select(p => p with { Repeat = true })] }
            : band with { Parts = [.. band.Parts.Where(p => !ids.Contains(p.Id))] });
    }
}
