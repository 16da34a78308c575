using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>
/// The bands of a section, one after the other, with the sections inside of them. A header stays with the first row below it; a
/// part that is higher than a page is cut between lines.
/// </summary>
public sealed class SectionFlow : IFlow
{
    /// <param name="Inner">Where the sections inside of the part go on, once its elements are printed.</param>
    private sealed record At(Cursor Cursor, FlowCursor? Inner) : FlowCursor;

    private const double Close = 0.01;

    private readonly SectionContent _content;
    private readonly GroupTree _tree;
    private readonly PartLayout _layout;
    private readonly FramePositions _positions;
    private readonly Keeping _keeping;
    private readonly IReadOnlyList<PartPlan> _detail;
    private readonly Dictionary<PartPlan, IFlow> _bodies = new(ReferenceEqualityComparer.Instance);
    private readonly int _whole;
    private readonly bool _details;

    /// <summary>The height of a detail row, if it is the same for all of them; otherwise null.</summary>
    private readonly double? _rowHeight;

    /// <param name="contents">Gives the rows of the sections inside of this one.</param>
    public SectionFlow(SectionContent content, PartLayout layout, Func<SectionPlan, SectionContent> contents)
    {
        var plan = content.Plan;
        (_content, _tree, _layout, _whole) = (content, content.Tree, layout, plan.Base);
        _positions = new FramePositions(_tree, content.NewFrame());
        _detail = plan.Bands[new BandPlace(BandKind.Detail)];
        _details = _detail.Count > 0;
        _rowHeight = !layout.RowByRow && _detail is [{ HasFixedHeight: true, Breaks: false, Part.AtFoot: false } only] ? only.Height : null;
        foreach (var part in plan.Bands.Values.SelectMany(parts => parts).Where(p => p.Sections.Count > 0))
            _bodies[part] = SheetFlow.Compose(part.Sections, layout, contents);
        _keeping = new Keeping(plan, _tree, content.PartsAt, PartHeight, _positions) { Details = _details, RowHeight = _rowHeight };
    }

    public SectionPlan Plan => _content.Plan;

    /// <summary>Stands at the band that is being placed.</summary>
    public Frame Frame => _positions.Frame;

    public FlowCursor? Start(Frame? around)
    {
        if (Plan.Match.Count == 0) return new At(new Cursor(Stage.ReportHeader, _whole), null);
        if (around is null || SectionContent.KeyOf(Plan.Match.Select(m => m.Around), around) is not { } key) return null;
        return _content.Matches.TryGetValue(key, out var group) ? new At(new Cursor(Stage.ReportHeader, _whole, group), null) : null;
    }

    public Filled Fill(FlowCursor from, Room room, Placer? place)
    {
        var (cursor, inner) = (At)from;
        var left = room.Left + Plan.X;
        var y = room.Top + Repeat(cursor, room, left, place);
        var (empty, belowHeader, breaks) = (room.Empty, false, false);
        // The height of a header that shares the line of the row to come.
        var line = 0.0;
        int? firstRow = null;
        var begun = 0;
        while (cursor.Stage != Stage.End)
        {
            room.Effort?.Part();
            if (!empty && inner is null && _keeping.BeginsOnNewPage(cursor, room.Bottom - y - line + Close, room))
                return Stop(cursor, null);
            if (begun >= room.Rows && inner is null && cursor is { Stage: Stage.Header or Stage.Detail, Part: 0, Offset: 0 })
                return Stop(cursor, null);
            if (inner is null && IsUnit(cursor)) begun++;
            var parts = _content.PartsAt(cursor);
            if (cursor.Part >= parts.Count)
            {
                cursor = cursor.Next(_tree, _whole, _details);
                continue;
            }
            if (!breaks && line == 0 && room.Rows is null && _rowHeight is { } rowHeight
                && cursor is { Stage: Stage.Detail, Part: 0, Offset: 0 })
            {
                // All rows of a group but its last one, of which nothing decides where they stand but their height: whether they are
                // painted or only counted, they go this way.
                var last = _tree.Levels[cursor.Level].End(cursor.Group) - 1;
                for (; cursor.Row < last && !(rowHeight > room.Bottom - y + Close); cursor = cursor with { Row = cursor.Row + 1 })
                {
                    firstRow ??= cursor.Row;
                    if (place is not null) PlaceRow(cursor, rowHeight, firstRow.Value, left, y, place);
                    y += rowHeight;
                    if (rowHeight > 0) (empty, belowHeader) = (false, false);
                }
            }
            _positions.MoveTo(cursor);
            var part = parts[cursor.Part];
            if (inner is null && cursor.Offset == 0 && !part.IsShown(Frame))
            {
                cursor = cursor with { Part = cursor.Part + 1 };
                continue;
            }
            if (inner is null)
            {
                var isOnLine = cursor.Stage == Stage.Header && part.Part.OnRowLine;
                if (cursor.Stage != Stage.Detail && !isOnLine) (y, line) = (y + line, 0);
                var again = _layout.Again(part, Frame, cursor.Offset);
                var height = _layout.Height(part, Frame) - cursor.Offset + again;
                var space = room.Bottom - y;
                if (!empty && cursor.Offset == 0 && (breaks || _keeping.PartBreaks(part, cursor, space))) return Stop(cursor, null);
                var isTooHigh = height > space + Close;
                if (isTooHigh
                    || (!empty && cursor.Offset == 0 && _keeping.WithNext(cursor, room.Height, belowHeader) > space + Close))
                {
                    // A row that no page holds begins right below its headers, so that they do not stand alone.
                    var begins = isTooHigh && height > room.Height + Close
                        && (belowHeader ? space >= Keeping.LeastOfRow : part.GoesOn && space >= Keeping.LeastOfTable);
                    if (!empty && !begins) return Stop(cursor, null);
                    if (isTooHigh)
                    {
                        _positions.MoveTo(cursor);
                        if (cursor.Stage == Stage.Detail) Frame.PageFrom = firstRow ??= cursor.Row;
                        var shown = _layout.Place(part, Frame).Cut(cursor.Offset, space - again);
                        place?.Invoke(this, part, left, y + again, cursor.Offset, cursor.Offset + shown);
                        return new Filled(y + again + shown, false, new At(cursor with { Offset = cursor.Offset + shown }, null));
                    }
                }
                _positions.MoveTo(cursor);
                if (cursor.Stage == Stage.Detail) Frame.PageFrom = firstRow ??= cursor.Row;
                if (part.Part.AtFoot && cursor.Offset == 0 && height > 0) y = Math.Max(y, room.Bottom - _keeping.AtFoot(cursor));
                _positions.MoveTo(cursor);
                place?.Invoke(this, part, left, y + again, cursor.Offset, cursor.Offset + height - again);
                if (isOnLine) line = Math.Max(line, height);
                else (y, line) = (y + Math.Max(height, line), 0);
                breaks = part.Part.BreakAfter;
                if (height > 0) belowHeader = cursor.Stage == Stage.Header;
                // A part without height leaves room for what follows, as if it was not there.
                empty = empty && height <= 0;
                inner = part.Sections.Count == 0 ? null : _bodies[part].Start(Frame);
            }
            if (inner is not null)
            {
                var filled = _bodies[part].Fill(inner, room with { Top = y, Empty = empty, Around = Frame }, place);
                (y, empty) = (filled.Bottom, filled.Empty);
                if (filled.Next is not null) return Stop(cursor, filled.Next);
                inner = null;
            }
            cursor = cursor with { Part = cursor.Part + 1, Offset = 0 };
        }
        return new Filled(y + line, empty, null);

        Filled Stop(Cursor at, FlowCursor? within) => new(y + line, empty, new At(at, within));
    }

    private void PlaceRow(Cursor row, double height, int firstOfPage, double left, double y, Placer place)
    {
        _positions.MoveTo(row);
        Frame.PageFrom = firstOfPage;
        place(this, _detail[0], left, y, 0, height);
    }

    /// <summary>True at what is counted where a room takes so many: a row, or the innermost group where no rows are printed.</summary>
    private bool IsUnit(Cursor cursor) => cursor is { Part: 0, Offset: 0 }
        && (_details ? cursor.Stage == Stage.Detail : cursor.Stage == Stage.Header && cursor.Level == _tree.Innermost);

    /// <summary>The height of a part; with a page, that of the sections inside of it too, as far as the page holds them.</summary>
    private double PartHeight(PartPlan part, Cursor at, Room? whole)
    {
        var height = _layout.Height(part, Frame);
        if (whole is not { } page || part.Sections.Count == 0 || !part.IsShown(Frame)) return height;
        if (_bodies[part].Start(Frame) is not { } start) return height;
        var filled = _bodies[part].Fill(start, page with { Top = 0, Bottom = page.Height, Around = Frame }, null);
        _positions.MoveTo(at);
        return height + (filled.Next is null ? filled.Bottom : page.Height + 1);
    }

    public int Compare(FlowCursor a, FlowCursor b)
    {
        var ((x, innerX), (y, innerY)) = ((At)a, (At)b);
        var order = Order(FirstPrinted(x), innerX).CompareTo(Order(FirstPrinted(y), innerY));
        if (order != 0 || (innerX is null && innerY is null)) return order;
        if (innerX is null || innerY is null) return innerX is null ? -1 : 1;
        return _bodies[_content.PartsAt(x)[x.Part]].Compare(innerX, innerY);
    }

    public FlowCursor? Locate(FlowPlace place)
    {
        if (!ReferenceEquals(place.Section, Plan)) return null;
        return new At(place.At, place.Inside is { } inside ? _bodies[_content.PartsAt(place.At)[place.At.Part]].Locate(inside) : null);
    }

    public Reached? ReachedAt(FlowCursor? cursor, SectionPlan section)
    {
        if (!ReferenceEquals(section, Plan)) return null;
        if (cursor is not At(var at, var inner)) return new Reached(_tree.Order.Length, _whole);
        var hasBegun = at.Part > 0 || at.Offset > 0 || inner is not null;
        return at.Stage switch
        {
            Stage.Header when !hasBegun && at.Level > _whole =>
                new Reached(_tree.Levels[at.Level].Start[at.Group], at.Level - 1, _tree.Levels[at.Level].Parent[at.Group]),
            Stage.ReportHeader or Stage.Header => new Reached(_tree.Levels[at.Level].Start[at.Group], at.Level, at.Group),
            // A row of which a part is printed already began before.
            Stage.Detail => new Reached(at.Row + (hasBegun ? 1 : 0), at.Level, at.Group),
            _ => new Reached(_tree.Levels[at.Level].End(at.Group), at.Level, at.Group),
        };
    }

    /// <summary>The first place from a cursor on at which anything is printed.</summary>
    private Cursor FirstPrinted(Cursor cursor)
    {
        while (cursor.Stage != Stage.End && cursor.Part >= _content.PartsAt(cursor).Count) cursor = cursor.Next(_tree, _whole, _details);
        return cursor;
    }

    /// <summary>Headers come before the row that they start with, outer ones first; footers after the row that they end with, inner ones
    /// first; what is inside of a part after all that the part itself prints.</summary>
    private (int Row, int Kind, int Level, int Group, Stage Stage, int Part, double Offset) Order(Cursor c, FlowCursor? inner)
    {
        var offset = inner is null ? c.Offset : double.MaxValue;
        var (row, kind, level) = c.Stage switch
        {
            Stage.ReportHeader => (-1, 0, 0),
            Stage.Header or Stage.Footer when !_tree.HasRows(c.Level, c.Group) => WithoutRows(c),
            Stage.Header => (_tree.Levels[c.Level].Start[c.Group], 0, c.Level),
            Stage.Detail => (c.Row, 1, 0),
            Stage.Footer => (_tree.Levels[c.Level].End(c.Group) - 1, 2, -c.Level),
            Stage.ReportFooter => (int.MaxValue, 0, 0),
            _ => (int.MaxValue, 1, 0),
        };
        return (row, kind, level, c.Stage is Stage.Header or Stage.Footer ? c.Group : 0, c.Stage, c.Part, offset);
    }

    /// <summary>A group without rows stands before the row that follows it in the group around it; where none does, after the last
    /// one.</summary>
    private (int Row, int Kind, int Level) WithoutRows(Cursor c)
    {
        var (own, around) = (_tree.Levels[c.Level].Start[c.Group], _tree.Levels[c.Level].Parent[c.Group]);
        return own < _tree.Levels[c.Level - 1].End(around) ? (own, 0, c.Level) : (own - 1, 2, -c.Level);
    }

    /// <summary>Prints the repeated parts of the headers around a page's start, and returns their height.</summary>
    private double Repeat(Cursor start, Room room, double left, Placer? place)
    {
        var repeated = Repeated(start);
        var total = repeated.Sum(r => r.Height);
        if (total == 0 || total > room.Height / 2) return 0;
        var y = room.Top;
        foreach (var (part, at, height) in repeated)
        {
            _positions.MoveTo(at);
            Frame.IsContinued = true;
            place?.Invoke(this, part, left, y, 0, height);
            Frame.IsContinued = false;
            y += height;
        }
        return total;
    }

    /// <summary>The parts of headers that are drawn again above a place inside of their group.</summary>
    private List<(PartPlan Part, Cursor At, double Height)> Repeated(Cursor start)
    {
        var repeated = new List<(PartPlan, Cursor, double)>();
        if (start.Stage is Stage.ReportHeader or Stage.ReportFooter or Stage.End || _tree.Order.Length == 0) return repeated;
        var around = start.Stage == Stage.Header && start is { Part: 0, Offset: 0 } ? start.Level - 1 : start.Level;
        var path = _tree.Path(start.Level, start.Group);
        for (var level = _whole; level <= around; level++)
        {
            var header = level == _whole
                ? new Cursor(Stage.ReportHeader, _whole, path[_whole])
                : new Cursor(Stage.Header, level, path[level]);
            var parts = _content.PartsAt(header);
            for (var i = 0; i < parts.Count; i++)
            {
                if (!parts[i].Part.Repeat || (parts[i].HeadsRows && !_content.PrintsRows)) continue;
                // A part that is still to come on this page is not repeated before it.
                if (start.Stage == Stage.Header && level == start.Level && i >= start.Part) continue;
                _positions.MoveTo(header);
                if (!parts[i].IsShown(Frame)) continue;
                Frame.IsContinued = true;
                repeated.Add((parts[i], header, _layout.Height(parts[i], Frame)));
                Frame.IsContinued = false;
            }
        }
        return repeated;
    }
}
