using LucidLattice.Data.Grouping;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Layout;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Running;

/// <summary>
/// One run of a report: a snapshot as of a time. It answers how many pages each sheet has, what a page shows, which groups
/// there are and what their totals and charts say. It can be asked by several threads at once.
/// </summary>
public sealed class ReportRun : ISized
{
    private IReadOnlyList<Problem> _problems;
    private readonly ITypesetter _typesetter;
    private readonly Itself _itself = new();

    internal ReportRun(
        ReportDefinition report, ParameterValues parameters, DateTime asOf, List<Problem> problems, RunData? data, ITypesetter typesetter,
        ILinkProof? proof = null, bool rowByRow = false)
    {
        (Report, Parameters, AsOf, _problems, Data, _typesetter, Proof) = (report, parameters, asOf, problems, data, typesetter, proof);
        Layout = new PartLayout(Measuring(null)) { RowByRow = rowByRow };
        Sheets = data is null ? [] : [.. data.Plan.Sheets.Select(sheet => new SheetPages(data, sheet, Layout))];
    }

    public ReportDefinition Report { get; }
    public ParameterValues Parameters { get; }

    /// <summary>The time of the data, in the report's zone.</summary>
    public DateTime AsOf { get; }
    public IReadOnlyList<Problem> Problems => _problems;

    /// <summary>The figures; null if the report could not run, in which case the problems say why.</summary>
    public RunData? Data { get; }

    /// <summary>The pages of each sheet; the first is shown first. Empty if the report could not run.</summary>
    public IReadOnlyList<SheetPages> Sheets { get; }

    /// <summary>Vouches for values that only links may carry.</summary>
    public ILinkProof? Proof { get; }

    internal PartLayout Layout { get; }

    /// <summary>The pages of all sheets, as far as they are known.</summary>
    public int PageCount => Sheets.Sum(s => s.Index.Count);

    /// <summary>True once the last page of every sheet is known.</summary>
    public bool IsComplete => Sheets.All(s => s.Index.IsComplete);

    public IEnumerable<ISized> Parts => Data is null ? [_itself] : [_itself, .. Sheets.Select(s => s.Index), .. Data.Parts];

    public long Bytes => Parts.Sum(p => p.Bytes);

    /// <summary>The report's title with its values, as documents carry it in their metadata.</summary>
    public string Title => Report.Title;

    /// <summary>Finds where every page of every sheet starts.</summary>
    /// <param name="enough">Tells that it has taken long enough; the pages found until then are there.</param>
    public void Grow(CancellationToken cancel, CancellationToken enough = default)
    {
        var effort = new Effort(cancel, enough: enough);
        foreach (var sheet in Sheets)
        {
            sheet.Index.Grow(effort);
            if (sheet.Index.CutOff is not { } why) continue;
            var message = $"The rest of the sheet “{sheet.Plan.Sheet.Name}” is missing here, since {why}.";
            // A new list, since somebody may be reading the old one.
            _problems = [.. _problems,
                new("sheet-cut-off", Severity.Warning, message, sheet.Plan.Sheet.Id,
                Mends: ["Filter the rows, or match inner lists to what is around them."])];
        }
    }

    /// <summary>Draws a page of a sheet.</summary>
    /// <param name="number">From 1.</param>
    /// <param name="spoken">True to say what is a heading, a table, a row; outputs that nobody hears need not know.</param>
    public PageDrawing Page(SheetPages sheet, int number, bool spoken = false)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(number, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(number, sheet.Index.Count);
        var items = new List<DrawItem>();
        // Until the last page is known, texts print its number as nothing.
        var roles = spoken ? new PageRoles(items) : null;
        sheet.Paint(number, sheet.Index.IsComplete ? sheet.Index.Count : null, Painter(Layout, items, roles: roles), () => roles?.End());
        roles?.End();
        return new PageDrawing(Report.Page.Width, Report.Page.Height, items);
    }

    /// <summary>Draws a page of the report: those of the first sheet come first.</summary>
    /// <param name="number">From 1 to <see cref="PageCount"/>.</param>
    public PageDrawing Page(int number, bool spoken = false)
    {
        var (sheet, own) = SheetOf(number);
        return Page(sheet, own, spoken);
    }

    /// <summary>
    /// What a sheet says, page by page, for outputs without pages: with its headings, paragraphs and tables, of which one may go on from
    /// page to page, and without what every page prints anew.
    /// </summary>
    public IEnumerable<IReadOnlyList<DrawItem>> Flowing(SheetPages sheet)
    {
        var items = new List<DrawItem>();
        var roles = new PageRoles(items);
        // Where there are no pages, contents name none.
        var painter = Painter(Layout, items, pageOf: (_, _, _) => null, roles);
        for (var page = 1; page <= sheet.Index.Count; page++)
        {
            sheet.PaintFlow(page, painter);
            if (page == sheet.Index.Count) roles.End();
            yield return [.. items];
            items.Clear();
        }
    }

    /// <summary>The sheet on which a page of the report is, and its number there.</summary>
    public (SheetPages Sheet, int Number) SheetOf(int number)
    {
        foreach (var sheet in Sheets)
        {
            if (number <= sheet.Index.Count) return (sheet, number);
            number -= sheet.Index.Count;
        }
        throw new ArgumentOutOfRangeException(nameof(number));
    }

    /// <summary>The sheet with an id, the first one for null; null if there is none.</summary>
    public SheetPages? Sheet(string? id) => id is null ? Sheets.FirstOrDefault() : Sheets.FirstOrDefault(s => s.Plan.Sheet.Id == id);

    /// <summary>What the elements of this run are measured with.</summary>
    /// <param name="mostLines">Of each crosstab, at most so many rows; null for all.</param>
    public Measuring Measuring(int? mostLines) => new(_typesetter, id => Data?.Crosstabs.GetValueOrDefault(id),
        (id, around, frame) => Data?.OwnRows(id, around, frame)) { MostLines = mostLines };

    /// <summary>Paints band parts of this run.</summary>
    /// <param name="pageOf">The page on which a group begins; null asks the pages of this run.</param>
    public PartPainter Painter(PartLayout layout, List<DrawItem> items, Func<GroupTree, int, int, int?>? pageOf = null,
        PageRoles? roles = null, List<ChartPicture>? pictures = null)
        => new(layout, new Painting(_typesetter, Languages.Culture(Report.Language), Data!.Charts, Proof, items)
        {
            Frame = new(), OwnRows = Data.OwnRows, Figures = id => Data.Crosstabs.GetValueOrDefault(id), PageOf = pageOf ?? PageOf,
            OpenName = OpenName, Pictures = pictures,
        }, roles);

    /// <summary>What tells a group from all others, for whoever opens it.</summary>
    private string OpenName(GroupTree tree, int level, int group)
    {
        if (Data!.Sections.FirstOrDefault(s => ReferenceEquals(s.Tree, tree)) is not { } section) return "";
        var frame = section.NewFrame();
        return OpenedGroups.NameOf(section.Plan.Levels[level - section.Plan.Base - 1].Level.Id, OpenedGroups.Keys(tree, section.Plan.Base,
            level, group, (at, of) => section.KeyOf(at, of, frame) is { IsNull: false } key ? key.Invariant : null));
    }

    private int? PageOf(GroupTree tree, int level, int group)
    {
        foreach (var sheet in Sheets)
            if (sheet.Plan.Sections.FirstOrDefault(s => ReferenceEquals(Data![s].Tree, tree)) is { } section)
                return sheet.PageOf(section, level, group);
        return null;
    }

    /// <summary>The definition, the plan, remembered lines: about what a run takes besides its data.</summary>
    private sealed class Itself : ISized
    {
        public long Bytes => 200_000;
    }
}
