using LucidLattice.Expressions.Evaluation;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;

namespace LucidLattice.Reports.Running;

/// <summary>The pages of a sheet: where they start, and what is on one.</summary>
public sealed class SheetPages
{
    private readonly RunData _data;
    private readonly PartLayout _layout;

    internal SheetPages(RunData data, SheetPlan plan, PartLayout layout)
    {
        (_data, Plan, _layout) = (data, plan, layout);
        var page = data.Plan.Report.Page;
        var (top, bottom) = (page.Top + HeightOf(plan.PageHeader), page.Height - page.Bottom - HeightOf(plan.PageFooter));
        Index = new PageIndex(Flow, new Room(page.Left, top, bottom, bottom - top));
    }

    public SheetPlan Plan { get; }

    /// <summary>Where pages start; it may still grow.</summary>
    public PageIndex Index { get; }

    /// <summary>The page on which a section begins, from 1; null while that is not known.</summary>
    /// <param name="section">One that stands on the sheet.</param>
    public int? PageOf(SectionPlan section) =>
        Index.PageOf(flow => flow.Locate(new FlowPlace(section, new Cursor(Stage.ReportHeader, section.Base))));

    /// <summary>The page on which a group begins, from 1; null while that is not known.</summary>
    /// <param name="section">One that stands on the sheet.</param>
    /// <param name="level">Of the section's tree.</param>
    public int? PageOf(SectionPlan section, int level, int group) =>
        Index.PageOf(flow => flow.Locate(new FlowPlace(section, new Cursor(Stage.Header, level, group))));

    /// <summary>The page on which the totals of a whole section stand, from 1; null if it has none, or while that is not known.</summary>
    public int? PageOfTotals(SectionPlan section) => section.Bands[new BandPlace(BandKind.ReportFooter)].Count == 0 ? null
        : Index.PageOf(flow => flow.Locate(new FlowPlace(section, new Cursor(Stage.ReportFooter, section.Base, 0))));

    /// <summary>The pages on which a group begins and ends, the last one null while it is not known.</summary>
    public (int First, int? Last)? PagesOf(SectionPlan section, int level, int group) => PageOf(section, level, group) is { } first
        ? (first, Index.PageOf(flow => flow.Locate(new FlowPlace(section, EndOf(section, level, group)))))
        : null;

    /// <summary>Where the last band ends that is printed for a group.</summary>
    private Cursor EndOf(SectionPlan section, int level, int group)
    {
        var tree = _data[section].Tree;
        for (var at = level; ; at++)
        {
            var own = at - section.Base;
            var (footer, header) = (section.Bands[new BandPlace(BandKind.GroupFooter, own)].Count,
                section.Bands[new BandPlace(BandKind.GroupHeader, own)].Count);
            if (footer > 0) return new Cursor(Stage.Footer, at, group, 0, footer - 1, double.MaxValue);
            var rows = at == tree.Innermost ? section.Bands[new BandPlace(BandKind.Detail)].Count : 0;
            if (rows > 0 && tree.HasRows(at, group))
                return new Cursor(Stage.Detail, at, group, tree.Levels[at].End(group) - 1, rows - 1, double.MaxValue);
            var (first, count) = at < tree.Innermost ? tree.Inside(at, group, at + 1) : (0, 0);
            if (count == 0) return new Cursor(Stage.Header, at, group, 0, Math.Max(0, header - 1), double.MaxValue);
            group = first + count - 1;
        }
    }

    /// <summary>Paints a page, its bands last, since they may add up what starts on it.</summary>
    internal void Paint(int number, int? count, PartPainter painter, Action? ended = null)
    {
        PaintBehind(number, count, painter);
        ended?.Invoke();
        var rows = Index.Fill(number, Plan.First, (flow, part, left, top, begin, end) =>
        {
            (flow.Frame.PageNumber, flow.Frame.PageCount) = (number, count);
            flow.Frame.PagesOf = (level, group) => PagesOf(flow.Plan, level, group);
            painter.Paint(part, flow.Frame, left, top, begin, end);
        });
        ended?.Invoke();
        foreach (var band in Bands(number, count, rows))
        {
            var y = band.Top;
            foreach (var part in band.Parts)
            {
                if (part.IsShown(band.Frame)) painter.Paint(part, band.Frame, _data.Plan.Report.Page.Left, y, 0, part.Height);
                y += part.Height;
            }
        }
    }

    /// <summary>Paints what flows from page to page, without what each page prints anew: its bands, and headings that go on.</summary>
    internal void PaintFlow(int number, PartPainter painter) => Index.Fill(number, Plan.First, (flow, part, left, top, begin, end) =>
    {
        if (flow.Frame.IsContinued) return;
        (flow.Frame.PageNumber, flow.Frame.PageCount) = (number, Index.Count);
        flow.Frame.PagesOf = (level, group) => PagesOf(flow.Plan, level, group);
        painter.Paint(part, flow.Frame, left, top, begin, end);
    });

    /// <summary>Finds what is printed at a place of a page; null where nothing is.</summary>
    public PagePlace? At(int number, double x, double y)
    {
        var places = new PagePlaces(_data, _layout, x, y);
        var rows = Index.Fill(number, Plan.First, (flow, part, left, top, begin, end) =>
            places.Look(flow.Plan, part, flow.Frame, left, top, begin, end));
        places.Page = number;
        foreach (var band in Bands(number, Index.Count, rows))
        {
            var top = band.Top;
            foreach (var part in band.Parts)
            {
                if (part.IsShown(band.Frame)) places.Look(Plan.First, part, band.Frame, _data.Plan.Report.Page.Left, top, 0, part.Height);
                top += part.Height;
            }
        }
        return places.Found;
    }

    /// <summary>Where a page's header or footer stands on a known page; null if neither holds the element.</summary>
    internal Frame? BandFrame(int number, string element)
    {
        var rows = Index.Fill(number, Plan.First, (_, _, _, _, _, _) => { });
        return Bands(number, Index.Count, rows).Where(b => b.Parts.Any(p => p.Elements.Any(e => e.Id == element))).Select(b => b.Frame)
            .FirstOrDefault();
    }

    /// <summary>Paints what lies behind everything on a page, and what the look prints in its upper margin.</summary>
    public void PaintBehind(int number, int? count, PartPainter painter)
    {
        PaintBehind(Plan.Background, number, count, painter);
        PaintBehind(Plan.Watermark, number, count, painter);
        PaintBehind(Plan.LookHeader, number, count, painter, top: 0);
    }

    /// <param name="top">Null puts it in the middle of the page.</param>
    private void PaintBehind(PartPlan? behind, int number, int? count, PartPainter painter, double? top = null)
    {
        if (behind is not { } part) return;
        var (frame, page) = (_data[Plan.First].NewFrame(), _data.Plan.Report.Page);
        (frame.PageNumber, frame.PageCount) = (number, count);
        if (part.IsShown(frame)) painter.Paint(part, frame, page.Left, top ?? (page.Height - part.Height) / 2, 0, part.Height);
    }

    /// <summary>The header and the footer of a page: a field in them is that of the first row on the page in the header (where a group goes
    /// on, of that group), of the last one in the footer.</summary>
    /// <param name="count">The pages of the sheet; null while they are not known.</param>
    /// <param name="rows">What of the first section stands on the page.</param>
    internal (IReadOnlyList<PartPlan> Parts, double Top, Frame Frame)[] Bands(int number, int? count, PageRows rows)
    {
        var page = _data.Plan.Report.Page;
        var first = _data[Plan.First];
        var totals = Plan.PageTotals.Specs.Count > 0 ? first.TotalsOf(Plan.PageTotals, rows.From, rows.To) : null;
        return
        [
            (Plan.PageHeader, page.Top, At(FirstOn(rows.Start), rows.Start)),
            (Plan.PageFooter, page.Height - page.Bottom - HeightOf(Plan.PageFooter), At(rows.To - 1, rows.End with { Rows = rows.To })),
        ];

        // Of a group whose rows are all printed, the last one stands for it.
        int FirstOn(Reached start) =>
            start.Rows < first.Tree.Levels[start.Level].End(start.Group) ? start.Rows : start.Rows - 1;

        // What was printed before: all before the page in its header, all up to its end in its footer.
        Frame At(int place, Reached reached)
        {
            var (frame, tree) = (first.NewFrame(), first.Tree);
            (frame.PageNumber, frame.PageCount, frame.PageTotals, frame.PageRows) = (number, count, totals, (rows.From, rows.To));
            frame.Place = reached.Rows;
            if (tree.Order.Length == 0) return frame;
            place = Math.Clamp(place, 0, tree.Order.Length - 1);
            frame.Row = tree.Order[place];
            tree.Path(tree.Innermost, tree.Levels[tree.Innermost].GroupAt(place), frame.Groups);
            frame.PagesOf = (level, group) => PagesOf(Plan.First, level, group);
            frame.GoesOn = level => level <= reached.Level && tree.Around(reached.Level, reached.Group, level) == frame.Groups[level]
                && reached.Rows > tree.Levels[level].Start[frame.Groups[level]];
            return frame;
        }
    }

    private IFlow Flow() => SheetFlow.Compose(Plan, SectionPlaces.BodyWidth(_data.Plan.Report.Page, Plan.Sheet), _layout,
        section => _data[section].Content, Start());

    /// <summary>The first place that rows across fill, as the parameters have it.</summary>
    private int Start() => Plan.Start is { } start && _data[Plan.First].NewFrame().Try(start) is { IsNull: false } value
        ? (int)Math.Clamp(value.AsDouble, 1, 10_000) : 1;

    private static double HeightOf(IReadOnlyList<PartPlan> parts) => parts.Sum(p => p.Height);
}
