using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>Flows side by side: each fills the room from its top, and what follows begins below the longest.</summary>
public sealed class BesideFlow(IReadOnlyList<IFlow> lanes) : IFlow
{
    /// <param name="Lanes">Null for a lane that has ended.</param>
    /// <param name="Only">Of a place that is looked for: the one lane that matters.</param>
    private sealed record At(FlowCursor?[] Lanes, int? Only = null) : FlowCursor
    {
        public bool Equals(At? other) => other is not null && Only == other.Only && Lanes.SequenceEqual(other.Lanes);

        public override int GetHashCode() => Lanes.Aggregate(Only.GetHashCode(), HashCode.Combine);
    }

    public FlowCursor? Start(Frame? around)
    {
        var starts = lanes.Select(lane => lane.Start(around)).ToArray();
        return starts.All(s => s is null) ? null : new At(starts);
    }

    public Filled Fill(FlowCursor from, Room room, Placer? place)
    {
        var (at, bottom, empty) = ((At)from, room.Top, room.Empty);
        var next = new FlowCursor?[lanes.Count];
        for (var i = 0; i < lanes.Count; i++)
        {
            if (at.Lanes[i] is not { } lane) continue;
            var filled = lanes[i].Fill(lane, room, place);
            (next[i], bottom, empty) = (filled.Next, Math.Max(bottom, filled.Bottom), empty && filled.Empty);
        }
        return new Filled(bottom, empty, next.All(n => n is null) ? null : new At(next));
    }

    public int Compare(FlowCursor a, FlowCursor b)
    {
        var (x, y) = ((At)a, (At)b);
        if ((x.Only ?? y.Only) is { } lane) return Lane(x, y, lane);
        for (var i = 0; i < lanes.Count; i++)
            if (Lane(x, y, i) is not 0 and var order) return order;
        return 0;
    }

    public FlowCursor? Locate(FlowPlace place)
    {
        for (var i = 0; i < lanes.Count; i++)
        {
            if (lanes[i].Locate(place) is not { } inner) continue;
            var found = new FlowCursor?[lanes.Count];
            found[i] = inner;
            return new At(found, i);
        }
        return null;
    }

    public Reached? ReachedAt(FlowCursor? cursor, SectionPlan section)
    {
        for (var i = 0; i < lanes.Count; i++)
            if (lanes[i].ReachedAt((cursor as At)?.Lanes[i], section) is { } reached) return reached;
        return null;
    }

    /// <summary>A lane that has ended is after everything in it.</summary>
    private int Lane(At a, At b, int lane) => (a.Lanes[lane], b.Lanes[lane]) switch
    {
        (null, null) => 0,
        (null, _) => 1,
        (_, null) => -1,
        var (x, y) => lanes[lane].Compare(x, y),
    };
}
