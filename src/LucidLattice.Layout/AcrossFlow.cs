using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>Fills each page with one row beside the other, from left to right, as sheets of labels are; the next ones begin below the
/// highest of them.</summary>
/// <param name="step">From the left edge of a place to that of the next, in points.</param>
/// <param name="start">The first place that is filled, from 0; those before it stay free on the first page.</param>
public sealed class AcrossFlow(IFlow flow, int count, double step, int start) : IFlow
{
    /// <param name="Free">Places that stay free before it.</param>
    private sealed record At(FlowCursor Inner, int Free = 0) : FlowCursor;

    public FlowCursor? Start(Frame? around) => flow.Start(around) is { } inner ? new At(inner, start) : null;

    public Filled Fill(FlowCursor from, Room room, Placer? place)
    {
        var (next, free) = ((FlowCursor?)((At)from).Inner, ((At)from).Free);
        var (y, empty, column) = (room.Top, room.Empty, 0);
        if (free > 0) (y, column) = Freed(next!, free, room);
        while (next is not null)
        {
            var bottom = y;
            for (; column < count && next is not null; column++)
            {
                var isFirst = empty && column == 0;
                var filled = flow.Fill(next, room with { Left = room.Left + column * step, Top = y, Rows = 1, Empty = isFirst }, place);
                // A group that prints nothing takes its place too, so that every place comes further.
                if (filled.Next is { } same && same == next)
                    return new Filled(Math.Max(bottom, filled.Bottom), empty, new At(next));
                (next, bottom, empty) = (filled.Next, Math.Max(bottom, filled.Bottom), false);
            }
            (y, column) = (bottom, 0);
        }
        return new Filled(y, empty, null);
    }

    /// <summary>Where the first row stands once so many places, as high as it, stay free: how far down, and in which column.</summary>
    private (double Top, int Column) Freed(FlowCursor first, int free, Room room)
    {
        var height = flow.Fill(first, room with { Rows = 1, Empty = true }, null).Bottom - room.Top;
        var top = room.Top + free / count * height;
        return top + height > room.Bottom + 0.01 ? (room.Top, 0) : (top, free % count);
    }

    public int Compare(FlowCursor a, FlowCursor b) => flow.Compare(((At)a).Inner, ((At)b).Inner);

    public Reached? ReachedAt(FlowCursor? cursor, SectionPlan section) => flow.ReachedAt((cursor as At)?.Inner, section);

    public FlowCursor? Locate(FlowPlace place) => flow.Locate(place) is { } inner ? new At(inner) : null;
}
