namespace LucidLattice.Data.Grouping;

/// <summary>The groups of one level, in printed order. Each is a range of places in the tree's row order.</summary>
/// <param name="Start">The first place of each group, with the number of rows as one more entry at the end.</param>
/// <param name="Parent">The group of the level above that each belongs to.</param>
public sealed record GroupLevel(int[] Start, int[] Parent)
{
    /// <summary>The number of groups.</summary>
    public int Count => Parent.Length;

    public int End(int group) => Start[group + 1];

    /// <summary>The group that holds a place, by bisection; of those that begin there, the only one with rows.</summary>
    public int GroupAt(int place)
    {
        var index = Array.BinarySearch(Start, 0, Count, place);
        if (index < 0) index = ~index - 1;
        while (index + 1 < Count && Start[index + 1] <= place) index++;
        return index;
    }
}
