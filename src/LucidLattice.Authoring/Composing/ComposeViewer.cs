using LucidLattice.Data.Grouping;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Authoring.Composing;

/// <summary>Draws each band of a sheet once, for a vantage in each of its sections.</summary>
public sealed class ComposeViewer
{
    /// <summary>How many rows of the detail band are shown.</summary>
    public const int DetailRows = 3;

    /// <summary>How many rows of a crosstab are shown.</summary>
    private const int CrosstabRows = 40;

    private readonly ReportRun _run;
    private readonly PartLayout _layout;
    private readonly IReadOnlyDictionary<string, IReadOnlyList<string?>> _wanted;
    private readonly List<BandView> _bands = [];
    private readonly List<VantageStep> _steps = [];
    private int? _pageCount;
    private IReadOnlyDictionary<string, PageSpan> _pages = new Dictionary<string, PageSpan>();

    private ComposeViewer(ReportRun run, IReadOnlyDictionary<string, IReadOnlyList<string?>> wanted, ITypesetter typesetter)
        => (_run, _wanted, _layout) = (run, wanted, new PartLayout(run.Measuring(CrosstabRows)));

    /// <param name="run">A run with data.</param>
    /// <param name="vantage">Of each section, by its id: group keys, outermost first, as machines write them.</param>
    /// <param name="sheet">The id of the sheet; null, or one that is gone, for the first.</param>
    /// <param name="pageCount">How many pages texts say there are; null where that is not known.</param>
    /// <param name="pages">The pages that contents print, as <see cref="GroupPages"/> gives them.</param>
    public static ComposeView View(ReportRun run, IReadOnlyDictionary<string, IReadOnlyList<string?>> vantage, ITypesetter typesetter,
        string? sheet = null, int? pageCount = null, IReadOnlyDictionary<string, PageSpan>? pages = null)
    {
        var shown = run.Sheet(sheet) ?? run.Sheets[0];
        var plan = shown.Plan;
        var viewer = new ComposeViewer(run, vantage, typesetter)
        {
            _pageCount = pageCount, _pages = pages ?? new Dictionary<string, PageSpan>(),
        };
        viewer.AddPageBand(plan, plan.PageHeader, BandKind.PageHeader);
        foreach (var section in plan.Sections) viewer.AddSection(section, 0, group: 0);
        viewer.AddPageBand(plan, plan.PageFooter, BandKind.PageFooter);
        return new ComposeView(plan.Sheet.Id, viewer._bands, viewer._steps, run.Data![plan.First].Tree.Order.Length)
        {
            Behind = viewer.Behind(shown),
        };
    }

    private PageDrawing? Behind(SheetPages sheet)
    {
        var items = new List<DrawItem>();
        sheet.PaintBehind(1, _pageCount, _run.Painter(_layout, items));
        return items.Count == 0 ? null : new PageDrawing(_run.Report.Page.Width, _run.Report.Page.Height, items);
    }

    /// <summary>The page of a group, as it was when pages were counted last.</summary>
    private int? PageOf(GroupTree tree, int level, int group) =>
        _run.Data!.Sections.FirstOrDefault(s => ReferenceEquals(s.Tree, tree)) is { } section
            && _pages.TryGetValue(GroupPages.KeyOf(section.Plan.Section.Id, level, group), out var page) ? page.First : null;

    /// <summary>Page 1 stands for the page that a band is on, so a group of which it is shown begins there.</summary>
    private (int First, int? Last)? PagesOf(SectionPlan section, int level, int group) =>
        _pages.TryGetValue(GroupPages.KeyOf(section.Section.Id, level, group), out var span) ? (1, span.Last - span.First + 1) : null;

    private void AddPageBand(SheetPlan sheet, IReadOnlyList<PartPlan> parts, BandKind kind)
    {
        var data = _run.Data![sheet.First];
        var frame = data.NewFrame();
        (frame.PageNumber, frame.PageCount) = (1, _pageCount);
        frame.PagesOf = (level, group) => PagesOf(sheet.First, level, group);
        StandOnPage(data, frame, kind == BandKind.PageFooter);
        if (sheet.PageTotals.Specs.Count > 0) frame.PageTotals = data.TotalsOf(sheet.PageTotals, 0, data.Tree.Order.Length);
        frame.PageRows = (0, data.Tree.Order.Length);
        var band = new Drawn(this, 0, sheet.First, page: 1);
        foreach (var part in parts) band.Add(part, frame, describe: true);
        _bands.Add(band.View(sheet.First.Section.Id, 0, new BandPlace(kind), kind == BandKind.PageHeader ? "Page header" : "Page footer",
            null, 0));
    }

    /// <summary>A page that shows the vantage, with its groups going on from the page before and on the next one; the rows that are shown
    /// are
    /// printed up to its foot.</summary>
    private void StandOnPage(SectionData data, Frame frame, bool isFooter)
    {
        var (tree, whole) = (data.Tree, data.Plan.Base);
        var path = Vantage.Choose(data, _wanted.GetValueOrDefault(data.Plan.Section.Id) ?? [], 0).Path;
        var first = tree.Order.Length == 0 ? 0 : tree.Levels[tree.Innermost].Start[path[^1]];
        var shown = tree.Order.Length == 0 ? 0 : Math.Min(DetailRows, tree.Levels[tree.Innermost].End(path[^1]) - first);
        var positions = new FramePositions(tree, frame);
        if (shown == 0) positions.MoveTo(new Cursor(Stage.ReportHeader, whole));
        else positions.MoveTo(new Cursor(Stage.Detail, tree.Innermost, path[^1], first + (isFooter ? shown - 1 : 0)));
        frame.Place = isFooter ? first + shown : first;
        frame.GoesOn = _ => true;
    }

    /// <param name="group">The group of the section's tree that is the whole of it here.</param>
    private void AddSection(SectionPlan plan, int depth, int group)
    {
        var data = _run.Data![plan];
        var vantage = Vantage.Choose(data, _wanted.GetValueOrDefault(plan.Section.Id) ?? [], group);
        _steps.AddRange(vantage.Steps);
        var frame = data.NewFrame();
        (frame.PageNumber, frame.PageCount) = (1, _pageCount);
        frame.PagesOf = (level, of) => PagesOf(plan, level, of);
        foreach (var (place, _) in plan.Section.Bands()) AddBand(data, place, vantage.Path, frame, depth);
    }

    private void AddBand(SectionData data, BandPlace place, int[] path, Frame frame, int depth)
    {
        var (tree, plan) = (data.Tree, data.Plan);
        var empty = tree.Order.Length == 0;
        var cursor = CursorAt(data, place, path);
        var rows = place.Kind == BandKind.Detail && !empty
            ? Math.Min(DetailRows, tree.Levels[tree.Innermost].End(path[^1]) - cursor.Row)
            : 1;
        var positions = new FramePositions(tree, frame);
        var printed = PrintedBands.Count(data, place);
        // What is never printed is not drawn here either.
        if (printed == 0 && !empty) rows = 0;
        var band = new Drawn(this, plan.X, plan, page: null);
        for (var i = 0; i < rows; i++)
        {
            if (empty && place.Kind is BandKind.Detail or BandKind.GroupHeader or BandKind.GroupFooter) Array.Clear(frame.Groups);
            else positions.MoveTo(rows == 0 ? cursor : cursor with { Row = cursor.Row + i });
            foreach (var part in plan.Bands[place]) band.Add(part, frame, describe: i == 0);
        }
        _bands.Add(band.View(plan.Section.Id, depth, place, place.Name(plan.Section.Levels), printed, plan.X));
        if (!empty) positions.MoveTo(cursor);
        foreach (var inner in plan.Bands[place].SelectMany(p => p.Sections)) AddSection(inner, depth + 1, GroupFor(inner, frame));
    }

    /// <summary>The rows of an inner section that belong to the place around it; where none do, its first ones, so that there is something
    /// to see.</summary>
    private int GroupFor(SectionPlan inner, Frame around)
        => inner.Match.Count > 0 && around.Row >= 0 && SectionContent.KeyOf(inner.Match.Select(m => m.Around), around) is { } key
            ? _run.Data![inner].Content.Matches.GetValueOrDefault(key)
            : 0;

    private static Cursor CursorAt(SectionData data, BandPlace place, int[] path)
    {
        var (tree, whole) = (data.Tree, data.Plan.Base);
        return place.Kind switch
        {
            BandKind.ReportHeader => new Cursor(Stage.ReportHeader, whole, path[whole]),
            BandKind.ReportFooter => new Cursor(Stage.ReportFooter, whole, path[whole]),
            BandKind.Detail =>
            new Cursor(Stage.Detail, tree.Innermost, path[^1], tree.Order.Length == 0 ? 0 : tree.Levels[tree.Innermost].Start[path[^1]]),
            BandKind.GroupHeader => new Cursor(Stage.Header, whole + place.Level, path[whole + place.Level]),
            _ => new Cursor(Stage.Footer, whole + place.Level, path[whole + place.Level]),
        };
    }

    /// <summary>A band while it is drawn.</summary>
    private sealed class Drawn
    {
        private readonly ComposeViewer _viewer;
        private readonly double _left;
        private readonly SectionPlan _section;
        private readonly int? _page;
        private readonly PartPainter _painter;
        private readonly List<DrawItem> _items = [];
        private readonly List<PartView> _parts = [];
        private readonly List<ElementView> _elements = [];
        private readonly List<ChartView> _charts = [];
        private readonly List<ChartPicture> _pictures = [];
        private double _height;

        public Drawn(ComposeViewer viewer, double left, SectionPlan section, int? page) => (_viewer, _left, _section, _page, _painter) =
            (viewer, left, section, page, viewer._run.Painter(viewer._layout, _items, viewer.PageOf, pictures: _pictures));

        /// <param name="describe">False for rows after the first, which only show what it is like.</param>
        public void Add(PartPlan part, Frame frame, bool describe)
        {
            var placed = _viewer._layout.Place(part, frame);
            _painter.Paint(part, frame, _left, _height, 0, placed.Height);
            if (describe) Describe(part, placed, frame);
            _height += placed.Height;
        }

        public BandView View(string section, int depth, BandPlace place, string name, long? printed, double left)
            => new(section, depth, place, name, printed, left, _height,
                new PageDrawing(_viewer._run.Report.Page.BodyWidth, Math.Max(_height, 0.1), _items), _parts, _elements, _charts);

        private void Describe(PartPlan part, PlacedPart placed, Frame frame)
        {
            _parts.Add(new PartView(part.Part.Id, _height, placed.Height));
            foreach (var element in placed.Elements)
            {
                var plan = element.Plan;
                _elements.Add(
                    new ElementView(plan.Id, part.Part.Id, _height, plan.Element.Column, _left + plan.X, _height + element.Y, plan.Width,
                    element.Height) { Printed = PrintedPlace.Of(_section, plan.Id, frame) with { Page = _page } });
                if (plan is ChartPlan chart) DescribeChart(chart, element.Height, frame);
                else if (plan is OwnChartPlan own && _painter.On.OwnRows(own.Id, own.Around, frame) is { } rows)
                    DescribeChart(own.Chart, element.Height, rows);
            }
        }

        /// <summary>What is not printed here, since its condition says so, is described as it would be.</summary>
        private void DescribeChart(ChartPlan chart, double height, Frame frame)
        {
            var (run, on) = (_viewer._run, _painter.On);
            var picture = _pictures.Find(p => ReferenceEquals(p.Chart, chart))
                ?? chart.Pictured(chart.Content(on.Charts, frame, on.Proof), 0, 0, height, on);
            _charts.Add(ChartViews.View(picture, frame, run));
        }
    }
}
