using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Crosstabs;

/// <summary>Some columns that stand on one page together.</summary>
public readonly record struct ColumnRun(int First, int Count, double Width);

/// <summary>Some rows of some columns, with the headings above: what is drawn without a gap.</summary>
/// <param name="Top">From the upper edge of the crosstab, all blocks one under the other.</param>
public readonly record struct CrosstabBlock(ColumnRun Columns, int FirstLine, int EndLine, double Top, double Height);

/// <summary>
/// Where everything in a crosstab stands for one group around: widths of columns, heights of rows, and the blocks that it is divided
/// into where it is wider than its room. It grows with rows and columns, never with pages. Lengths are in points.
/// </summary>
public sealed class CrosstabLayout
{
    /// <summary>Between two blocks on one page.</summary>
    public const double Gap = 10;

    /// <summary>Of a crosstab with more cells, not every one is measured.</summary>
    private const int MostMeasured = 300_000;

    /// <summary>Row headings take at most this share of the width.</summary>
    private const double MostOfHeadings = 0.45;
    private const double LeastWidth = 12, WidestWord = 90;

    private readonly CrosstabShape _shape;
    private readonly ITypesetter _typesetter;

    private CrosstabLayout(CrosstabTexts texts, CrosstabShape shape, CrosstabLook look, ITypesetter typesetter) =>
        (Texts, _shape, Look, _typesetter) = (texts, shape, look, typesetter);

    public CrosstabTexts Texts { get; }
    public CrosstabLook Look { get; }
    public double[] HeadWidths { get; private set; } = [];
    public double[] ColumnWidths { get; private set; } = [];

    /// <summary>Which columns have their lowest heading turned upright.</summary>
    public bool[] Turned { get; private set; } = [];
    public double[] HeadRowHeights { get; private set; } = [];

    /// <summary>Of each row its upper edge from the first row, and the end of the last one.</summary>
    public double[] LineTops { get; private set; } = [0];
    public IReadOnlyList<CrosstabBlock> Blocks { get; private set; } = [];

    /// <summary>What is said under it: that columns or rows are missing; empty where none are.</summary>
    public string Notice { get; private set; } = "";

    public double HeadWidth => HeadWidths.Sum();
    public double HeadHeight => HeadRowHeights.Sum();
    public double NoticeHeight => Notice.Length == 0 ? 0 : Look.LineHeight(Look.Heading) + 4;
    public double Height => Blocks.Count == 0 ? NoticeHeight : Blocks[^1].Top + Blocks[^1].Height + NoticeHeight;

    /// <param name="room">The width that it has.</param>
    /// <param name="page">The height of a page's body.</param>
    /// <param name="frame">Stands in the group around.</param>
    public static CrosstabLayout Of(CrosstabFigures figures, CrosstabGrid grid, CrosstabShape shape, CrosstabLook look, double room,
        double page, ITypesetter typesetter, Frame frame)
    {
        var layout = Measured(look);
        var needed = layout.HeadWidth + layout.ColumnWidths.Sum();
        if (shape.Wide == WideTable.Shrink && needed > room)
        {
            // Letters are measured anew, since a smaller font is not exactly smaller by as much.
            var scale = Math.Clamp(room / needed, Math.Clamp(shape.LeastScale, 0.3, 1), 1);
            layout = Measured(look.Scaled(scale));
            if (layout.HeadWidth + layout.ColumnWidths.Sum() is var still && still > room && still < room * 1.03)
                layout.ColumnWidths = [.. layout.ColumnWidths.Select(w => w * (room - layout.HeadWidth) / (still - layout.HeadWidth))];
        }
        layout.Divide(room, page);
        return layout;

        CrosstabLayout Measured(CrosstabLook of)
        {
            var made = new CrosstabLayout(new CrosstabTexts(figures, grid, shape, of), shape, of, typesetter);
            made.MeasureHeadings(room);
            made.MeasureColumns(frame, room);
            return made;
        }
    }

    private CrosstabGrid Grid => Texts.Grid;

    private double WidthOf(Font font, string text) => text.Length == 0 ? 0 : _typesetter.Width(font, text);

    private void MeasureHeadings(double room)
    {
        HeadWidths = new double[Texts.HeadColumns];
        for (var column = 0; column < HeadWidths.Length; column++)
        {
            if (column < _shape.HeadingWidths.Count && _shape.HeadingWidths[column] is > 0 and var given)
            {
                HeadWidths[column] = Math.Min(given, room);
                continue;
            }
            var widest = WidthOf(Look.Heading, Texts.Corner(column));
            CrosstabEntry? before = null;
            foreach (var line in Grid.Lines)
            {
                var (text, indent) = Texts.RowHeading(line, before, column, out _);
                if (text.Length > 0) widest = Math.Max(widest, indent + WidthOf(FontOf(line), text));
                before = line;
            }
            HeadWidths[column] = Math.Min(Math.Ceiling(widest) + 2 * Look.Padding, room * MostOfHeadings / HeadWidths.Length);
        }
        LineTops = new double[Grid.Lines.Count + 1];
        CrosstabEntry? above = null;
        for (var i = 0; i < Grid.Lines.Count; i++)
        {
            LineTops[i + 1] = LineTops[i] + LineHeight(Grid.Lines[i], above);
            above = Grid.Lines[i];
        }
    }

    /// <summary>As high as the most lines of its headings.</summary>
    private double LineHeight(CrosstabEntry line, CrosstabEntry? before)
    {
        var most = 1;
        for (var column = 0; column < HeadWidths.Length; column++)
            most = Math.Max(most, Lines(line, before, column).Count);
        return most * Look.LineHeight(Look.Body) + 2 * Math.Clamp(_shape.Spacing, 0, 30);
    }

    /// <summary>The lines of a row heading in one of its columns.</summary>
    public IReadOnlyList<string> Lines(CrosstabEntry line, CrosstabEntry? before, int column)
    {
        var (text, indent) = Texts.RowHeading(line, before, column, out _);
        if (text.Length == 0) return [""];
        // A total is said over the columns to its right too, which are empty on its row.
        var width = line.Kind == EntryKind.Total && !_shape.Stepped && column == line.Fields
            ? HeadWidths.Skip(column).Take(Math.Max(1, Texts.HeadColumns - (Texts.NamesDown ? 1 : 0) - column)).Sum() : HeadWidths[column];
        return TextWrapper.Wrap(_typesetter, FontOf(line), text, Math.Max(8, width - 2 * Look.Padding - indent));
    }

    public Font FontOf(CrosstabEntry line) => line.IsTotal ? Look.Totals : Look.Body;

    private void MeasureColumns(Frame frame, double room)
    {
        ColumnWidths = new double[Grid.Columns.Count];
        Turned = new bool[Grid.Columns.Count];
        var given = _shape is { Widths: Model.Definitions.ColumnWidths.Given, ColumnWidth: > 0 } ? _shape.ColumnWidth : null;
        var numbers = given is null ? Numbers(frame) : [];
        for (var column = 0; column < ColumnWidths.Length; column++)
        {
            var heading = LowestHeading(column);
            var needed = Turns(numbers, column, heading, given) ? 0 : Words(heading).Max(w => WidthOf(Look.Heading, w));
            Turned[column] = Turns(numbers, column, heading, given);
            ColumnWidths[column] = Math.Min(given ?? Math.Max(LeastWidth, Math.Max(numbers[column], Math.Min(needed, WidestWord)))
                + 2 * Look.Padding, Math.Max(LeastWidth, room - HeadWidth));
        }
        if (_shape.Widths == Model.Definitions.ColumnWidths.Equal && ColumnWidths.Length > 0) Array.Fill(ColumnWidths, ColumnWidths.Max());
    }

    private bool Turns(double[] numbers, int column, string heading, double? given) => _shape.TurnHeadings
        && WidthOf(Look.Heading, heading)
            > (given is { } fixedWidth ? fixedWidth - 2 * Look.Padding : Math.Max(LeastWidth, numbers[column]));

    private string LowestHeading(int column)
    {
        for (var row = Texts.HeadRows - 1; row >= 0; row--)
            if (Texts.ColumnHeading(Grid.Columns[column], row).Text is { Length: > 0 } text) return text;
        return "";
    }

    private static string[] Words(string text) => text.Length == 0 ? [""] : text.Split(' ');

    /// <summary>The widest figure of each column, without padding; of very many rows, of some all over and of all totals.</summary>
    private double[] Numbers(Frame frame)
    {
        var widest = new double[Grid.Columns.Count];
        var every = Math.Max(1, (long)Grid.Lines.Count * widest.Length / MostMeasured + 1);
        for (var i = 0; i < Grid.Lines.Count; i++)
        {
            var line = Grid.Lines[i];
            if (!line.HasNumbers || (i % every != 0 && !line.IsTotal)) continue;
            for (var column = 0; column < widest.Length; column++)
            {
                var value = Texts.Figures.Query.Values[Texts.Figures.ValueOf(line, Grid.Columns[column])];
                if (value.LineOver is not null) widest[column] = Math.Max(widest[column], LineWidth);
                else if (Texts.Figure(line, Grid.Columns[column], frame) is { Length: > 0 } text)
                    widest[column] = Math.Max(widest[column], WidthOf(line.IsTotal || Grid.Columns[column].IsTotal ? Look.Totals
                        : Look.Body, text) + (value.Definition.Scale is { Form: ScaleForm.Signs } ? 8 : 0));
            }
        }
        return widest;
    }

    /// <summary>Of a small line in a cell.</summary>
    private const double LineWidth = 48;

    private void Divide(double room, double page)
    {
        var runs = Runs(Math.Max(LeastWidth, room - HeadWidth));
        var cut = _shape.Wide == WideTable.Cut && runs.Count > 1 ? runs.Skip(1).Sum(r => r.Count) : 0;
        if (cut > 0) runs = [runs[0]];
        MeasureHeadRows(runs);
        var missing = new List<string>();
        if (cut + Grid.LeftOut.Columns is > 0 and var columns) missing.Add($"{columns:N0} more columns");
        if (Grid.LeftOut.Lines > 0) missing.Add($"{Grid.LeftOut.Lines:N0} more rows");
        Notice = missing.Count == 0 ? "" : $"Not shown here: {string.Join(" and ", missing)}.";
        var (blocks, top) = (new List<CrosstabBlock>(), 0.0);
        if (Grid.Lines.Count == 0 || runs.Count == 0) return;
        if (_shape.Order == PageOrder.DownFirst || runs.Count == 1)
            foreach (var run in runs) Add(run, 0, Grid.Lines.Count);
        else
            for (var from = 0; from < Grid.Lines.Count;)
            {
                var end = from + 1;
                while (end < Grid.Lines.Count && LineTops[end + 1] - LineTops[from] + HeadHeight <= page) end++;
                foreach (var run in runs) Add(run, from, end);
                from = end;
            }
        Blocks = blocks;

        void Add(ColumnRun run, int from, int end)
        {
            var height = HeadHeight + LineTops[end] - LineTops[from];
            blocks.Add(new CrosstabBlock(run, from, end, top, height));
            top += height + Gap;
        }
    }

    /// <summary>Columns that fit beside one another.</summary>
    private List<ColumnRun> Runs(double room)
    {
        var runs = new List<ColumnRun>();
        var (first, width) = (0, 0.0);
        for (var column = 0; column < ColumnWidths.Length; column++)
        {
            if (column > first && width + ColumnWidths[column] > room + 0.01)
            {
                runs.Add(new ColumnRun(first, column - first, width));
                (first, width) = (column, 0);
            }
            width += ColumnWidths[column];
        }
        if (ColumnWidths.Length > first) runs.Add(new ColumnRun(first, ColumnWidths.Length - first, width));
        return runs;
    }

    private void MeasureHeadRows(List<ColumnRun> runs)
    {
        HeadRowHeights = new double[Texts.HeadRows];
        var line = Look.LineHeight(Look.Heading);
        Array.Fill(HeadRowHeights, line + 2 * _shape.Spacing);
        foreach (var cell in runs.SelectMany(Headings))
        {
            var last = cell.Row + cell.Rows - 1;
            var needed = cell.IsTurned ? WidthOf(Look.Heading, cell.Text) + 2 * Look.Padding : HeadingLines(cell).Count * line
                + 2 * _shape.Spacing;
            var there = HeadRowHeights.Skip(cell.Row).Take(cell.Rows).Sum();
            if (needed > there) HeadRowHeights[last] += needed - there;
        }
    }

    public IReadOnlyList<string> HeadingLines(ColumnHeadingCell cell) =>
        TextWrapper.Wrap(_typesetter, Look.Heading, cell.Text, Math.Max(4, cell.Width - 2 * Look.Padding));

    /// <summary>The headings of some columns; one over several stands once above all of them.</summary>
    public IEnumerable<ColumnHeadingCell> Headings(ColumnRun run)
    {
        var rows = Texts.HeadRows;
        for (var row = 0; row < rows; row++)
        {
            var x = 0.0;
            for (var column = run.First; column < run.First + run.Count;)
            {
                var (text, key) = Texts.ColumnHeading(Grid.Columns[column], row);
                var (end, width) = (column, 0.0);
                for (; end < run.First + run.Count && Texts.ColumnHeading(Grid.Columns[end], row).Key == key; end++)
                    width += ColumnWidths[end];
                // A total is named in its first row of headings, over those below it; names of values stand in the last one.
                if (key.Row == row && (text.Length > 0 || key.Part >= -1))
                {
                    var isTotal = key.Part == -2;
                    var down = isTotal ? rows - row - (Texts.NamesAcross && rows > row + 1 ? 1 : 0) : 1;
                    yield return new ColumnHeadingCell(text, row, down, column, end - column, x, width,
                        Turned[column] && end - column == 1 && row + down == rows, key,
                        isTotal || (Grid.Columns[column].IsTotal && row + down == rows));
                }
                (x, column) = (x + width, end);
            }
        }
    }

    /// <summary>The place, from the upper edge, where it may be cut so that what begins at <paramref name="from"/> ends between two rows:
    /// <paramref name="end"/>, or a little before it.</summary>
    /// <returns>Null if nothing of it can be printed between the two.</returns>
    public double? Cut(double from, double end)
    {
        if (end >= Height) return end;
        var (at, isFirst) = (from, true);
        foreach (var block in Blocks)
        {
            if (block.Top + block.Height <= from + 0.01) continue;
            var bottom = block.Top + block.Height;
            if (bottom <= end)
            {
                (at, isFirst) = (bottom, false);
                continue;
            }
            // What follows begins on a page of its own where it does not end on this one.
            if (!isFirst) return Math.Max(at, Math.Min(block.Top, end));
            var rows = block.Top + HeadHeight - LineTops[block.FirstLine];
            var last = LastLine(end - rows, block);
            if (rows + LineTops[last] is var cut && last > block.FirstLine && cut > from + 0.01) return cut;
            return block.Top > from + 0.01 ? block.Top : null;
        }
        return at > from ? at : null;
    }

    /// <summary>The row whose upper edge is the last one not below a height.</summary>
    private int LastLine(double height, CrosstabBlock block)
    {
        var index = Array.BinarySearch(LineTops, block.FirstLine, block.EndLine - block.FirstLine + 1, height + 0.01);
        return Math.Clamp(index < 0 ? ~index - 1 : index, block.FirstLine, block.EndLine);
    }

    /// <summary>The block, its first row and the rows around it whose headings are said again, where it goes on from a place within its
    /// rows; null where nothing is said again.</summary>
    public (CrosstabBlock Block, int Line)? GoesOn(double from)
    {
        foreach (var block in Blocks)
        {
            if (from <= block.Top + HeadHeight + 0.01) return null;
            if (from >= block.Top + block.Height - 0.01) continue;
            return (block, LastLine(from - block.Top - HeadHeight + LineTops[block.FirstLine], block));
        }
        return null;
    }

    /// <summary>The headings around a row that are said again above it where the crosstab is stepped: outermost first.</summary>
    public IReadOnlyList<int> Around(int line)
    {
        if (!_shape.Stepped) return [];
        var around = new List<int>();
        var least = Grid.Lines[line].Kind == EntryKind.Total ? Grid.Lines[line].Fields + 1 : Grid.Lines[line].Fields;
        for (var i = line - 1; i >= 0 && least > 1; i--)
            if (Grid.Lines[i] is { Kind: EntryKind.Heading } heading && heading.Fields < least)
            {
                // Several values of a heading stand on lines of their own; the first one names it.
                while (i > 0 && Grid.Lines[i - 1] is { Kind: EntryKind.Heading } same && same.Fields == heading.Fields
                    && same.Group == heading.Group) i--;
                around.Insert(0, i);
                least = heading.Fields;
            }
        return around;
    }

    /// <summary>The height of what is said again where it goes on from a place.</summary>
    public double Again(double from) => !_shape.RepeatHeadings || GoesOn(from) is not { } on ? 0
        : HeadHeight + Around(on.Line).Sum(l => LineTops[l + 1] - LineTops[l]);
}

/// <summary>One heading of columns.</summary>
/// <param name="X">From the first column of its block.</param>
public sealed record ColumnHeadingCell(string Text, int Row, int Rows, int Column, int Columns, double X, double Width, bool IsTurned,
    HeadKey Key, bool IsTotal);
