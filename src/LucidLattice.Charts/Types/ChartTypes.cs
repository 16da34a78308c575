using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Every type of chart, in the order in which they are offered.</summary>
public static class ChartTypes
{
    public static readonly IReadOnlyList<ChartType> All =
    [
        new ColumnType(), new BarType(), new LineType(), new AreaType(), new CombinedType(), new PieType(), new DoughnutType(),
        new LollipopType(), new PointType(), new RangeType(), new LyingRangeType(), new RibbonType(), new WaterfallType(),
        new ParetoType(), new HistogramType(), new BoxType(), new ScatterType(), new BubbleType(), new HeatType(), new CalendarType(),
        new TreemapType(), new FunnelType(), new RadarType(), new SlopeType(), new GaugeType(), new BulletType(), new SparklineType(),
    ];

    /// <summary>The type of an id, or null.</summary>
    public static ChartType? Find(string id) => All.FirstOrDefault(t => t.Id == id);

    /// <summary>True if a mark of the chart stands for a range of numbers, so that a click on it has no single value.</summary>
    public static bool HasRanges(ChartElement chart) => chart.Category.Ranges is not null || Find(chart.Chart) is { NeedsRanges: true };
}
