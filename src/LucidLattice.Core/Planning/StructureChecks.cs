using LucidLattice.Core.Definitions;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Planning;

/// <summary>What can be wrong with a definition apart from its expressions: shape, ids, names, lengths.</summary>
public static class StructureChecks
{
    public static IEnumerable<Problem> Of(ReportDefinition report)
    {
        if (report.Title.Trim().Length == 0) yield return Warning("no-title", "The report has no title.", null, "title", "Give it a title.");
        if (report.Sheets is not [{ Sections: [_] }])
        {
            yield return Error("sheet-count", "This version prints reports with one sheet of one section.", null, "sheets", "Keep one sheet with one section.");
            yield break;
        }
        var page = report.Page;
        // Written so that what is no number fails too.
        var fits = page.Width is >= 72 and <= 14400 && page.Height is >= 72 and <= 14400 && page.BodyWidth >= 36 && page.Height - page.Top - page.Bottom >= 72
            && Math.Min(Math.Min(page.Left, page.Right), Math.Min(page.Top, page.Bottom)) >= 0;
        if (!fits)
            yield return Error("page-size", "The page leaves no room to print on.", null, "page", "Make the page larger or its margins smaller (lengths are in points).");

        if (!Currencies.IsCode(report.Currency)) yield return Warning("bad-currency", $"“{report.Currency}”, the report's currency, is no ISO 4217 code.", null, "currency", "Write it as EUR.");
        foreach (var problem in Parameters(report).Concat(Datasets(report)).Concat(Ids(report)).Concat(Levels(report)).Concat(Sizes(report)).Concat(Colors(report))) yield return problem;
    }

    private static IEnumerable<Problem> Parameters(ReportDefinition report)
    {
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        foreach (var parameter in report.Parameters)
        {
            if (parameter.Name.Length == 0 || !(char.IsLetter(parameter.Name[0]) || parameter.Name[0] == '_') || !parameter.Name.All(c => char.IsLetterOrDigit(c) || c == '_'))
                yield return Error("bad-name", $"“{parameter.Name}” is no name for a parameter.", parameter.Name, "name", "Use letters, digits and underscores, starting with a letter.");
            if (!seen.Add(parameter.Name)) yield return Error("duplicate-name", $"Two parameters are called “{parameter.Name}”.", parameter.Name, "name", "Rename one of them.");
            if (!parameter.Type.IsDeclarable()) yield return Error("bad-type", $"The parameter “{parameter.Name}” has no usable type.", parameter.Name, "type", "Choose text, whole, decimal, double, date, dateTime or bool.");
            if (parameter.Shape == ParameterShape.Period && !parameter.Type.IsTime()) yield return Error("bad-type", $"“{parameter.Caption}” is a period, so its type has to be a date.", parameter.Name, "type", "Choose date, or one value.");
            if (parameter.Shape == ParameterShape.Period && parameter.Choices is not null) yield return Error("bad-choices", $"“{parameter.Caption}” is a period, which is not chosen from a list.", parameter.Name, "choices", "Remove the choices.");
            if (parameter.Choices is DatasetChoices chosen && report.Datasets.All(d => d.Id != chosen.Dataset)) yield return Error("unknown-dataset", $"The choices of “{parameter.Caption}” come from the dataset “{chosen.Dataset}”, which the report does not have.", parameter.Name, "choices", "Choose one of the report's datasets.");
            if (parameter.Default == "*" && parameter.Every is null) yield return Error("no-every", $"The default of “{parameter.Caption}” is every one, which is no choice of it.", parameter.Name, "default", "Offer every one, or give another default.");
        }
    }

    private static IEnumerable<Problem> Datasets(ReportDefinition report)
    {
        var section = report.MainSection();
        if (section.Dataset is not null && report.MainDataset() is null)
            yield return Error("unknown-dataset", $"The section reads the dataset “{section.Dataset}”, which the report does not have.", section.Id, "dataset", "Choose one of the report's datasets.");
        foreach (var dataset in report.Datasets)
        {
            foreach (var twice in dataset.Fields.GroupBy(f => f.Name).Where(g => g.Count() > 1))
                yield return Error("duplicate-name", $"The dataset “{dataset.Name}” has two fields called “{twice.Key}”.", dataset.Id, "fields", "Remove one of them.");
            foreach (var field in dataset.Fields.Where(f => f.Scale is < 0 or > 12 || !f.Type.IsDeclarable()))
                yield return Error("bad-type", $"The field “{field.Name}” has no usable type or scale.", dataset.Id, "fields", "A scale is 0 to 12.");
            foreach (var problem in DatasetChecks.Of(dataset)) yield return problem;
        }
    }

    private static IEnumerable<Problem> Ids(ReportDefinition report)
    {
        var section = report.MainSection();
        var ids = section.Elements().Select(e => e.Element.Id)
            .Concat(section.Bands().SelectMany(b => b.Band.Parts).Select(p => p.Id))
            .Concat(section.Levels.Select(l => l.Id)).Concat(section.Columns.Select(c => c.Id)).Append(section.Id);
        foreach (var twice in ids.GroupBy(id => id).Where(g => g.Count() > 1))
            yield return Error("duplicate-id", $"The id “{twice.Key}” is used {twice.Count()} times.", twice.Key, "id", "Give each its own id.");
    }

    private static IEnumerable<Problem> Levels(ReportDefinition report)
    {
        var section = report.MainSection();
        foreach (var twice in section.Levels.GroupBy(l => l.Name, StringComparer.OrdinalIgnoreCase).Where(g => g.Count() > 1))
            yield return Error("duplicate-name", $"Two levels are called “{twice.Key}”.", twice.Last().Id, "name", "Rename one of them.");
        if (section.Levels.Count > 12) yield return Error("too-many-levels", "A section has at most 12 levels.", section.Id, "levels", "Remove some.");
        if (section.Levels.Count > 0 && section.Dataset is null) yield return Error("no-dataset", "A section without a dataset has nothing to group.", section.Id, "levels", "Choose a dataset.");
    }

    private static IEnumerable<Problem> Sizes(ReportDefinition report)
    {
        var section = report.MainSection();
        foreach (var column in section.Columns.Where(c => !(c.Width is >= 8 and <= 14400)))
            yield return Error("bad-size", $"The column “{column.Heading}” is {column.Width} points wide.", column.Id, "width", "Choose 8 points or more.");
        foreach (var (_, band) in section.Bands())
            foreach (var part in band.Parts)
            {
                if (!(part.Height is >= 0 and <= 14400)) yield return Error("bad-size", $"A band part is {part.Height} points high.", part.Id, "height", "Choose 0 points or more.");
                foreach (var element in part.Elements)
                    if (!(element.Height is >= 0 and <= 14400) || !(element.Y is >= 0 and <= 14400) || element is FreeElement { Width: not (> 0 and <= 14400) } or FreeElement { X: not (>= -1000 and <= 14400) })
                        yield return Error("bad-size", "An element lies outside of the page or has no size.", element.Id, "width", "Lengths are in points from the band's top left corner.");
            }
        var body = report.Page.Height - report.Page.Top - report.Page.Bottom;
        foreach (var (_, element) in section.Elements().Where(e => e.Element is ChartElement && e.Element.Height > body))
            yield return Error("higher-than-page", "The chart is higher than a page, so no page could show it.", element.Id, "height", $"Make it at most {body:0} points high.");
        var pageBands = new[] { section.PageHeader, section.PageFooter }.Sum(b => b.Parts.Sum(p => p.Height));
        if (pageBands > body / 2)
            yield return Error("page-bands-too-high", "Page header and footer leave less than half of the page.", section.Id, "pageHeader", "Make them lower.");
    }

    private static IEnumerable<Problem> Colors(ReportDefinition report)
    {
        foreach (var (_, element) in report.MainSection().Elements())
            foreach (var color in new[] { element.Style?.Color, (element as ChartElement)?.Color })
                if (color is not null && !HexColors.IsColor(color))
                    yield return Error("bad-color", $"“{color}” is no colour.", element.Id, "color", "Write it as #0B5D5B.");
    }

    private static Problem Error(string code, string message, string? place, string property, string mend) => new(code, Severity.Error, message, place, property, Mends: [mend]);

    private static Problem Warning(string code, string message, string? place, string property, string mend) => new(code, Severity.Warning, message, place, property, Mends: [mend]);
}
