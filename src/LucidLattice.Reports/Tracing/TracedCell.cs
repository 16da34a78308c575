using System.Globalization;
using LucidLattice.Crosstabs;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Tracing;

/// <summary>A cell of a crosstab, and the rows that it stands for.</summary>
/// <param name="Value">Which of the crosstab's values it shows.</param>
/// <param name="Spoken">What it stands for, in words.</param>
/// <param name="Figure">Its number as it is printed.</param>
/// <param name="Whole">The cell of everything that the crosstab counts there.</param>
internal sealed record TracedCell(CellPlace Cell, int Value, string Spoken, string Figure, CellPlace Whole)
{
    /// <summary>In the dataset's order, as the tree of cells has them.</summary>
    public int[] Rows => Cell.Rows.ToArray();

    /// <summary>The cell with a name, or that of everything where none is asked for; null if there is none.</summary>
    /// <param name="frame">Stands in the group around.</param>
    /// <param name="name">As the region over it is called, or as people say it.</param>
    public static TracedCell? Find(CrosstabFigures figures, CrosstabPlan plan, Frame frame, string? name)
    {
        var number = figures.Table.BaseOf[frame.Groups[plan.Level]];
        if (figures.Table.Find(0, number, 0, 0) is not { } whole) return null;
        var grid = plan.GridAt(figures, frame);
        var texts = new CrosstabTexts(figures, grid, plan.Definition.Shape, plan.Look);
        if (name is null) return new TracedCell(whole, 0, plan.Spoken(), "", whole);
        var id = name[(name.LastIndexOf('-') + 1)..].Split('.');
        foreach (var line in grid.Lines.Where(l => l.HasNumbers && (id.Length != 5 || Text(l.Fields, l.Group) == $"{id[0]}.{id[1]}")))
            foreach (var column in grid.Columns)
            {
                var value = figures.ValueOf(line, column);
                var isIt = id.Length == 5 ? Text(column.Fields, column.Group) == $"{id[2]}.{id[3]}" && Text(value) == id[4]
                    : texts.Spoken(line, column) == name;
                if (isIt && figures.Cell(line, column) is { } cell)
                    return new TracedCell(cell, value, texts.Spoken(line, column), texts.Figure(line, column, frame), whole);
            }
        return null;

        static string Text(params ReadOnlySpan<int> numbers)
        {
            var parts = new List<string>();
            foreach (var one in numbers) parts.Add(one.ToString(CultureInfo.InvariantCulture));
            return string.Join('.', parts);
        }
    }
}
