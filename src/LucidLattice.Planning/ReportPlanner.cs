using LucidLattice.Data;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Planning;

/// <summary>Turns a definition into a plan, and finds everything that is wrong with it before anything runs.</summary>
public sealed class ReportPlanner
{
    private readonly ReportDefinition _report;
    private readonly Func<Dataset, IReadOnlySet<string>>? _repeated;
    private readonly List<Problem> _problems;
    private readonly LinkPlanner _links;

    private ReportPlanner(ReportDefinition report, IReportCatalog catalog, Func<Dataset, IReadOnlySet<string>>? repeated,
        List<Problem> problems)
        => (_report, _repeated, _problems, _links) = (report, repeated, problems, new LinkPlanner(report, catalog, problems));

    /// <summary>Plans the report. The plan is null if there is nothing that could be printed.</summary>
    /// <param name="repeated">Gives the fields that joins repeat, as <see cref="IRowReader.Repeated"/> finds them; null if nobody
    /// asks.</param>
    public static (ReportPlan? Plan, IReadOnlyList<Problem> Problems) Plan(
        ReportDefinition report, IReportCatalog catalog, Func<Dataset, IReadOnlySet<string>>? repeated = null)
    {
        var problems = StructureChecks.Check(report).ToList();
        if (problems.Any(p => p.IsError)) return (null, problems);
        return (new ReportPlanner(report, catalog, repeated, problems).Plan(), problems);
    }

    private ReportPlan Plan() => new(_report, [.. _report.Sheets.Select(PlanSheet)]);

    private SheetPlan PlanSheet(Sheet sheet)
    {
        var scopes = new List<SectionScope>();
        var sections = new SectionPlanner(_report, _links, ScopeOf, scopes, _problems)
            .PlanAll(sheet.Sections, 0, SectionPlaces.BodyWidth(_report.Page, sheet), around: null);
        // Page bands see the first section's fields, and may wear the columns of any.
        var first = scopes.First(s => s.Section == sheet.Sections[0]);
        var page = new SectionScope(_report, first.Section with { Levels = [] }, first.Dataset, new HashSet<string>(), 0, _links,
            _problems) 
        {
            Running = first.Running, LevelsOnPage = first.Section.Levels, Width = _report.Page.BodyWidth,
        };
        foreach (var (id, column) in scopes.SelectMany(s => s.Columns)) page.Columns.TryAdd(id, column);
        var (header, footer) =
            (PageBand(sheet.PageHeader, BandKind.PageHeader, page), PageBand(sheet.PageFooter, BandKind.PageFooter, page));
        sections[0] = sections[0] with
        {
            UsedFields = sections[0].UsedFields.Concat(page.Used).ToHashSet(), ReadsAllRows = sections[0].ReadsAllRows || page.ReadsAllRows,
        };
        return new SheetPlan(sheet, header, footer, sections, page.PageTotals)
        {
            Watermark = sheet.Watermark is { } mark ? PageBand(Behind(sheet, mark), BandKind.PageHeader, page)[0] : null,
            Background = sheet.Background is { } picture ? PageBand(Behind(sheet, picture), BandKind.PageHeader, page)[0] : null,
            LookHeader = OfLook(sheet) is { } own ? PageBand(own, BandKind.PageHeader, page)[0] : null,
            Start = sheet.Columns is { Across: true, Start: { Length: > 0 } start } ? PlanStart(sheet, start) : null,
        };
    }

    /// <summary>A watermark as a band of one line over the width of the page.</summary>
    private Band Behind(Sheet sheet, Watermark mark)
    {
        var text = new TextElement
        {
            Id = $"{sheet.Id}-watermark", Width = _report.Page.BodyWidth, Height = mark.Size * ResolvedStyle.LineSpacing, Text = mark.Text,
            When = mark.When,
            Style = new Style { Role = StyleRole.Title, Size = mark.Size, Color = mark.Color, Turn = mark.Turn, Align = Alignment.Centre },
        };
        return new Band { Parts = [new BandPart { Id = text.Id, Height = text.Height, Elements = [text] }] };
    }

    /// <summary>A picture as a band that is as high as the page.</summary>
    private Band Behind(Sheet sheet, PageBackground picture)
    {
        var page = _report.Page;
        var image = new ImageElement
        {
            Id = $"{sheet.Id}-background", Image = picture.Image, When = picture.When, Opacity = picture.Opacity, Stretch = !picture.Within,
            X = picture.Within ? 0 : -page.Left, Y = picture.Within ? page.Top : 0,
            Width = picture.Within ? page.BodyWidth : page.Width,
            Height = picture.Within ? page.Height - page.Top - page.Bottom : page.Height,
        };
        return new Band { Parts = [new BandPart { Id = image.Id, Height = page.Height, Elements = [image] }] };
    }

    /// <summary>The words and the logo of the look as a band that is as high as the upper margin; null without any, or where the margin is
    /// too low.</summary>
    private Band? OfLook(Sheet sheet)
    {
        const double Gap = 6, MostHigh = 40, LogoWidth = 160;
        var (look, page) = (Looks.Of(_report), _report.Page);
        var height = Math.Min(MostHigh, page.Top - 2 * Gap);
        if (look is { Header: null or "", Logo: null } || height < Gap) return null;
        var elements = new List<Element>();
        if (look.Logo is { } logo)
            elements.Add(new ImageElement { Id = $"{sheet.Id}-logo", Image = logo, X = Math.Max(0, page.BodyWidth - LogoWidth),
                Width = Math.Min(LogoWidth, page.BodyWidth), Y = (page.Top - height) / 2, Height = height,
                Style = new Style { Align = Alignment.Right } });
        if (look.Header is { Length: > 0 } words)
            elements.Add(new TextElement { Id = $"{sheet.Id}-look", Text = words, Width = Math.Max(40, page.BodyWidth - LogoWidth - Gap),
                Y = Math.Max(0, page.Top / 2 - 6), Height = 12, Style = new Style { Role = StyleRole.Note } });
        return new Band { Parts = [new BandPart { Id = elements[0].Id, Height = page.Top, Elements = elements }] };
    }

    private Compiled? PlanStart(Sheet sheet, string start)
    {
        var scope = new Scope { Parameters = _report.Parameters, Allowed = Phase.Constant };
        try
        {
            var value = Compiler.Compile(start, scope);
            if (value.Type.IsNumber()) return value;
            _problems.Add(new("type-mismatch", Severity.Error, $"The first place that is filled is a number, but {start} is "
                + $"{value.Type.Words()}.", sheet.Id, "columns", Mends: ["Ask for a whole number."]));
        }
        catch (ExpressionException e)
        {
            _problems.Add(new(e.Code, Severity.Error, e.Message, sheet.Id, "columns", e.Position, e.Mend is null ? null : [e.Mend]));
        }
        return null;
    }

    private SectionScope ScopeOf(Section section)
    {
        var dataset = _report.DatasetOf(section);
        var repeated = dataset is null || _repeated is null ? new HashSet<string>() : _repeated(dataset);
        return new SectionScope(_report, section, dataset, repeated, section.Match.Count, _links, _problems);
    }

    private static List<PartPlan> PageBand(Band band, BandKind kind, SectionScope scope)
        => [.. band.Parts.Select(part => SectionPlanner.Part(part, new BandPlace(kind), scope, [], new Dictionary<string, SectionPlan>()))];
}
