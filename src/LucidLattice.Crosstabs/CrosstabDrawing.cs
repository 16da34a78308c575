using System.Globalization;
using LucidLattice.Charts;
using LucidLattice.Data;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Crosstabs;

/// <summary>What the drawing of a crosstab needs besides its layout.</summary>
/// <param name="Id">Of this drawing: the crosstab's, with the group that it is drawn for.</param>
/// <param name="Frame">Stands in the group around.</param>
/// <param name="CellAction">What a click on a cell opens.</param>
/// <param name="HeadingAction">What a click on the heading of a group opens: down or across, how many fields, which group.</param>
/// <param name="RanksOf">The ranks of what a small line goes over.</param>
public sealed record CrosstabPainting(string Id, Frame Frame, Func<CrosstabEntry, CrosstabEntry, LinkAction?> CellAction,
    Func<bool, int, int, LinkAction?> HeadingAction, Func<Compiled, RowKey> RanksOf);

/// <summary>Draws the part of a crosstab that is on one page.</summary>
public sealed class CrosstabDrawing(CrosstabLayout layout, CrosstabShape shape, CrosstabPainting on, ITypesetter typesetter)
{
    private const string GridColor = "#D9D7CF", StrongGrid = "#8A9095";
    private readonly List<DrawItem> _items = [];
    private readonly Dictionary<(int, int), (double Least, double Most)?> _ranges = [];

    private CrosstabTexts Texts => layout.Texts;
    private CrosstabLook Look => layout.Look;
    private CrosstabGrid Grid => layout.Texts.Grid;

    /// <param name="left">The left edge on the page.</param>
    /// <param name="top">Where on the page what begins at <paramref name="from"/> stands; what is said again stands above.</param>
    /// <param name="from">From the crosstab's upper edge.</param>
    public List<DrawItem> Draw(double left, double top, double from, double to)
    {
        foreach (var block in layout.Blocks)
        {
            var (begin, end) = (block.Top, block.Top + block.Height);
            if (end <= from + 0.01 || begin >= to - 0.01) continue;
            var isBegin = begin >= from - 0.01;
            var line = isBegin ? block.FirstLine : layout.GoesOn(from) is { } on ? on.Line : LineAt(block, from);
            var last = LineAt(block, to);
            var rows = top - from + begin + layout.HeadHeight - layout.LineTops[block.FirstLine];
            if (isBegin) Head(block, left, top - from + begin);
            else if (layout.Again(from) is > 0 and var again)
            {
                Head(block, left, top - again);
                var y = top - again + layout.HeadHeight;
                foreach (var around in layout.Around(line))
                {
                    Row(block, around, null, left, y, isAgain: true);
                    y += layout.LineTops[around + 1] - layout.LineTops[around];
                }
            }
            for (var i = line; i < last; i++)
                Row(block, i, i == line ? null : Grid.Lines[i - 1], left, rows + layout.LineTops[i], isAgain: false, last);
        }
        var notice = layout.Height - layout.NoticeHeight;
        if (layout.Notice.Length > 0 && notice >= from - 0.01 && notice < to)
            Text(layout.Notice, Look.Heading, Look.Muted, left, top - from + notice + 2, typesetter.Width(Look.Heading, layout.Notice));
        return _items;
    }

    private int LineAt(CrosstabBlock block, double at)
    {
        var within = at - block.Top - layout.HeadHeight + layout.LineTops[block.FirstLine];
        var i = block.FirstLine;
        while (i < block.EndLine && layout.LineTops[i + 1] <= within + 0.02) i++;
        return i;
    }

    private void Head(CrosstabBlock block, double left, double top)
    {
        var (width, height) = (layout.HeadWidth + block.Columns.Width, layout.HeadHeight);
        if (height <= 0) return;
        if (shape.HeadingShade is { } shade) _items.Add(new RectItem(left, top, width, height, shade));
        var rowTops = new double[layout.HeadRowHeights.Length + 1];
        for (var i = 0; i < layout.HeadRowHeights.Length; i++) rowTops[i + 1] = rowTops[i] + layout.HeadRowHeights[i];
        foreach (var row in layout.Headings(block.Columns).GroupBy(h => h.Row).OrderBy(r => r.Key))
        {
            _items.Add(new RoleStart(DrawRole.Row));
            Corner(left, top + height, isDrawn: row.Key == rowTops.Length - 2);
            foreach (var cell in row)
                In(new RoleStart(DrawRole.ColumnHeader) { Span = cell.Columns, Align = Alignment.Right }, () => Heading(cell));
            _items.Add(RoleEnd.Last);
        }
        _items.Add(new LineItem(left, top + height, left + width, top + height, 0.75, StrongGrid));

        void Heading(ColumnHeadingCell cell)
        {
            var first = _items.Count;
            var (y, down) = (top + rowTops[cell.Row], rowTops[cell.Row + cell.Rows] - rowTops[cell.Row]);
            var at = left + layout.HeadWidth + cell.X;
            if (cell.IsTurned) Turned(cell.Text, at + cell.Width / 2, y + down - Look.Padding);
            else HeadingLines(cell, at, y, down, isOverSeveral: cell.Columns > 1 || cell.Row + cell.Rows < rowTops.Length - 1);
            if (cell.Columns > 1 && cell.Row + cell.Rows < rowTops.Length - 1)
                _items.Add(new LineItem(at + 2, y + down, at + cell.Width - 2, y + down, 0.5, StrongGrid));
            if (shape.Grid == TableGrid.All) _items.Add(new LineItem(at, y, at, top + height, 0.5, GridColor));
            if (cell.Key.Part == -1) HeadingRegion(false, cell.Key.Fields, cell.Key.Group, cell.Text, at, y, cell.Width, down, first);
        }
    }

    /// <summary>What the fields down are called, in the last row of the headings; empty in the others.</summary>
    private void Corner(double left, double bottom, bool isDrawn)
    {
        var x = left;
        for (var column = 0; column < layout.HeadWidths.Length; column++)
        {
            var (text, own) = (Texts.Corner(column), layout.HeadWidths[column]);
            In(new RoleStart(isDrawn ? DrawRole.ColumnHeader : DrawRole.Cell), () =>
            {
                if (isDrawn)
                    Text(Fitting(text, Look.Heading, own - 2 * Look.Padding), Look.Heading, Look.Muted, x + Look.Padding,
                        bottom - shape.Spacing - Look.LineHeight(Look.Heading), own - 2 * Look.Padding);
            });
            x += own;
        }
    }

    private void In(RoleStart role, Action draw)
    {
        _items.Add(role);
        draw();
        _items.Add(RoleEnd.Last);
    }

    /// <summary>What was drawn from a place on is said by the area over it.</summary>
    private void Silence(int from)
    {
        for (var i = from; i < _items.Count; i++)
            if (_items[i] is TextRun run) _items[i] = run with { IsSilent = true };
    }

    private void HeadingLines(ColumnHeadingCell cell, double x, double y, double height, bool isOverSeveral)
    {
        var (lines, line) = (layout.HeadingLines(cell), Look.LineHeight(Look.Heading));
        var at = isOverSeveral ? y + shape.Spacing : y + height - shape.Spacing - lines.Count * line;
        foreach (var text in lines)
        {
            var (measured, inner) = (typesetter.Width(Look.Heading, text), cell.Width - 2 * Look.Padding);
            var shift = isOverSeveral && cell.Columns > 1 ? Math.Max(0, (inner - measured) / 2) : inner - measured;
            Text(text, Look.Heading, cell.IsTotal ? Look.Ink : Look.Muted, x + Look.Padding + shift, at, measured);
            at += line;
        }
    }

    private void Turned(string text, double x, double bottom)
    {
        var (ascent, descent) = typesetter.Extent(Look.Heading);
        TextItems.Add(_items, typesetter, text, Look.Heading, Look.Muted, x + (ascent - descent) / 2, bottom,
            typesetter.Width(Look.Heading, text), -90);
    }

    /// <param name="last">The end of the rows on the page, so that a heading over several rows stays among them.</param>
    private void Row(CrosstabBlock block, int index, CrosstabEntry? before, double left, double y, bool isAgain, int last = 0)
    {
        var (line, height) = (Grid.Lines[index], layout.LineTops[index + 1] - layout.LineTops[index]);
        var width = layout.HeadWidth + block.Columns.Width;
        if (line.IsTotal && shape.TotalShade is { } total) _items.Add(new RectItem(left, y, width, height, total));
        else if (!line.IsTotal && shape.RowShade is { } shade && index % 2 == 1) _items.Add(new RectItem(left, y, width, height, shade));
        var font = layout.FontOf(line);
        var baseline = y + shape.Spacing;
        var x = left;
        _items.Add(new RoleStart(DrawRole.Row));
        for (var column = 0; column < layout.HeadWidths.Length; column++)
        {
            var (text, indent) = Texts.RowHeading(line, before, column, out var fields);
            _items.Add(new RoleStart(text.Length > 0 ? DrawRole.RowHeader : DrawRole.Cell));
            var first = _items.Count;
            if (text.Length > 0)
            {
                var at = baseline;
                foreach (var part in layout.Lines(line, before, column))
                {
                    if (at + Look.LineHeight(font) > y + RoomFor(line, index, fields, last) + 0.5) break;
                    Text(part, font, isAgain ? Look.Muted : Look.Ink, x + Look.Padding + indent, at, typesetter.Width(font, part));
                    at += Look.LineHeight(font);
                }
                if (fields > 0)
                    HeadingRegion(true, fields, fields == line.Fields ? line.Group
                        : Texts.Figures.Around(true, line.Fields, line.Group, fields), text, x, y, layout.HeadWidths[column], height,
                        first);
            }
            _items.Add(RoleEnd.Last);
            x += layout.HeadWidths[column];
        }
        for (var column = block.Columns.First; column < block.Columns.First + block.Columns.Count; column++)
        {
            _items.Add(new RoleStart(DrawRole.Cell) { Align = Alignment.Right });
            if (!isAgain && line.HasNumbers) Cell(line, Grid.Columns[column], x, y, layout.ColumnWidths[column], height);
            _items.Add(RoleEnd.Last);
            if (shape.Grid == TableGrid.All) _items.Add(new LineItem(x, y, x, y + height, 0.5, GridColor));
            x += layout.ColumnWidths[column];
        }
        _items.Add(RoleEnd.Last);
        if (shape.Grid == TableGrid.None || isAgain) return;
        var next = index + 1 < Grid.Lines.Count ? Grid.Lines[index + 1] : null;
        var strong = line.Kind == EntryKind.Total && next?.Value is not > 0;
        var from = index + 1 < last ? Unsaid(line, next) : 0;
        _items.Add(new LineItem(left + from, y + height, left + width, y + height, 0.5, strong ? StrongGrid : GridColor));
    }

    /// <summary>The width of the row headings that hold for the next row too, so that no line parts them.</summary>
    private double Unsaid(CrosstabEntry line, CrosstabEntry? next)
    {
        var (width, column) = (0.0, 0);
        if (next is null) return 0;
        while (column < layout.HeadWidths.Length && Texts.RowHeading(next, line, column, out _).Text.Length == 0
            && (next with { Value = line.Value } == line || column < Math.Min(line.Fields, next.Fields)))
            width += layout.HeadWidths[column++];
        return width;
    }

    /// <summary>The height that a row heading has: that of all rows on the page which it stands for.</summary>
    private double RoomFor(CrosstabEntry line, int index, int fields, int last)
    {
        var end = index + 1;
        if (fields > 0 && fields < line.Fields)
            while (end < last && Grid.Lines[end].Fields >= fields
                && Texts.Figures.Around(true, Grid.Lines[end].Fields, Grid.Lines[end].Group, fields)
                == Texts.Figures.Around(true, line.Fields, line.Group, fields)) end++;
        return layout.LineTops[end] - layout.LineTops[index];
    }

    private void Cell(CrosstabEntry line, CrosstabEntry column, double x, double y, double width, double height)
    {
        var first = _items.Count;
        var value = Texts.Figures.Query.Values[Texts.Figures.ValueOf(line, column)];
        var place = Texts.Figures.Cell(line, column);
        var text = Texts.Figure(line, column, on.Frame);
        var isTotal = line.IsTotal || column.IsTotal;
        if (column.IsTotal && !line.IsTotal && shape.TotalShade is { } shade) _items.Add(new RectItem(x, y, width, height, shade));
        var (font, color) = (isTotal ? Look.Totals : Look.Body, Look.Ink);
        if (place is { } cell)
            foreach (var (rule, when) in value.Rules)
                if (Texts.Figures.At(cell, when, on.Frame) is { IsNull: false, Bool: true })
                {
                    (color, font) = (rule.Color ?? color, font with { Bold = rule.Bold ?? font.Bold, Italic = rule.Italic ?? font.Italic });
                    if (rule.Background is { } background) _items.Add(new RectItem(x, y, width, height, background));
                }
        if (!isTotal && value.Definition.Scale is { } scale) Scale(scale, value, line, column, x, y, width, height);
        if (value.LineOver is { } over)
        {
            if (place is { } of) Line(of, line, column, over, x, y, width, height);
        }
        else if (text.Length > 0)
        {
            var measured = typesetter.Width(font, text);
            var inner = width - 2 * Look.Padding;
            // A cut figure is a wrong one, so it is set smaller where it has to be.
            if (measured > inner + 0.01) (font, measured) = (font with { Size = Math.Max(3, font.Size * inner / measured) }, inner);
            Text(text, font, color, x + width - Look.Padding - measured, y + shape.Spacing, measured);
        }
        if (place is null) return;
        Silence(first);
        var id = MarkOf(on.Id, line, column, Texts.Figures.ValueOf(line, column));
        _items.Add(new RegionItem(x, y, width, height, id, Texts.Spoken(line, column), text, on.CellAction(line, column)));
    }

    /// <summary>The id of the region over a cell.</summary>
    public static string MarkOf(string id, CrosstabEntry line, CrosstabEntry column, int value) =>
        string.Create(CultureInfo.InvariantCulture, $"{id}-{line.Fields}.{line.Group}.{column.Fields}.{column.Group}.{value}");

    private void Scale(NumberScale scale, CrosstabMeasure value, CrosstabEntry line, CrosstabEntry column, double x, double y, double width,
        double height)
    {
        if (Texts.Figures.Shown(line, column, on.Frame) is not { IsNull: false } number || !number.Type.IsNumber()) return;
        if (Range(value, line, column) is not { } range) return;
        if (scale.Form == ScaleForm.Colors)
        {
            var at = range.Most > range.Least ? (number.AsDouble - range.Least) / (range.Most - range.Least) : 0.5;
            _items.Add(new RectItem(x, y, width, height, Palettes.Mixed(scale.Low, scale.High, Math.Clamp(at, 0, 1))));
        }
        else if (scale.Form == ScaleForm.Bars)
        {
            var (low, high) = (Math.Min(0, range.Least), Math.Max(0, range.Most));
            if (high <= low) return;
            var (zero, end) = (-low / (high - low), Math.Clamp((number.AsDouble - low) / (high - low), 0, 1));
            _items.Add(new RectItem(x + 1 + Math.Min(zero, end) * (width - 2), y + 1, Math.Abs(end - zero) * (width - 2),
                Math.Max(1, height - 2), number.AsDouble < 0 ? scale.Low : scale.High));
        }
        else if (number.AsDouble != 0)
        {
            var (size, middle) = (Math.Min(6, height * 0.5), y + height / 2);
            var (tip, foot) = number.AsDouble > 0 ? (middle - size / 2, middle + size / 2) : (middle + size / 2, middle - size / 2);
            _items.Add(new PathItem(new DrawPath().MoveTo(x + 2, foot).LineTo(x + 2 + size, foot).LineTo(x + 2 + size / 2, tip).Close(),
                number.AsDouble < 0 ? scale.Low : scale.High));
        }
    }

    /// <summary>The least and the largest number among the cells that a cell is compared with; totals are not.</summary>
    private (double Least, double Most)? Range(CrosstabMeasure value, CrosstabEntry line, CrosstabEntry column)
    {
        const int MostCompared = 200_000;
        var which = Texts.Figures.ValueOf(line, column);
        var key = (which, value.Definition.ScaleByRow ? line.Group : -1);
        if (_ranges.TryGetValue(key, out var known)) return known;
        var (least, most, left) = (double.MaxValue, double.MinValue, MostCompared);
        foreach (var other in value.Definition.ScaleByRow ? [line] : Grid.Lines)
        {
            if (other.IsTotal || (other.Value >= 0 && other.Value != which)) continue;
            foreach (var beside in Grid.Columns)
            {
                if (beside.IsTotal || (beside.Value >= 0 && beside.Value != which) || left-- < 0) continue;
                if (Texts.Figures.Shown(other, beside, on.Frame) is { IsNull: false } number && number.Type.IsNumber())
                    (least, most) = (Math.Min(least, number.AsDouble), Math.Max(most, number.AsDouble));
            }
        }
        return _ranges[key] = most < least ? null : (least, most);
    }

    private void Line(CellPlace cell, CrosstabEntry line, CrosstabEntry column, Compiled over, double x, double y, double width,
        double height)
    {
        var points = Texts.Figures.Points(cell, Texts.Figures.ValueOf(line, column), on.RanksOf(over), on.Frame);
        var numbers = points.Select(p => p.IsNull || !p.Type.IsNumber() ? double.NaN : p.AsDouble).ToList();
        var known = numbers.Where(double.IsFinite).ToList();
        if (known.Count == 0) return;
        var (least, most) = (known.Min(), known.Max());
        var (left, top, room, high) = (x + Look.Padding, y + 2, width - 2 * Look.Padding, Math.Max(2, height - 4));
        double At(double number) => top + (most > least ? (most - number) / (most - least) : 0.5) * high;
        var step = numbers.Count > 1 ? room / (numbers.Count - 1) : 0;
        var (path, isDrawing) = (new DrawPath(), false);
        for (var i = 0; i < numbers.Count; i++)
        {
            if (!double.IsFinite(numbers[i]))
            {
                isDrawing = false;
                continue;
            }
            path = isDrawing ? path.LineTo(left + i * step, At(numbers[i])) : path.MoveTo(left + i * step, At(numbers[i]));
            isDrawing = true;
        }
        _items.Add(new PathItem(path, null, new Pen(Palette.Series[0], 1, IsRound: true)));
        var final = numbers.FindLastIndex(double.IsFinite);
        _items.Add(new CircleItem(left + final * step, At(numbers[final]), 1.5, Palette.Series[0]));
    }

    /// <param name="first">Where what is drawn of it begins among the items.</param>
    private void HeadingRegion(bool isDown, int fields, int group, string text, double x, double y, double width, double height, int first)
    {
        if (on.HeadingAction(isDown, fields, group) is not { } action) return;
        Silence(first);
        var id = string.Create(CultureInfo.InvariantCulture, $"{on.Id}-{(isDown ? "down" : "across")}.{fields}.{group}");
        var notch = Math.Min(4, height / 2);
        _items.Add(new PathItem(new DrawPath().MoveTo(x + width - notch, y).LineTo(x + width, y).LineTo(x + width, y + notch).Close(),
            Palette.Link));
        _items.Add(new RegionItem(x, y, width, height, id, text, "", action));
    }

    private string Fitting(string text, Font font, double width)
    {
        if (typesetter.Width(font, text) <= width) return text;
        var length = text.Length;
        while (length > 1 && typesetter.Width(font, string.Concat(text.AsSpan(0, length), "…")) > width) length--;
        return text[..length] + "…";
    }

    private void Text(string text, Font font, string color, double x, double y, double width)
    {
        if (text.Length == 0) return;
        var (ascent, descent) = typesetter.Extent(font);
        TextItems.Add(_items, typesetter, text, font, color, x, y + (Look.LineHeight(font) - ascent - descent) / 2 + ascent, width);
    }
}
