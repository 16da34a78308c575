using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>Flows one after the other; each begins where the one before ends.</summary>
public sealed class SequenceFlow(IReadOnlyList<IFlow> flows) : IFlow
{
    private sealed record At(int Index, FlowCursor Inner) : FlowCursor;

    public FlowCursor? Start(Frame? around) => From(0, around);

    public Filled Fill(FlowCursor from, Room room, Placer? place)
    {
        var (at, empty) = ((At?)from, room.Empty);
        while (at is not null)
        {
            var filled = flows[at.Index].Fill(at.Inner, room with { Empty = empty }, place);
            (room, empty) = (room with { Top = filled.Bottom }, filled.Empty);
            if (filled.Next is { } next) return new Filled(room.Top, empty, at with { Inner = next });
            at = From(at.Index + 1, room.Around);
        }
        return new Filled(room.Top, empty, null);
    }

    public int Compare(FlowCursor a, FlowCursor b)
    {
        var ((i, x), (j, y)) = ((At)a, (At)b);
        return i != j ? i.CompareTo(j) : flows[i].Compare(x, y);
    }

    public FlowCursor? Locate(FlowPlace place)
    {
        for (var i = 0; i < flows.Count; i++)
            if (flows[i].Locate(place) is { } inner) return new At(i, inner);
        return null;
    }

    public Reached? ReachedAt(FlowCursor? cursor, SectionPlan section)
    {
        var at = (At?)cursor;
        for (var i = 0; i < flows.Count; i++)
            if (flows[i].ReachedAt(i == at?.Index ? at.Inner : null, section) is { } reached)
                return at is not null && i > at.Index ? new Reached(0, section.Base) : reached;
        return null;
    }

    private At? From(int index, Frame? around)
    {
        for (; index < flows.Count; index++)
            if (flows[index].Start(around) is { } start) return new At(index, start);
        return null;
    }
}
