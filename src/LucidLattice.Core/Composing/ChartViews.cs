using LucidLattice.Core.Charts;
using LucidLattice.Core.Charts.Types;
using LucidLattice.Core.Elements;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Running;

namespace LucidLattice.Core.Composing;

/// <summary>What an author is told of a chart: its numbers, its words, and where the parts of its picture are.</summary>
internal static class ChartViews
{
    /// <summary>More marks than these are in the file of all numbers alone.</summary>
    private const int MostShown = 2_000;

    public static ChartView View(ChartPlan chart, double height, Frame frame, ReportRun run, Painting on)
    {
        var content = chart.Content(run.Data!.Charts, frame, run.Proof);
        var (shown, raw) = (content.Numbers.Marks.Take(MostShown).ToList(), chart.Numbers(run.Data.Charts, frame));
        return new ChartView(chart.Id, content.Id, content.Title,
            [.. shown.Select(m => new MarkView(content.Spoken(m), content.Figure(m), m.Rows, content.Action(m)))],
            ChartTables.Table(new DrawnChart(chart, content), MostShown), chart.PartWords,
            [.. chart.Parts(content, height, on)
                .Select(p => new ChartPartView(p.Part, p.Area.Left, p.Area.Top, p.Area.Width, p.Area.Height))],
            ChartTypes.All.Where(t => t.WhyNot(raw) is not null).ToDictionary(t => t.Id, t => t.WhyNot(raw)!));
    }
}
