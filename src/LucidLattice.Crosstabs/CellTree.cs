using LucidLattice.Data.Grouping;

namespace LucidLattice.Crosstabs;

/// <summary>
/// Puts the rows of a tree in the order of its groups and of those across, and cuts them into cells. The groups of both are known, so
/// each group's rows are only counted and put in their places: no key is looked at again.
/// </summary>
internal static class CellTree
{
    /// <param name="level">Of the tree down: that of the groups that are kept apart.</param>
    /// <param name="acrossOf">Of each row, its innermost group across.</param>
    /// <returns>The levels of the tree down up to that one, and those of the tree across below the groups around.</returns>
    public static GroupTree Build(GroupTree down, int level, GroupTree across, int[] acrossOf, CancellationToken cancel)
    {
        var groups = down.Levels[level];
        var order = new int[down.Order.Length];
        var (starts, downs, leaves) = (new List<int>(), new List<int>(), new List<int>());
        var counts = new int[across.Levels[across.Innermost].Count + 1];
        for (var group = 0; group < groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            var rows = down.Rows(level, group);
            if (rows.Length == 0) continue;
            var (least, most) = (int.MaxValue, 0);
            foreach (var row in rows)
            {
                var leaf = acrossOf[row];
                counts[leaf]++;
                (least, most) = (Math.Min(least, leaf), Math.Max(most, leaf));
            }
            var at = groups.Start[group];
            // Counting is linear in the groups across, so a few rows among many of these are compared instead.
            if (most - least > 4L * rows.Length + 64)
            {
                foreach (var row in rows) counts[acrossOf[row]] = 0;
                var sorted = rows.ToArray();
                Array.Sort([.. sorted.Select((row, i) => ((long)acrossOf[row] << 32) | (uint)i)], sorted);
                for (var i = 0; i < sorted.Length; i++, at++)
                {
                    order[at] = sorted[i];
                    if (i == 0 || acrossOf[sorted[i]] != acrossOf[sorted[i - 1]]) Cell(acrossOf[sorted[i]], group, at);
                }
                continue;
            }
            for (var leaf = least; leaf <= most; leaf++)
            {
                if (counts[leaf] == 0) continue;
                Cell(leaf, group, at);
                (counts[leaf], at) = (at, at + counts[leaf]);
            }
            foreach (var row in rows) order[counts[acrossOf[row]]++] = row;
            Array.Clear(counts, least, most - least + 1);
        }
        return GroupTree.Of(order, Levels(down, level, across, starts, downs, leaves, order.Length));

        void Cell(int leaf, int group, int start)
        {
            starts.Add(start);
            downs.Add(group);
            leaves.Add(leaf);
        }
    }

    /// <summary>The groups of every level, from the cells of the innermost one.</summary>
    private static List<GroupLevel> Levels(GroupTree down, int level, GroupTree across, List<int> starts, List<int> downs,
        List<int> leaves, int rows)
    {
        var levels = new List<GroupLevel> { new([0, rows], [0]) };
        // Of each cell, its group of the level above.
        var above = new int[starts.Count];
        for (var at = 1; at < level + across.Levels.Count - 1; at++)
        {
            var (start, parent, groups, last) = (new List<int>(), new List<int>(), new int[starts.Count], -1);
            for (var cell = 0; cell < starts.Count; cell++)
            {
                var own = at <= level ? down.Around(level, downs[cell], at)
                    : across.Around(across.Innermost, leaves[cell], at - level + 1);
                if (cell == 0 || own != last || above[cell] != above[cell - 1])
                {
                    start.Add(starts[cell]);
                    parent.Add(above[cell]);
                }
                (last, groups[cell]) = (own, start.Count - 1);
            }
            above = groups;
            start.Add(rows);
            levels.Add(new GroupLevel([.. start], [.. parent]));
        }
        return levels;
    }
}
