using LucidLattice.Core.Definitions;
using LucidLattice.Core.Layout;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Running;

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

    /// <summary>The page on which a group begins, from 1; null while that is not known.</summary>
    /// <param name="section">One that stands on the sheet.</param>
    /// <param name="level">Of the section's tree.</param>
    public int? PageOf(SectionPlan section, int level, int group) =>
        Index.PageOf(flow => flow.Locate(section, new Cursor(Stage.Header, level, group)));

    /// <summary>Paints a page, its bands last, since they may add up what starts on it.</summary>
    internal void Paint(int number, int? count, PartPainter painter)
    {
        var page = _data.Plan.Report.Page;
        var first = _data[Plan.First];
        var (from, to) = Index.Fill(number, Plan.First, (flow, part, left, top, begin, end) =>
        {
            (flow.Frame.PageNumber, flow.Frame.PageCount) = (number, count);
            painter.Paint(part, flow.Frame, left, top, begin, end);
        });
        var frame = first.NewFrame();
        (frame.PageNumber, frame.PageCount) = (number, count);
        if (Plan.PageTotals.Specs.Count > 0) frame.PageTotals = first.TotalsOf(Plan.PageTotals, from, to);
        // A field is that of the first row on the page in the header, of the last one in the footer.
        Band(Plan.PageHeader, page.Top, from);
        Band(Plan.PageFooter, page.Height - page.Bottom - HeightOf(Plan.PageFooter), to - 1);

        void Band(IReadOnlyList<PartPlan> parts, double y, int place)
        {
            var rows = first.Tree.Order;
            frame.Row = rows.Length == 0 ? -1 : rows[Math.Clamp(place, 0, rows.Length - 1)];
            foreach (var part in parts)
            {
                painter.Paint(part, frame, page.Left, y, 0, part.Height);
                y += part.Height;
            }
        }
    }

    private IFlow Flow()
        => SheetFlow.Compose(Plan, SectionPlaces.BodyWidth(_data.Plan.Report.Page, Plan.Sheet), _layout, section => _data[section].Content);

    private static double HeightOf(IReadOnlyList<PartPlan> parts) => parts.Sum(p => p.Height);
}
