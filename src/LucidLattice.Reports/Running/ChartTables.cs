using LucidLattice.Charts;

namespace LucidLattice.Reports.Running;

/// <summary>The numbers of a chart as people read them.</summary>
/// <param name="Head">Names of the columns: the category, then the series.</param>
/// <param name="Rows">A category each; empty where it has no number.</param>
/// <param name="LeftOut">How many categories with numbers are missing here; the CSV file has all of them.</param>
public sealed record NumbersTable(IReadOnlyList<string> Head, IReadOnlyList<IReadOnlyList<string>> Rows, int LeftOut);

/// <summary>Makes tables of charts.</summary>
public static class ChartTables
{
    /// <summary>More are in the file of all numbers.</summary>
    private const int MostRows = 2_000;

    /// <summary>Categories down, series across, as they are plotted. Where there are more categories than the table holds, those without
    /// numbers, as periods without rows, are left out first.</summary>
    public static NumbersTable Table(DrawnChart chart, int most = MostRows)
    {
        var content = chart.Plotted;
        var numbers = content.Numbers;
        var listed = Enumerable.Range(0, numbers.Categories.Count).ToList();
        if (listed.Count > most) listed = [.. numbers.Marks.Select(m => m.CategoryIndex).Distinct().Order()];
        var places = listed.Take(most).Select((category, row) => (category, row)).ToDictionary(c => c.category, c => c.row);
        var rows = listed.Take(most).Select(category => Row(numbers.Categories[category], numbers.Series.Count)).ToList();
        foreach (var mark in numbers.Marks)
            if (places.TryGetValue(mark.CategoryIndex, out var row)) rows[row][mark.SeriesIndex + 1] = content.Figure(mark);
        return new NumbersTable([chart.Plan.PartWords.Category, .. numbers.Series.Select(s => s.Name)], rows, listed.Count - rows.Count);
    }

    private static string[] Row(CategoryEntry category, int series)
    {
        var row = new string[series + 1];
        Array.Fill(row, "");
        row[0] = category.Outer is null ? category.Label : $"{category.Outer}, {category.Label}";
        return row;
    }
}
