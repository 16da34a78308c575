namespace LucidLattice.Model.Definitions;

/// <summary>What people call the places that problems are about.</summary>
public static class PlaceNames
{
    private const int MostShown = 40;

    /// <summary>“the text “Sailings of a region””; null where nothing has this id.</summary>
    public static string? Of(ReportDefinition report, string id)
    {
        foreach (var section in report.AllSections())
        {
            if (section.Id == id) return $"the section of {Dataset(report, section)}";
            if (section.Columns.FirstOrDefault(c => c.Id == id) is { } column) return $"the column {Quoted(column.Heading)}";
            if (section.Levels.FirstOrDefault(l => l.Id == id) is { } level) return $"the level {Quoted(level.Name)}";
            foreach (var (place, band) in section.Bands())
                if (In(band, id, Where(place, section.Levels), section) is { } found) return found;
        }
        foreach (var sheet in report.Sheets)
        {
            if (sheet.Id == id) return $"the sheet {Quoted(sheet.Name)}";
            foreach (var (place, band) in sheet.PageBands())
                if (In(band, id, Where(place, []), null) is { } found) return found;
        }
        return report.Datasets.FirstOrDefault(d => d.Id == id) is { } dataset ? $"the dataset {Quoted(dataset.Name)}"
            : report.Parameters.FirstOrDefault(p => p.Name == id) is { } parameter ? $"the parameter {Quoted(parameter.Caption)}"
            : null;
    }

    private static string? In(Band band, string id, string where, Section? section)
    {
        foreach (var part in band.Parts)
        {
            if (part.Id == id) return $"a part of {where}";
            if (part.Elements.FirstOrDefault(e => e.Id == id) is { } element) return $"{Words(element, section)} in {where}";
            foreach (var field in part.Elements.OfType<CrosstabElement>().SelectMany(c => c.Fields))
                if (field.Id == id || CrosstabElement.TotalOf(field.Id) == id)
                    return $"{(field.Id == id ? "the headings of" : "the totals of")} {Quoted(field.Name)} in {where}";
        }
        return null;
    }

    public static string Words(Element element, Section? section)
    {
        string Column(string? id) => Quoted(section?.Columns.FirstOrDefault(c => c.Id == id)?.Heading ?? id ?? "");
        return element switch
        {
            TextElement text => $"the text {Quoted(text.Text)}",
            HeadingElement heading => $"the heading of {Column(heading.Column)}",
            CellElement cell => $"the value of {Column(cell.Column)}",
            TotalElement total => $"the total of {Column(total.Column)}",
            ChartElement chart => chart.Words.Title.Text is { Length: > 0 } title ? $"the chart {Quoted(title)}" : "a chart",
            CrosstabElement crosstab => $"the crosstab of {string.Join(" and ", crosstab.Fields.Select(f => Quoted(f.Name)))}",
            BoxElement => "a box",
            ImageElement => "an image",
            CodeElement code => $"the code {Quoted(code.Text)}",
            CheckboxElement => "a checkbox",
            ContentsElement => "the contents",
            _ => "a line",
        };
    }

    private static string Dataset(ReportDefinition report, Section section) =>
        report.DatasetOf(section) is { } dataset ? Quoted(dataset.Name) : "texts";

    private static string Where(BandPlace place, IReadOnlyList<Level> levels) => place.Level > 0
        ? $"the {place.Name(levels)}"
        : $"the {char.ToLowerInvariant(place.Name(levels)[0])}{place.Name(levels)[1..]}";

    private static string Quoted(string text) => $"“{(text.Length > MostShown ? text[..MostShown] + "…" : text)}”";
}
