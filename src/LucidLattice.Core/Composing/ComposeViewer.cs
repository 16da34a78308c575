using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Layout;
using LucidLattice.Core.Planning;
using LucidLattice.Core.Running;

namespace LucidLattice.Core.Composing;

/// <summary>Draws each band of a run once, for a vantage: a path of group keys, clamped where a group is gone.</summary>
public sealed class ComposeViewer
{
    /// <summary>How many rows of the detail band are shown.</summary>
    public const int DetailRows = 3;

    /// <summary>How many groups the vantage offers to jump to.</summary>
    public const int MostSiblings = 200;

    private readonly ReportRun _run;
    private readonly RunData _data;
    private readonly PartLayout _layout;
    private readonly PartPainter _painter;
    private readonly Frame _frame;
    private readonly FramePositions _positions;

    private ComposeViewer(ReportRun run, ITypesetter typesetter)
    {
        _run = run;
        _data = run.Data!;
        _layout = new PartLayout(typesetter);
        _painter = run.Painter(_layout);
        _frame = _data.NewFrame();
        (_frame.PageNumber, _frame.PageCount) = (1, null);
        _positions = new FramePositions(_data.Tree, _frame);
    }

    /// <param name="run">A run with data.</param>
    /// <param name="vantage">Group keys, outermost first, as machines write them; may be shorter than the levels.</param>
    public static ComposeView View(ReportRun run, IReadOnlyList<string?> vantage, ITypesetter typesetter)
    {
        var viewer = new ComposeViewer(run, typesetter);
        var steps = viewer.Steps(vantage, out var path);
        return new ComposeView([.. viewer._data.Plan.Section.Bands().Select(b => viewer.Band(b.Place, path))], steps, viewer._data.Tree.Order.Length);
    }

    private List<VantageStep> Steps(IReadOnlyList<string?> vantage, out int[] path)
    {
        var tree = _data.Tree;
        path = new int[tree.Levels.Count];
        var steps = new List<VantageStep>();
        if (tree.Order.Length == 0) return steps;
        for (var level = 1; level <= tree.Innermost; level++)
        {
            var first = tree.FirstChild(level - 1, path[level - 1]);
            var count = 1;
            while (tree.HasNextSibling(level, first + count - 1)) count++;
            var chosen = first;
            for (var i = 0; level <= vantage.Count && i < count; i++)
                if (Key(level, first + i) == vantage[level - 1])
                {
                    chosen = first + i;
                    break;
                }
            path[level] = chosen;
            var siblings = Enumerable.Range(first, Math.Min(count, MostSiblings)).Select(g => new VantageKey(Key(level, g), Label(level, g))).ToList();
            var plan = _data.Plan.Levels[level - 1].Level;
            steps.Add(new VantageStep(plan.Id, plan.Name, Key(level, chosen), Label(level, chosen), chosen - first, count, siblings));
        }
        return steps;
    }

    private string? Key(int level, int group)
    {
        var key = _data.KeyOf(level, group, _frame);
        return key.IsNull ? null : key.Invariant;
    }

    private string Label(int level, int group)
    {
        var key = _data.KeyOf(level, group, _frame);
        return key.IsNull ? Charts.ChartNumbers.EmptyLabel : _data.Plan.Levels[level - 1].Format.Format(key);
    }

    private BandView Band(BandPlace place, int[] path)
    {
        var tree = _data.Tree;
        var innermost = tree.Innermost;
        var empty = tree.Order.Length == 0;
        var (name, printed, cursor) = place.Kind switch
        {
            BandKind.ReportHeader => ("Report header", (long?)1, new Cursor(Stage.ReportHeader)),
            BandKind.ReportFooter => ("Report footer", 1, new Cursor(Stage.ReportFooter)),
            BandKind.PageHeader => ("Page header", null, new Cursor(Stage.ReportHeader)),
            BandKind.PageFooter => ("Page footer", null, new Cursor(Stage.ReportHeader)),
            BandKind.Detail => ("Rows", tree.Order.Length, new Cursor(Stage.Detail, innermost, path[innermost], tree.Levels[innermost].Start[path[innermost]])),
            BandKind.GroupHeader => ($"{_data.Plan.Levels[place.Level - 1].Level.Name} header", empty ? 0 : tree.Levels[place.Level].Count, new Cursor(Stage.Header, place.Level, path[place.Level])),
            _ => ($"{_data.Plan.Levels[place.Level - 1].Level.Name} footer", empty ? 0 : tree.Levels[place.Level].Count, new Cursor(Stage.Footer, place.Level, path[place.Level])),
        };
        var items = new List<DrawItem>();
        var elements = new List<ElementView>();
        var charts = new List<ChartView>();
        var y = 0.0;
        var rows = place.Kind == BandKind.Detail && !empty ? Math.Min(DetailRows, tree.Levels[innermost].End(path[innermost]) - cursor.Row) : 1;
        for (var i = 0; i < rows; i++)
        {
            if (empty && place.Kind is BandKind.Detail or BandKind.GroupHeader or BandKind.GroupFooter) Array.Clear(_frame.Groups);
            else _positions.MoveTo(cursor with { Row = cursor.Row + i });
            foreach (var part in _data.Plan.Bands[place]) y += Part(part, y, i == 0, items, elements, charts);
        }
        return new BandView(place, name, printed, y, new PageDrawing(_run.Report.Page.BodyWidth, Math.Max(y, 0.1), items), elements, charts);
    }

    private double Part(PartPlan part, double y, bool first, List<DrawItem> items, List<ElementView> elements, List<ChartView> charts)
    {
        var placed = _layout.Place(part, _frame);
        _painter.Paint(part, _frame, 0, y, 0, placed.Height, items);
        if (!first) return placed.Height;
        foreach (var element in placed.Elements)
        {
            var plan = element.Plan;
            elements.Add(new ElementView(plan.Id, part.Part.Id, y, (plan.Element as ColumnElement)?.Column, plan.X, y + element.Y, plan.Width, element.Height));
            if (plan is not ChartPlan chart) continue;
            var content = _run.Content(chart, _frame);
            charts.Add(new ChartView(chart.Id, content.Title, [.. content.Marks.Select(m => new MarkView(m.Label, content.FullFormat.Format(m.Value), m.Rows, content.Action(m)))]));
        }
        return placed.Height;
    }
}
