using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>Fills each page in several columns, from left to right, with one flow that goes on from column to column.</summary>
/// <param name="step">From the left edge of a column to that of the next, in points.</param>
public sealed class ColumnsFlow(IFlow flow, int count, double step) : IFlow
{
    public FlowCursor? Start(Frame? around) => flow.Start(around);

    public Filled Fill(FlowCursor from, Room room, Placer? place)
    {
        var (at, bottom, empty) = ((FlowCursor?)from, room.Top, room.Empty);
        for (var column = 0; column < count && at is not null; column++)
        {
            var filled = flow.Fill(at, room with { Left = room.Left + column * step, Empty = column > 0 || room.Empty }, place);
            (at, bottom, empty) = (filled.Next, Math.Max(bottom, filled.Bottom), empty && filled.Empty);
        }
        return new Filled(bottom, empty, at);
    }

    public int Compare(FlowCursor a, FlowCursor b) => flow.Compare(a, b);

    public Reached? ReachedAt(FlowCursor? cursor, SectionPlan section) => flow.ReachedAt(cursor, section);

    public FlowCursor? Locate(FlowPlace place) => flow.Locate(place);
}
