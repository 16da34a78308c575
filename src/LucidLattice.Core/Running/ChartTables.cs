namespace LucidLattice.Core.Running;

/// <summary>The numbers of a chart as people read them.</summary>
/// <param name="Head">Names of the columns: the category, then the series.</param>
/// <param name="Rows">A category each; empty where it has no number.</param>
public sealed record NumbersTable(IReadOnlyList<string> Head, IReadOnlyList<IReadOnlyList<string>> Rows);

/// <summary>Makes tables of charts.</summary>
public static class ChartTables
{
    /// <summary>More are in the file of all numbers.</summary>
    private const int MostRows = 2_000;

    /// <summary>Categories down, series across, as they are plotted.</summary>
    public static NumbersTable Table(DrawnChart chart, int most = MostRows)
    {
        var content = chart.Plotted;
        var numbers = content.Numbers;
        var rows = new List<string[]>();
        foreach (var entry in numbers.Categories.Take(most))
        {
            var row = new string[numbers.Series.Count + 1];
            Array.Fill(row, "");
            row[0] = entry.Outer is null ? entry.Label : $"{entry.Outer}, {entry.Label}";
            rows.Add(row);
        }
        foreach (var mark in numbers.Marks)
            if (mark.CategoryIndex < rows.Count) rows[mark.CategoryIndex][mark.SeriesIndex + 1] = content.Figure(mark);
        return new NumbersTable([chart.Plan.PartWords.Category, .. numbers.Series.Select(s => s.Name)], rows);
    }
}
