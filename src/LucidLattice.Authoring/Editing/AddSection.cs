using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Where a new list stands: below the section that is named, beside it, inside of one of its bands, or on a sheet of its
/// own.</summary>
public enum SectionPlaceKind { Below, Beside, Inside, Sheet }

/// <summary>Adds a list of another dataset's rows, with its first fields as columns. Inside of a band it is matched to what is around it on
/// the fields that have the names of the levels' keys.</summary>
public sealed record AddSection : Edit
{
    private const int FirstColumns = 5;

    public required SectionPlaceKind Place { get; init; }

    /// <summary>Of a list inside: the band.</summary>
    public BandKind Band { get; init; }
    public int Level { get; init; }

    /// <summary>The id of a dataset of the report, or a kept one that it does not have yet.</summary>
    public string? Dataset { get; init; }
    public Dataset? Kept { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var id = Dataset;
        if (Kept is not null) (at, id) = KeptDatasets.Take(at, Kept);
        var dataset = at.Report.Datasets.FirstOrDefault(d => d.Id == id)
            ?? throw new EditException(id is null ? "Say whose rows the list shows." : $"The report has no dataset “{id}”.");
        var around = at.Section;
        var levels = Place != SectionPlaceKind.Inside ? [] : around.Levels.Take(Band == BandKind.Detail ? around.Levels.Count : Level);
        var spot = new Spot();
        if (Place == SectionPlaceKind.Inside)
        {
            if (new BandPlace(Band, Level).IsPageBand) throw new EditException("A page header or footer holds no list.");
            (at, var part) = at.TextPart(new BandPlace(Band, Level));
            spot = new Spot { In = part.Id };
        }
        var width = at.BodyWidth / (Place == SectionPlaceKind.Beside ? 2 : 1);
        var matched = dataset.Fields.Where(f => levels.Any(l => l.By == Names.Quoted(f.Name))).Select(f => f.Name).ToHashSet();
        var section = Made(at, dataset, width, matched) with
        {
            Match = [.. levels.Where(l => dataset.Fields.Any(f => Names.Quoted(f.Name) == l.By))
                .Select(l => new MatchKey { Own = l.By, Around = l.By })],
            Beside = Place == SectionPlaceKind.Beside,
        };
        return at with { Report = Placed(at, section, spot) };
    }

    private ReportDefinition Placed(Workpiece at, Section section, Spot inside)
    {
        if (Place == SectionPlaceKind.Inside) return new SectionItem(section).Insert(at.Report, inside);
        if (Place == SectionPlaceKind.Sheet)
            return new SheetItem(new Sheet { Id = new FreeIds(at.Report).Like("sheet1"), Name = "Sheet", Sections = [section] })
                .Insert(at.Report, new Spot());
        var sheet = at.Report.Sheets.FirstOrDefault(s => s.Sections.Any(own => own.Id == at.Section.Id))
            ?? throw new EditException("A list inside of another one has nothing below it; put it into a band.");
        var index = sheet.Sections.ToList().FindIndex(s => s.Id == at.Section.Id) + 1;
        return new SectionItem(section).Insert(at.Report, new Spot { In = sheet.Id, Index = index });
    }

    private static Section Made(Workpiece at, Dataset dataset, double width, IReadOnlySet<string> matched)
    {
        var ids = new FreeIds(at.Report);
        var fields = FirstFields.Of(dataset, FirstColumns, matched);
        var columns = fields.Select(f => new Column
        {
            Id = ids.Like("c1"), Heading = f.Caption, Expression = Names.Quoted(f.Name), Width = Math.Floor(width / fields.Count),
        }).ToList();
        return new Section
        {
            Id = ids.Like("s1"),
            Dataset = dataset.Id,
            Columns = columns,
            ReportHeader = new Band
            {
                Parts = [new BandPart { Id = ids.Like("p1"), Repeat = true,
                    Elements = [.. columns.Select(c => new HeadingElement { Id = ids.Like("h1"), Column = c.Id, Y = 4, Height = 12 })] }],
            },
            Detail = new Band
            {
                Parts = [new BandPart { Id = ids.Like("p1"),
                    Elements = [.. columns.Select(c => new CellElement { Id = ids.Like("e1"), Column = c.Id, Y = 1.5, Height = 13 })] }],
            },
        };
    }
}
