using System.Globalization;
using LucidLattice.Crosstabs;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Running;

/// <summary>A crosstab of a run, as it is printed at one place.</summary>
/// <param name="Frame">Stands in the group around.</param>
public sealed record PrintedCrosstab(CrosstabPlan Plan, CrosstabFigures Figures, Frame Frame, ILinkProof? Proof)
{
    public CrosstabGrid Grid { get; } = Plan.GridAt(Figures, Frame);

    /// <summary>Its words and figures.</summary>
    public CrosstabTexts Texts => _texts ??= new CrosstabTexts(Figures, Grid, Plan.Definition.Shape, Plan.Look);

    private CrosstabTexts? _texts;
}

/// <summary>A crosstab as a table that readers sort, fold and walk through.</summary>
/// <param name="Corner">What stands above the columns of row headings.</param>
/// <param name="Head">The rows of column headings; one over several columns or rows stands once.</param>
/// <param name="LinesLeftOut">Rows that are in the file of all numbers alone.</param>
public sealed record CrosstabView(string Title, IReadOnlyList<string> Corner, IReadOnlyList<IReadOnlyList<CrosstabHeading>> Head,
    IReadOnlyList<CrosstabLine> Lines, int LinesLeftOut, int ColumnsLeftOut)
{
    /// <summary>True if nested headings stand in one column, each moved in.</summary>
    public bool IsStepped { get; init; }

    /// <summary>The groups that are closed at first, each by the groups on the way to it: <c>0.3</c>.</summary>
    public IReadOnlyList<string> Closed { get; init; } = [];
}

/// <param name="Column">The first column that it stands above.</param>
public sealed record CrosstabHeading(string Text, int Column, int Columns, int Rows, bool IsTotal, LinkAction? Action);

/// <param name="Groups">Of each field down, from the outermost, the group that the row belongs to.</param>
/// <param name="Headings">Of each column of row headings, what it says; empty where the row above says it too.</param>
/// <param name="Labels">What each of the groups is called.</param>
public sealed record CrosstabLine(EntryKind Kind, IReadOnlyList<int> Groups, IReadOnlyList<string> Headings, IReadOnlyList<string> Labels,
    int Value, IReadOnlyList<CrosstabCell> Cells, LinkAction? Action);

/// <param name="Number">What it is sorted by; null without one.</param>
/// <param name="Mark">By which it can be traced; null where there are no rows.</param>
public sealed record CrosstabCell(string Text, double? Number, string? Mark, LinkAction? Action);

/// <summary>Finds crosstabs of a run by the ids of their drawings, and makes tables of them.</summary>
public static class RunCrosstabs
{
    /// <summary>Cells of a table that is sent at once; more are in the file of all numbers.</summary>
    private const int MostCells = 30_000;

    /// <param name="figure">The id of the crosstab, with the number of the group that it is printed for where it stands in one.</param>
    public static PrintedCrosstab? Find(ReportRun run, string figure)
    {
        foreach (var data in run.Data?.Sections ?? [])
            foreach (var plan in data.Plan.Crosstabs)
            {
                if (plan.Level == 0 ? figure != plan.Id : !figure.StartsWith(plan.Id + "-", StringComparison.Ordinal)) continue;
                var group = 0;
                if (plan.Level > 0 && (!int.TryParse(figure.AsSpan(plan.Id.Length + 1), NumberStyles.None, CultureInfo.InvariantCulture,
                    out group) || group >= data.Tree.Levels[plan.Level].Count)) continue;
                var frame = data.NewFrame();
                if (data.Tree.Order.Length > 0) frame.StandAt(plan.Level, group);
                return new PrintedCrosstab(plan, run.Data!.Crosstabs[plan.Id], frame, run.Proof);
            }
        return null;
    }

    public static CrosstabView View(PrintedCrosstab printed)
    {
        var (grid, texts) = (printed.Grid, printed.Texts);
        var most = Math.Max(1, MostCells / Math.Max(1, grid.Columns.Count));
        var lines = new List<CrosstabLine>();
        CrosstabEntry? before = null;
        foreach (var line in grid.Lines.Take(most))
        {
            lines.Add(Line(printed, line, before));
            before = line;
        }
        var corner = Enumerable.Range(0, texts.HeadColumns).Select(texts.Corner).ToList();
        return new CrosstabView(printed.Plan.Spoken(), corner, Head(printed), lines,
            grid.Lines.Count - lines.Count + grid.LeftOut.Lines, grid.LeftOut.Columns)
        {
            IsStepped = printed.Plan.Definition.Shape.Stepped,
            Closed = [.. lines.SelectMany(l => l.Groups.Select((_, i) => (Field: i, Group: string.Join('.', l.Groups.Take(i + 1)))))
                .Where(g => printed.Plan.Definition.Down[g.Field].Closed).Select(g => g.Group).Distinct()],
        };
    }

    private static CrosstabLine Line(PrintedCrosstab printed, CrosstabEntry line, CrosstabEntry? before)
    {
        var (texts, figures) = (printed.Texts, printed.Figures);
        var groups = Enumerable.Range(1, line.Fields).Select(f => figures.Around(true, line.Fields, line.Group, f)).ToList();
        return new CrosstabLine(line.Kind, groups,
            [.. Enumerable.Range(0, texts.HeadColumns).Select(c => texts.RowHeading(line, before, c, out _).Text)],
            [.. groups.Select((g, i) => texts.Label(true, i + 1, g))], Math.Max(0, line.Value),
            [.. printed.Grid.Columns.Select(column => Cell(printed, line, column))],
            line.Fields == 0 ? null : printed.Plan.HeadingAction(figures, true, line.Fields, line.Group, printed.Frame, printed.Proof));
    }

    private static CrosstabCell Cell(PrintedCrosstab printed, CrosstabEntry line, CrosstabEntry column)
    {
        if (!line.HasNumbers || printed.Figures.Cell(line, column) is null) return new CrosstabCell("", null, null, null);
        var number = printed.Figures.Shown(line, column, printed.Frame);
        return new CrosstabCell(printed.Texts.Figure(line, column, printed.Frame),
            number.IsNull || !number.Type.IsNumber() ? null : number.AsDouble, printed.Plan.MarkOf(line, column, printed.Frame),
            printed.Plan.CellAction(printed.Figures, line, column, printed.Frame, printed.Proof));
    }

    private static List<IReadOnlyList<CrosstabHeading>> Head(PrintedCrosstab printed)
    {
        var (columns, texts) = (printed.Grid.Columns, printed.Texts);
        var head = new List<IReadOnlyList<CrosstabHeading>>();
        for (var row = 0; row < texts.HeadRows; row++)
        {
            var cells = new List<CrosstabHeading>();
            for (var first = 0; first < columns.Count;)
            {
                var (text, key) = texts.ColumnHeading(columns[first], row);
                var end = first + 1;
                while (end < columns.Count && texts.ColumnHeading(columns[end], row).Key == key) end++;
                var isTotal = key.Part == -2;
                var rows = isTotal ? texts.HeadRows - row - (texts.NamesAcross && texts.HeadRows > row + 1 ? 1 : 0) : 1;
                if (key.Row == row && (text.Length > 0 || !isTotal))
                    cells.Add(new CrosstabHeading(text, first, end - first, rows, isTotal, key.Part != -1 ? null
                        : printed.Plan.HeadingAction(printed.Figures, false, key.Fields, key.Group, printed.Frame, printed.Proof)));
                first = end;
            }
            head.Add(cells);
        }
        return head;
    }
}
