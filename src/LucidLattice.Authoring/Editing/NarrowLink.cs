using LucidLattice.Charts.Types;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Narrows the part of this report that a link opens to what was clicked: a parameter for each key that the click brings, a
/// condition in each list there that has its fields, and the values that the link carries.</summary>
public sealed record NarrowLink : Edit
{
    /// <summary>The id of what the link stands on.</summary>
    public required string Element { get; init; }

    /// <summary>Which of the links beside one another.</summary>
    public int Index { get; init; }
    protected override string Named => Element;

    /// <summary>A key that a click brings, and what it is called where it is no field alone.</summary>
    private sealed record Key(string By, string Words, bool Several, ValueSource From);

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var spot = LinkSpot.Find(at, Element);
        if (spot.Link?.All.ElementAtOrDefault(Index) is not { Report: "", Address: null } link)
            throw new EditException("Only a link to a part of this report narrows it.");
        var keys = Keys(at, spot.Place, spot.Element, link);
        if (keys.Count == 0) throw new EditException("A click here brings no value that could narrow it.");
        var (report, carries, isKnown) = (at.Report, link.Carries.ToList(), false);
        foreach (var key in keys)
        {
            var targets = Targets(at, link).Where(s => HasFieldsOf(key.By, DatasetOf(report, s))).ToList();
            if (targets.Count == 0) continue;
            (report, var name) = Narrowed(report, targets, key);
            isKnown = true;
            carries.RemoveAll(c => c.Parameter == name);
            carries.Add(new CarriedValue { Parameter = name, From = key.From });
        }
        if (!isKnown) throw new EditException("No list there has the fields of what is clicked.");
        var all = spot.Link.All.Select((l, i) => (i == Index ? link with { Carries = carries } : l) with { Also = [] }).ToList();
        return at with { Report = spot.Put(report, all[0] with { Also = [.. all.Skip(1)] }) };
    }

    private List<Key> Keys(Workpiece at, BandPlace place, Element? element, Link link)
    {
        var isRow = place.Kind == BandKind.Detail;
        var around = at.Section.Levels.Take(isRow ? at.Section.Levels.Count : place.Level).ToList();
        var keys = around.Select(l => new Key(l.By, l.Name, l.Groups is not null,
            new LevelSource { Level = l.Id })).ToList();
        if (element is ChartElement chart && !link.Whole && !ChartTypes.HasRanges(chart))
        {
            keys.Add(new(chart.Category.By, "category", chart.Category.Groups is not null || chart.Category.Largest is not null,
                new CategorySource()));
            if (chart.Series is { } series)
                keys.Add(new(series.By, "series", false, new SeriesSource()));
        }
        if (element is CrosstabElement crosstab)
            keys.AddRange(LinkElement.Clicked(crosstab, Element).Select(f =>
                new Key(f.By, f.Name, f.Groups is not null, new LevelSource { Level = f.Id })));
        // What two of them divide by in the same way is carried once.
        return [.. keys.DistinctBy(k => k.By)];
    }

    /// <summary>The lists that the link opens: of a group's level, or all on the sheet.</summary>
    private static IEnumerable<Section> Targets(Workpiece at, Link link)
    {
        if (link.Group is { } group)
            return at.Report.AllSections().Where(s => s.Id == group.Level || s.Levels.Any(l => l.Id == group.Level));
        var sheet = at.Report.Sheets.FirstOrDefault(s => s.Id == link.Sheet) ?? at.Sheet;
        return sheet.Sections;
    }

    private static Dataset? DatasetOf(ReportDefinition report, Section section) =>
        report.Datasets.FirstOrDefault(d => d.Id == section.Dataset);

    private static bool HasFieldsOf(string by, Dataset? dataset)
    {
        if (dataset is null) return false;
        try
        {
            Compiler.Compile(by, new Scope { Fields = dataset.Fields, Allowed = Phase.Row });
            return true;
        }
        catch (ExpressionException)
        {
            return false;
        }
    }

    /// <summary>The report with the lists narrowed by a parameter: by one that narrows them all already, or by a new one.</summary>
    private static (ReportDefinition Report, string Parameter) Narrowed(ReportDefinition report, List<Section> targets, Key key)
    {
        var ids = targets.Select(s => s.Id).ToHashSet();
        var (made, condition) = KeyParameter.Of(key.By, key.Words, key.Several, DatasetOf(report, targets[0])!, report.Parameters);
        foreach (var known in report.Parameters)
        {
            var same = condition[..^made.Name.Length] + known.Name;
            if (report.AllSections().Where(s => ids.Contains(s.Id)).All(s => s.Filter?.Contains(same, StringComparison.Ordinal) == true))
                return (report, known.Name);
        }
        report = report with { Parameters = [.. report.Parameters, made] };
        return (report.MapSections(s => !ids.Contains(s.Id) ? s
            : s with { Filter = s.Filter is { Length: > 0 } filter ? $"({filter}) AND {condition}" : condition }), made.Name);
    }
}
