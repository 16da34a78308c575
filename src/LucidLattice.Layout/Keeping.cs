using LucidLattice.Data.Grouping;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>
/// What of a section stays on one page: headers with the first row below them, footers with the last row above them, groups that
/// are kept whole, and parts that begin new pages. It measures and moves the section's frame, so whoever asks moves that back.
/// </summary>
/// <param name="parts">The parts of the band at a cursor.</param>
/// <param name="heightOf">The height of a part where the frame stands; with a page, that of the sections inside of it too.</param>
internal sealed class Keeping(SectionPlan plan, GroupTree tree, Func<Cursor, IReadOnlyList<PartPlan>> parts,
    Func<PartPlan, Cursor, Room?, double> heightOf, FramePositions positions)
{
    /// <summary>Of a row that no page holds whole, at least this much stands with the headers above it, in points.</summary>
    public const double LeastOfRow = 36;

    /// <summary>A table that no page holds begins where at least so much is left, in points.</summary>
    public const double LeastOfTable = 160;

    /// <summary>Footers up to this share of a page stay with the row above them.</summary>
    private const double MostOfFooters = 1 / 3.0;

    /// <summary>False if the detail band prints nothing.</summary>
    public required bool Details { get; init; }

    /// <summary>The height of a row, if it is the same for all.</summary>
    public required double? RowHeight { get; init; }

    /// <summary>True at the begin of a group that wants a page of its own, or that would not end on this one and is kept whole.</summary>
    /// <param name="space">What is left on the page.</param>
    public bool BeginsOnNewPage(Cursor cursor, double space, Room page)
    {
        if (cursor is not { Stage: Stage.Header, Part: 0, Offset: 0 }) return false;
        var level = LevelAt(cursor);
        if (level.NewPage && cursor.Group > 0
            && tree.Levels[cursor.Level].Parent[cursor.Group] == tree.Levels[cursor.Level].Parent[cursor.Group - 1]) return true;
        return level.Together && WholeGroup(cursor, page) is { } height && height > space;
    }

    /// <summary>True if a part begins a new page by itself.</summary>
    public bool PartBreaks(PartPlan part, Cursor cursor, double space) =>
        part.Part.BreakBefore || space < part.Part.LeastRoom
        || (part.Part.BreakEvery is { } every && cursor.Stage == Stage.Detail && cursor.Row > tree.Levels[cursor.Level].Start[cursor.Group]
            && (cursor.Row - tree.Levels[cursor.Level].Start[cursor.Group]) % every == 0);

    /// <summary>The height of what stays together from a place on; 0 where nothing does, or no page could hold it.</summary>
    /// <param name="belowHeader">True if a header stands right above, which would be left alone.</param>
    public double WithNext(Cursor cursor, double pageHeight, bool belowHeader) => cursor switch
    {
        { Stage: Stage.Header } => FromHeader(cursor, pageHeight),
        { Stage: Stage.Footer or Stage.ReportFooter } when parts(cursor)[cursor.Part].Part.AtFoot => AtFoot(cursor),
        { Part: 0 } when !belowHeader && IsLastOfGroup(cursor) => FromLastRow(cursor, pageHeight),
        _ => 0,
    };

    /// <summary>The height of a part and of those below it that stand at the foot of the page with it.</summary>
    public double AtFoot(Cursor cursor)
    {
        positions.MoveTo(cursor);
        return parts(cursor).Skip(cursor.Part).TakeWhile(p => p.Part.AtFoot).Sum(p => heightOf(p, cursor, null));
    }

    /// <summary>The headers below a header and the first row or footer, with the footers that stay with it.</summary>
    private double FromHeader(Cursor cursor, double pageHeight)
    {
        var height = 0.0;
        while (true)
        {
            var headers = height;
            height += Own(cursor, pageHeight);
            // What no page can hold together need not be kept together; of a row, its beginning is.
            if (height > pageHeight) return cursor.Stage != Stage.Header && headers + LeastOfRow <= pageHeight ? headers + LeastOfRow : 0;
            if (cursor.Stage != Stage.Header) break;
            cursor = Next(cursor);
        }
        var footers = IsLastOfGroup(cursor) ? Footers(cursor, pageHeight) : 0;
        return height + footers > pageHeight ? height : height + footers;
    }

    private double FromLastRow(Cursor cursor, double pageHeight)
    {
        var height = Own(cursor, pageHeight) + Footers(cursor, pageHeight);
        return height > pageHeight ? 0 : height;
    }

    /// <summary>True at the last row of a group, or at what stands for its rows where none are printed.</summary>
    private bool IsLastOfGroup(Cursor cursor) => cursor.Stage switch
    {
        Stage.Detail => cursor.Row == tree.Levels[cursor.Level].End(cursor.Group) - 1,
        Stage.Footer => !Details && cursor.Level == tree.Innermost,
        _ => false,
    };

    /// <summary>The footers that follow right after a place, as far as they stay with it; those after a group that is kept whole were
    /// measured with it.</summary>
    private double Footers(Cursor above, double pageHeight)
    {
        var height = 0.0;
        for (var cursor = Next(above); cursor.Stage is Stage.Footer or Stage.ReportFooter; cursor = Next(cursor))
        {
            positions.MoveTo(cursor);
            foreach (var part in parts(cursor))
            {
                if (part.Breaks || part.Part.AtFoot) return height;
                var next = heightOf(part, cursor, null);
                if (height + next > pageHeight * MostOfFooters) return height;
                height += next;
            }
            if (cursor.Stage == Stage.Footer && LevelAt(cursor).Together) break;
        }
        return height;
    }

    /// <summary>The height of a group with all that is in it; null if no page holds it.</summary>
    private double? WholeGroup(Cursor header, Room page)
    {
        var height = 0.0;
        for (var cursor = header; ; cursor = Next(cursor))
        {
            page.Effort?.Part();
            if (RowHeight is { } row && cursor.Stage == Stage.Detail)
            {
                var last = tree.Levels[cursor.Level].End(cursor.Group) - 1;
                height += row * (last - cursor.Row);
                cursor = cursor with { Row = last };
            }
            height += Own(cursor, page.Height, page);
            if (height > page.Height) return null;
            if (cursor.Stage != Stage.Footer || cursor.Level != header.Level) continue;
            var footers = Footers(cursor, page.Height);
            return height + footers > page.Height ? height : height + footers;
        }
    }

    private Level LevelAt(Cursor cursor) => plan.Section.Levels[cursor.Level - plan.Base - 1];

    /// <summary>The height of the rest of a band.</summary>
    private double Own(Cursor cursor, double pageHeight, Room? page = null)
    {
        positions.MoveTo(cursor);
        var height = 0.0;
        var band = parts(cursor);
        for (var i = cursor.Part; i < band.Count && height <= pageHeight; i++)
            height += heightOf(band[i], cursor, page);
        return height;
    }

    private Cursor Next(Cursor cursor) => (cursor with { Part = 0, Offset = 0 }).Next(tree, plan.Base, Details);
}
