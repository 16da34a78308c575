namespace LucidLattice.Core.Charts.Types;

/// <summary>Every type of chart, in the order in which they are offered.</summary>
public static class ChartTypes
{
    public static readonly IReadOnlyList<ChartType> All =
    [
        new ColumnType(), new BarType(), new LollipopType(), new LineType(), new AreaType(), new PieType(), new DoughnutType(),
    ];

    /// <summary>The type of an id, or null.</summary>
    public static ChartType? Find(string id) => All.FirstOrDefault(t => t.Id == id);
}
