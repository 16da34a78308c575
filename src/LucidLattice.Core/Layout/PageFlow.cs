using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Layout;

/// <summary>
/// Fills pages with bands. The same flow finds where pages start (without drawing) and draws one page on demand,
/// so both always agree. A header stays with the first row below it; a part that is higher than a page is cut between lines.
/// </summary>
public sealed class PageFlow
{
    private readonly SectionPlan _plan;
    private readonly GroupTree _tree;
    private readonly PartLayout _layout;
    private readonly FramePositions _positions;
    private readonly IReadOnlyList<PartPlan>[] _headers, _footers;
    private readonly IReadOnlyList<PartPlan> _reportHeader, _detail, _reportFooter;
    private readonly bool _details;

    /// <summary>The height of a detail row, if it is the same for all of them; otherwise null.</summary>
    private readonly double? _rowHeight;
    private readonly double _top, _bottom;

    /// <param name="frame">Is moved from band to band.</param>
    public PageFlow(SectionPlan plan, GroupTree tree, PartLayout layout, Frame frame)
    {
        (_plan, _tree, _layout) = (plan, tree, layout);
        _positions = new FramePositions(tree, frame);
        IReadOnlyList<PartPlan>[] ByLevel(BandKind kind) => [.. Enumerable.Range(0, plan.Levels.Count + 1).Select(level => level == 0 ? [] : plan.Bands[new BandPlace(kind, level)])];
        (_headers, _footers) = (ByLevel(BandKind.GroupHeader), ByLevel(BandKind.GroupFooter));
        (_reportHeader, _detail, _reportFooter) = (plan.Bands[new BandPlace(BandKind.ReportHeader)], plan.Bands[new BandPlace(BandKind.Detail)], plan.Bands[new BandPlace(BandKind.ReportFooter)]);
        _details = _detail.Count > 0;
        _rowHeight = _detail is [{ HasFixedHeight: true } only] ? only.Part.Height : null;
        PrintOrder = Comparer<Cursor>.Create((x, y) => Order(x).CompareTo(Order(y)));
        var page = plan.Report.Page;
        _top = page.Top + HeightOf(BandKind.PageHeader);
        _bottom = page.Height - page.Bottom - HeightOf(BandKind.PageFooter);
    }

    /// <summary>The first thing to print.</summary>
    public static Cursor Start => new(Stage.ReportHeader);

    /// <summary>Fills one page from <paramref name="start"/> and returns where the next one starts; its stage is End after the last.</summary>
    /// <param name="place">Is given each part with its upper edge on the page, and the part of it that is shown (from, to), in points; null to measure only.</param>
    public Cursor Fill(Cursor start, Action<PartPlan, Frame, double, double, double>? place)
    {
        var y = _top + Repeat(start, place);
        var empty = true;
        var cursor = start;
        while (cursor.Stage != Stage.End)
        {
            var parts = Parts(cursor);
            if (cursor.Part >= parts.Count)
            {
                cursor = cursor.Next(_tree, _details);
                continue;
            }
            if (!empty && StartsNewPage(cursor)) return cursor;
            if (place is null && _rowHeight is { } rowHeight && cursor is { Stage: Stage.Detail, Part: 0, Offset: 0 })
            {
                // Rows of one height are only counted; the same sums as below decide, so that both agree to the last bit.
                var (row, last) = (cursor.Row, _tree.Levels[cursor.Level].End(cursor.Group) - 1);
                for (; row < last && !(rowHeight > _bottom - y + 0.01); row++, empty = false) y += rowHeight;
                cursor = cursor with { Row = row };
            }
            _positions.MoveTo(cursor);
            var part = parts[cursor.Part];
            var height = _layout.Height(part, _positions.Frame) - cursor.Offset;
            var room = _bottom - y;
            if (height > room + 0.01 || (!empty && cursor.Stage == Stage.Header && cursor.Offset == 0 && KeptTogether(cursor) > room + 0.01))
            {
                if (!empty) return cursor;
                if (height > room + 0.01)
                {
                    _positions.MoveTo(cursor);
                    var shown = PartSlices.Cut(_layout.Place(part, _positions.Frame), cursor.Offset, room);
                    place?.Invoke(part, _positions.Frame, y, cursor.Offset, cursor.Offset + shown);
                    return cursor with { Offset = cursor.Offset + shown };
                }
            }
            _positions.MoveTo(cursor);
            place?.Invoke(part, _positions.Frame, y, cursor.Offset, cursor.Offset + height);
            y += height;
            empty = false;
            cursor = cursor with { Part = cursor.Part + 1, Offset = 0 };
        }
        return cursor;
    }

    private IReadOnlyList<PartPlan> Parts(Cursor cursor) => cursor.Stage switch
    {
        Stage.ReportHeader => _reportHeader,
        Stage.Header => _headers[cursor.Level],
        Stage.Detail => _detail,
        Stage.Footer => _footers[cursor.Level],
        _ => _reportFooter,
    };

    /// <summary>The band in which a cursor stands.</summary>
    public static BandPlace PlaceOf(Cursor cursor) => cursor.Stage switch
    {
        Stage.ReportHeader => new BandPlace(BandKind.ReportHeader),
        Stage.Header => new BandPlace(BandKind.GroupHeader, cursor.Level),
        Stage.Detail => new BandPlace(BandKind.Detail),
        Stage.Footer => new BandPlace(BandKind.GroupFooter, cursor.Level),
        _ => new BandPlace(BandKind.ReportFooter),
    };

    /// <summary>The first place from a cursor on at which anything is printed.</summary>
    public Cursor FirstPrinted(Cursor cursor)
    {
        while (cursor.Stage != Stage.End && cursor.Part >= Parts(cursor).Count) cursor = cursor.Next(_tree, _details);
        return cursor;
    }

    /// <summary>Compares two cursors by which is printed first.</summary>
    public IComparer<Cursor> PrintOrder { get; }

    /// <summary>Headers come before the row that they start with, outer ones first; footers after the row that they end with, inner ones first.</summary>
    private (int Row, int Kind, int Level, int Part, double Offset) Order(Cursor c) => c.Stage switch
    {
        Stage.ReportHeader => (-1, 0, 0, c.Part, c.Offset),
        Stage.Header => (_tree.Levels[c.Level].Start[c.Group], 0, c.Level, c.Part, c.Offset),
        Stage.Detail => (c.Row, 1, 0, c.Part, c.Offset),
        Stage.Footer => (_tree.Levels[c.Level].End(c.Group) - 1, 2, -c.Level, c.Part, c.Offset),
        _ => (int.MaxValue, 0, 0, c.Part, c.Offset),
    };

    private double HeightOf(BandKind kind) => _plan.Bands[new BandPlace(kind)].Sum(p => p.Part.Height);

    /// <summary>A level that wants new pages gets one before each group but the first of its parent.</summary>
    private bool StartsNewPage(Cursor cursor)
        => cursor is { Stage: Stage.Header, Part: 0, Offset: 0, Group: > 0 } && _plan.Levels[cursor.Level - 1].Level.NewPage
            && _tree.Levels[cursor.Level].Parent[cursor.Group] == _tree.Levels[cursor.Level].Parent[cursor.Group - 1];

    /// <summary>The height of what stays together from a header on: the headers below it and the first row or footer.</summary>
    private double KeptTogether(Cursor cursor)
    {
        var height = 0.0;
        while (true)
        {
            _positions.MoveTo(cursor);
            var parts = Parts(cursor);
            for (var i = cursor.Part; i < parts.Count; i++) height += _layout.Height(parts[i], _positions.Frame);
            // What no page can hold together need not be kept together.
            if (height > _bottom - _top) return 0;
            if (cursor.Stage != Stage.Header) return height;
            cursor = cursor.Next(_tree, _details);
        }
    }

    /// <summary>Prints the repeated parts of the headers around a page's start, and returns their height.</summary>
    private double Repeat(Cursor start, Action<PartPlan, Frame, double, double, double>? place)
    {
        var around = start.Stage switch { Stage.Header => start.Part > 0 || start.Offset > 0 ? start.Level : start.Level - 1, Stage.Detail or Stage.Footer => start.Level, _ => 0 };
        if (around == 0) return 0;
        var path = _tree.Path(start.Level, start.Group);
        var repeated = new List<(PartPlan Part, Cursor At, double Height)>();
        for (var level = 1; level <= around; level++)
        {
            var header = new Cursor(Stage.Header, level, path[level]);
            var parts = Parts(header);
            for (var i = 0; i < parts.Count; i++)
            {
                // A part that is still to come on this page is not repeated before it.
                if (!parts[i].Part.Repeat || (start.Stage == Stage.Header && level == start.Level && i >= start.Part)) continue;
                _positions.MoveTo(header);
                repeated.Add((parts[i], header, _layout.Height(parts[i], _positions.Frame)));
            }
        }
        var total = repeated.Sum(r => r.Height);
        if (total > (_bottom - _top) / 2) return 0;
        var y = _top;
        foreach (var (part, at, height) in repeated)
        {
            _positions.MoveTo(at);
            place?.Invoke(part, _positions.Frame, y, 0, height);
            y += height;
        }
        return total;
    }
}
