using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Authoring.Editing;

/// <summary>
/// Brings what a copied thing needs from the report in which it was copied into the one in which it is pasted. A chart or a crosstab
/// goes on counting the rows that it counted, as rows of its own; what prints fields prints those of the same meaning. What fits neither
/// stays as it was written, and is a problem where it stands.
/// </summary>
internal sealed class Transplant(ReportDefinition source, ReportDefinition target)
{
    /// <summary>The report in which it is pasted, with what was brought so far.</summary>
    public ReportDefinition Report { get; private set; } = target;

    /// <param name="part">The part into which it is pasted.</param>
    public Element Bring(Element element, PartHome part)
    {
        var section = source.AllSections().FirstOrDefault(s => s.Elements().Any(e => e.Element.Id == element.Id));
        var (old, here) = (section is null ? null : source.DatasetOf(section),
            part.Section is null ? null : Report.DatasetOf(part.Section));
        var (filter, own) = (section is null ? "" : SectionFilter.Text(section, old, source.Parameters), OwnRowsOf(element));
        if (element is ChartElement or CrosstabElement && (own is not null || old is not null))
            element = own is not null ? WithRows(element, source.Datasets.FirstOrDefault(d => d.Id == own.Dataset), "", part)
                : IsSame(old!, here) && filter == FilterOf(part, here) ? element : WithRows(element, old, filter, part);
        else if (old is not null && here is not null) element = Bound(element, old, here);
        if (element is ImageElement { Image: { } image } && source.Images.FirstOrDefault(i => i.Id == image) is { } picture
            && Report.Images.All(i => i.Id != image)) Report = Report with { Images = [.. Report.Images, picture] };
        return WithParameters(element);
    }

    public Section Bring(Section section)
    {
        var taken = section.WithInner().Select(s => s.Dataset).OfType<string>().Distinct()
            .ToDictionary(id => id, id => source.Datasets.FirstOrDefault(d => d.Id == id) is { } dataset ? Take(dataset) : id);
        Section Renamed(Section one) => one with { Dataset = one.Dataset is { } id ? taken[id] : null };
        var holder = source with { Sheets = [new Sheet { Id = "s", Name = "", Sections = [section] }] };
        var moved = holder.MapSections(Renamed).Sheets[0].Sections[0];
        return WithParameters(moved);
    }

    private string FilterOf(PartHome part, Dataset? here) =>
        part.Section is null ? "" : SectionFilter.Text(part.Section, here, Report.Parameters);

    private static bool IsSame(Dataset a, Dataset? b) =>
        b is not null && ContentHash.Of(a with { Id = "" }).Equals(ContentHash.Of(b with { Id = "" }));

    private static ChartOwnRows? OwnRowsOf(Element element) =>
        element switch { ChartElement chart => chart.Own, CrosstabElement crosstab => crosstab.Own, _ => null };

    /// <summary>With rows of its own, matched to the groups around it that these rows have a field for.</summary>
    private Element WithRows(Element element, Dataset? dataset, string filter, PartHome part)
    {
        if (dataset is null) return element;
        var levels = part.Section is null ? [] : part.Section.Levels.Take(part.Place.Kind == BandKind.Detail
            ? part.Section.Levels.Count : part.Place.Level);
        var own = new ChartOwnRows
        {
            Dataset = Take(dataset),
            Match = [.. levels.Where(l => dataset.Fields.Any(f => Names.Quoted(f.Name) == l.By))
                .Select(l => new MatchKey { Own = l.By, Around = l.By })],
        };
        return element switch
        {
            // It followed a crosstab of the other report.
            ChartElement chart => chart with { Own = own, Rows = ChartRows.Group, Follows = null, Filter = Both(filter, chart.Filter) },
            CrosstabElement crosstab => crosstab with { Own = own, Filter = Both(filter, crosstab.Filter) },
            _ => element,
        };
    }

    private static string? Both(string filter, string? own) =>
        filter.Length == 0 ? own : own is not { Length: > 0 } ? filter : $"({filter}) AND ({own})";

    /// <summary>The id of the same dataset in the report, which then has it.</summary>
    private string Take(Dataset dataset)
    {
        if (Report.Datasets.FirstOrDefault(d => IsSame(dataset, d)) is { } there) return there.Id;
        var taken = WithParameters(dataset) with { Id = new FreeIds(Report).Next("d") };
        Report = Report with { Datasets = [.. Report.Datasets, taken] };
        return taken.Id;
    }

    private static Element Bound(Element element, Dataset old, Dataset here)
    {
        var names = FieldMapping.Propose(old, here).Where(f => f.Value is not null).ToDictionary(f => f.Key, f => f.Value!);
        string Renamed(string expression) => FieldNames.Renamed(expression, old.Fields, names);
        return element.MapTexts((form, text) => form switch
        {
            TextForm.Expression => Renamed(text),
            TextForm.Template => TextTemplate.MapExpressions(text, Renamed),
            _ => text,
        });
    }

    /// <summary>With the parameters that it names: one of the same name and kind is used, one that is there as something else is brought
    /// under another name.</summary>
    private T WithParameters<T>(T thing) where T : class
    {
        foreach (var parameter in source.Parameters.Where(p => IsNamed(thing, p.Name)))
        {
            var there = Report.Parameters.FirstOrDefault(p => string.Equals(p.Name, parameter.Name, StringComparison.OrdinalIgnoreCase));
            if (there is not null && there.Type == parameter.Type && there.Shape == parameter.Shape) continue;
            var name = ParameterNames.Free(parameter.Name, Report.Parameters);
            if (name != parameter.Name) thing = thing.MapTexts((form, text) => RenameParameter.Renamed(form, text, parameter.Name, name));
            // Before what it names itself is brought, so that a circle ends.
            Report = Report with { Parameters = [.. Report.Parameters, parameter with { Name = name }] };
            var brought = WithParameters(parameter with { Name = name });
            if (brought.Choices is DatasetChoices choices && source.Datasets.FirstOrDefault(d => d.Id == choices.Dataset) is { } dataset)
                brought = brought with { Choices = choices with { Dataset = Take(dataset) } };
            Report = Report with { Parameters = [.. Report.Parameters.Select(p => p.Name == name ? brought : p)] };
        }
        return thing;
    }

    private static bool IsNamed<T>(T thing, string parameter) where T : class
    {
        var found = false;
        thing.MapTexts((form, text) =>
        {
            found |= RenameParameter.Renamed(form, text, parameter, parameter + "_") != text;
            return text;
        });
        return found;
    }
}
