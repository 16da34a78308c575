using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Planning;

/// <summary>What can be wrong with a definition apart from its expressions: shape, ids, names, lengths.</summary>
public static class StructureChecks
{
    private const int MostSections = 100, MostLevels = 12, MostColumns = 20;

    public static IEnumerable<Problem> Check(ReportDefinition report)
    {
        if (report.Title.Trim().Length == 0)
            yield return Warning("no-title", "The report has no title.", null, "title", "Give it a title.");
        if (report.Sheets.Count == 0 || report.Sheets.Any(sheet => sheet.Sections.Count == 0))
        {
            yield return Error("sheet-count", "A report needs a sheet, and each of its sheets a section.", null, "sheets",
                "Add a section, or take the empty sheet out.");
            yield break;
        }
        if (report.AllSections().Count() > MostSections)
        {
            yield return Error("too-many-sections", $"A report has at most {MostSections} sections.", null, "sheets", "Take some out.");
            yield break;
        }
        if (AmountChecks.Check(report) is { } amount)
        {
            yield return amount;
            yield break;
        }
        var page = report.Page;
        // Written so that what is no number fails too.
        var fits = page.Width is >= 72 and <= 14400 && page.Height is >= 72 and <= 14400 && page.BodyWidth >= 36
            && page.Height - page.Top - page.Bottom >= 72
            && Math.Min(Math.Min(page.Left, page.Right), Math.Min(page.Top, page.Bottom)) >= 0;
        if (!fits)
            yield return Error("page-size", "The page leaves no room to print on.", null, "page",
                "Make the page larger or its margins smaller (lengths are in points).");

        if (!Languages.IsKnown(report.Language))
            yield return Warning("unknown-language", $"“{report.Language}”, the report's language, is not known; texts are sorted and "
                + "numbers written without one.", null, "language", "Write it as en-GB, de-DE or pt-BR.");
        if (report.FiscalYearStart is < 1 or > 12)
            yield return Warning("bad-month", $"Fiscal years cannot begin with the month {report.FiscalYearStart}.", null,
                "fiscalYearStart", "Use 1 for January to 12 for December.");
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(report.TimeZone, out _))
            yield return Warning("unknown-time-zone", $"“{report.TimeZone}” is no known time zone; UTC is used.", null, "timeZone",
                "Use a name such as Europe/London.");
        if (!Currencies.IsCode(report.Currency))
            yield return Warning("bad-currency", $"“{report.Currency}”, the report's currency, is no ISO 4217 code.", null, "currency",
                "Write it as EUR.");
        if (report.Look is { } look && Looks.All.All(l => l.Id != look))
            yield return Warning("unknown-look", $"There is no look called “{look}”; the usual one is used.", null, "look",
                $"Use {string.Join(", ", Looks.All.Select(l => l.Id))}.");
        if (report.OwnLook is { } own && ReportLooks.WhyNot(new(own, report.Images.FirstOrDefault(i => i.Id == own.Logo))) is { } bad)
            yield return Error("bad-look", bad, null, "look", "Choose it again.");
        if (report.Colors.Count > TiedColor.Most)
            yield return Error("too-many-colors", $"A report ties colours to at most {TiedColor.Most} values.", null, "colors",
                "Give fewer.");
        if (report.Colors.FirstOrDefault(c => !HexColors.IsColor(c.Color)) is { } wrong)
            yield return Error("bad-color", $"“{wrong.Color}”, the colour of “{wrong.Value}”, is no colour.", null, "colors",
                "Write it as #0B5D5B.");
        var bytes = report.Images.Select(i => i.Data.Length * 3L / 4).ToList();
        if (bytes.Any(b => b > ReportImage.MostBytes + 2) || bytes.Sum() > ReportImage.MostBytesOfAll + 2)
            yield return Error("images-too-large", $"An image has at most {ReportImage.MostBytes >> 20} MB, all of a report together "
                + $"{ReportImage.MostBytesOfAll >> 20} MB.", null, "images", "Make them smaller, or take some out.");
        foreach (var problem in Parameters(report).Concat(Datasets(report)).Concat(Ids(report)).Concat(Shades(report))
            .Concat(Levels(report)).Concat(Sizes(report)).Concat(Elements(report))) yield return problem;
    }

    private static IEnumerable<Problem> Parameters(ReportDefinition report)
    {
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        foreach (var parameter in report.Parameters)
        {
            if (parameter.Name.Length == 0 || !(char.IsLetter(parameter.Name[0]) || parameter.Name[0] == '_')
                || !parameter.Name.All(c => char.IsLetterOrDigit(c) || c == '_'))
                yield return Error("bad-name", $"“{parameter.Name}” is no name for a parameter.", parameter.Name, "name",
                    "Use letters, digits and underscores, starting with a letter.");
            if (!seen.Add(parameter.Name))
                yield return Error("duplicate-name", $"Two parameters are called “{parameter.Name}”.", parameter.Name, "name",
                    "Rename one of them.");
            if (!parameter.Type.IsDeclarable())
                yield return Error("bad-type", $"The parameter “{parameter.Name}” has no usable type.", parameter.Name, "type",
                    "Choose text, whole, decimal, double, date, dateTime or bool.");
            if (parameter.Shape == ParameterShape.Period && !parameter.Type.IsTime())
                yield return Error("bad-type", $"“{parameter.Caption}” is a period, so its type has to be a date.", parameter.Name, "type",
                    "Choose date, or one value.");
            if (parameter.Shape == ParameterShape.Period && parameter.Choices is not null)
                yield return Error("bad-choices", $"“{parameter.Caption}” is a period, which is not chosen from a list.", parameter.Name,
                    "choices", "Remove the choices.");
            if (parameter.Choices is DatasetChoices chosen && report.Datasets.All(d => d.Id != chosen.Dataset))
                yield return Error("unknown-dataset",
                    $"The choices of “{parameter.Caption}” come from the dataset “{chosen.Dataset}”, which the report does not have.",
                    parameter.Name, "choices", "Choose one of the report's datasets.");
            if (parameter.Default == "*" && parameter.Every is null)
                yield return Error("no-every", $"The default of “{parameter.Caption}” is every one, which is no choice of it.",
                    parameter.Name, "default", "Offer every one, or give another default.");
        }
    }

    private static IEnumerable<Problem> Datasets(ReportDefinition report)
    {
        foreach (var section in report.AllSections().Where(s => s.Dataset is not null && report.DatasetOf(s) is null))
            yield return Error(
                "unknown-dataset", $"The section reads the dataset “{section.Dataset}”, which the report does not have.", section.Id,
                "dataset",
                "Choose one of the report's datasets.");
        foreach (var twice in report.Datasets.GroupBy(d => d.Id).Where(g => g.Count() > 1))
            yield return Error("duplicate-id", $"{twice.Count()} datasets have the id “{twice.Key}”.", twice.Key, "datasets",
                "Give each its own id.");
        foreach (var problem in report.Datasets.SelectMany(DatasetChecks.Check)) yield return problem;
    }

    private static IEnumerable<Problem> Shades(ReportDefinition report)
    {
        foreach (var part in report.AllParts().Where(p => p.Shade is not null))
            if (part.Shade!.Every is < 1 or > RowShade.Most || !HexColors.IsColor(part.Shade.Color))
                yield return Error("bad-shade", $"Rows are tinted by 1 to {RowShade.Most} in turn, in a colour such as #F2F5F1.", part.Id,
                    "shade", "Give both as they can be.");
        foreach (var part in report.AllParts())
        {
            if (part.BreakEvery is < 1)
                yield return Error("bad-break", $"A new page after {part.BreakEvery} rows would never end.", part.Id, "breakEvery",
                    "Give 1 or more, or leave it out.");
            if (part.LeastRoom is { } room && !(room is >= 0 and <= 14400))
                yield return Error("bad-size", $"A part cannot ask for {room} points of room.", part.Id, "leastRoom",
                    "Lengths are in points, 0 or more.");
        }
        foreach (var problem in report.AllSections().SelectMany(s => s.Levels).Select(Groupings.WhyNot).OfType<Problem>())
            yield return problem;
    }

    private static IEnumerable<Problem> Ids(ReportDefinition report)
    {
        var parts = report.AllSections().SelectMany(s => s.Bands()).Concat(report.Sheets.SelectMany(s => s.PageBands()))
            .SelectMany(b => b.Band.Parts);
        var ids = report.AllElements().SelectMany(e => e.AllIds()).Concat(parts.Select(p => p.Id)).Concat(report.Sheets.Select(s => s.Id))
            .Concat(report.AllSections().SelectMany(s => s.Levels.Select(l => l.Id).Concat(s.Columns.Select(c => c.Id)).Append(s.Id)));
        foreach (var twice in ids.GroupBy(id => id).Where(g => g.Count() > 1))
            yield return Error("duplicate-id", $"The id “{twice.Key}” is used {twice.Count()} times.", twice.Key, "id",
                "Give each its own id.");
    }

    private static IEnumerable<Problem> Levels(ReportDefinition report)
    {
        foreach (var section in report.AllSections())
        {
            foreach (var twice in section.Levels.GroupBy(l => l.Name, StringComparer.OrdinalIgnoreCase).Where(g => g.Count() > 1))
                yield return Error("duplicate-name", $"Two levels are called “{twice.Key}”.", twice.Last().Id, "name",
                    "Rename one of them.");
            if (section.Levels.Count > MostLevels)
                yield return Error("too-many-levels", $"A section has at most {MostLevels} levels.", section.Id, "levels", "Remove some.");
            if (section.Levels.Count > 0 && section.Dataset is null)
                yield return Error("no-dataset", "A section without a dataset has nothing to group.", section.Id, "levels",
                    "Choose a dataset.");
            if (section.Match.Count > 0 && section.Dataset is null)
                yield return Error("no-dataset", "A section without a dataset has nothing to match.", section.Id, "match",
                    "Choose a dataset.");
        }
        foreach (var section in report.Sheets.SelectMany(s => s.Sections).Where(s => s.Match.Count > 0))
            yield return Error("match-nothing", "This section stands on the sheet, so there are no rows around it to match.", section.Id,
                "match", "Remove the match.");
        foreach (var sheet in report.Sheets)
            if (sheet.PageBands().SelectMany(b => b.Band.Parts).FirstOrDefault(p => p.Sections.Count > 0) is { } part)
                yield return Error("section-in-page-band", "A page header or footer has no room for a list.", part.Id, "sections",
                    "Move the section to another band.");
    }

    private static IEnumerable<Problem> Sizes(ReportDefinition report)
    {
        var body = report.Page.Height - report.Page.Top - report.Page.Bottom;
        foreach (var section in report.AllSections())
        {
            foreach (var column in section.Columns.Where(c => !(c.Width is >= 8 and <= 14400)))
                yield return Error("bad-size", $"The column “{column.Heading}” is {column.Width} points wide.", column.Id, "width",
                    "Choose 8 points or more.");
            if (section.Width is not (null or >= 36 and <= 14400))
                yield return Error("bad-size", "A section is at least 36 points wide.", section.Id, "width", "Make it wider.");
            foreach (var problem in section.Bands().SelectMany(b => PartSizes(b.Band, report))) yield return problem;
        }
        foreach (var sheet in report.Sheets)
        {
            foreach (var problem in sheet.PageBands().SelectMany(b => PartSizes(b.Band, report))) yield return problem;
            if (sheet.PageBands().Sum(b => b.Band.Parts.Sum(p => p.Height)) > body / 2)
                yield return Error("page-bands-too-high", "Page header and footer leave less than half of the page.", sheet.Id,
                    "pageHeader", "Make them lower.");
            if (sheet.Watermark is { } mark && (!HexColors.IsColor(mark.Color) || !(mark.Size is >= 4 and <= 72)
                || !(mark.Turn is >= -360 and <= 360)))
                yield return Error("bad-watermark", "A watermark has a colour such as #E4E7E4, 4 to 72 points, and up to 360 degrees.",
                    sheet.Id, "watermark", "Give each as it can be.");
            if (sheet.Background is { } picture && (report.Images.All(i => i.Id != picture.Image) || !(picture.Opacity is >= 0 and <= 1)))
                yield return Error("bad-background", "What lies behind the pages is one of the report's images, drawn with 0 to 1 of its "
                    + "strength.", sheet.Id, "background", "Choose the file again, or take it away.");
            if (sheet.Columns is not null
                && (sheet.Columns is not { Count: >= 1 and <= MostColumns, Gap: >= 0 and <= 14400 }
                || SectionPlaces.BodyWidth(report.Page, sheet) < 36))
                yield return Error("bad-columns", "The columns of the pages leave no room to print on.", sheet.Id, "columns",
                    "Take fewer columns, or less room between them.");
        }
    }

    private static IEnumerable<Problem> PartSizes(Band band, ReportDefinition report)
    {
        foreach (var part in band.Parts)
        {
            if (part.Height is not (null or >= 0 and <= 14400))
                yield return Error("bad-size", $"A band part is {part.Height} points high.", part.Id, "height", "Choose 0 points or more.");
            foreach (var element in part.Elements.Where(HasPlace).Where(e => IsBeyond(e, report.Page)))
                yield return Warning("outside-page", "This element reaches beyond the edge of the paper, where it is cut.", element.Id, "x",
                    "Move it onto the page, or make it narrower.");
            foreach (var element in part.Elements.Where(e => !HasPlace(e)))
                yield return Error("bad-size", "An element lies outside of the page or has no size.", element.Id, "width",
                    "Lengths are in points from the band's top left corner.");
        }
    }

    /// <summary>True for what has a place of its own and does not lie on the paper with all of it.</summary>
    private static bool IsBeyond(Element element, PageSetup page) =>
        element.Column is null && !ElementKinds.KindOf(element).InColumn
        && (page.Left + element.X < -0.5 || page.Left + element.X + element.Width > page.Width + 0.5);

    private static bool HasPlace(Element element)
        => element.Height is >= 0 and <= 14400 && element.Y is >= 0 and <= 14400
            && (element.Column is not null || ElementKinds.KindOf(element).InColumn
            || (element.Width is > 0 and <= 14400 && element.X is >= -1000 and <= 14400));

    /// <summary>What each kind of element knows of its own, and what all have.</summary>
    private static IEnumerable<Problem> Elements(ReportDefinition report)
    {
        foreach (var element in report.AllElements())
        {
            foreach (var problem in StyleChecks.Check(element)) yield return problem;
            foreach (var problem in ElementKinds.KindOf(element).Check(element, report)) yield return problem;
        }
    }

    private static Problem Error(string code, string message, string? place, string property, string mend) =>
        new(code, Severity.Error, message, place, property, Mends: [mend]);

    private static Problem Warning(string code, string message, string? place, string property, string mend) =>
        new(code, Severity.Warning, message, place, property, Mends: [mend]);
}
