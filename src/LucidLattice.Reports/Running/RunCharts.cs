using LucidLattice.Charts;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Running;

/// <summary>A chart of a run, as it is drawn at one place.</summary>
public sealed record DrawnChart(ChartPlan Plan, ChartContent Content)
{
    /// <summary>With the numbers that are really plotted, also those that the type works out itself, as the share so far.</summary>
    public ChartContent Plotted => Plan.Type.Arranged(Content);
}

/// <summary>Finds charts of a run by the ids of their drawings.</summary>
public static class RunCharts
{
    /// <summary>The chart whose drawing has an id; null if there is none.</summary>
    /// <param name="figure">The id of the chart, with the number of the group it is drawn for where it stands in one.</param>
    public static DrawnChart? Find(ReportRun run, string figure)
    {
        foreach (var data in run.Data?.Sections ?? [])
            foreach (var chart in data.Plan.Charts)
            {
                if (GroupOf(chart, figure) is not { } group || group >= data.Tree.Levels[chart.Level].Count) continue;
                var frame = data.NewFrame();
                if (data.Tree.Order.Length > 0) frame.StandAt(chart.Level, group);
                return new DrawnChart(chart, chart.Content(run.Data!.Charts, frame, run.Proof));
            }
        return null;
    }

    /// <summary>True for a drawing of all rows that stands in one of several groups.</summary>
    private static bool IsOneOfMany(ChartPlan chart, string figure) => chart.StandsIn > 0
        && figure.StartsWith(chart.Id + "-in", StringComparison.Ordinal) && int.TryParse(figure.AsSpan(chart.Id.Length + 3), out _);

    private static int? GroupOf(ChartPlan chart, string figure)
    {
        if (chart.Level == 0) return figure == chart.Id || IsOneOfMany(chart, figure) ? 0 : null;
        return figure.StartsWith(chart.Id + "-", StringComparison.Ordinal) && int.TryParse(figure[(chart.Id.Length + 1)..], out var group)
            && group >= 0 ? group : null;
    }
}
