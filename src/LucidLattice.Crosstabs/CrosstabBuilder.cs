using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.GroupLevels;
using LucidLattice.Model.Values;

namespace LucidLattice.Crosstabs;

/// <summary>
/// Works out a <see cref="CrosstabTable"/>. Each direction is grouped by itself first, as levels are; which rows both keep is what the
/// cells are made of, and every total.
/// </summary>
/// <param name="around">The tree of the rows around.</param>
/// <param name="rowCount">Of the dataset.</param>
/// <param name="keyOf">The key of an expression over all rows, rising or falling.</param>
/// <param name="frameOver">Makes a frame over a tree with so many levels, with such totals.</param>
public sealed class CrosstabBuilder(CrosstabQuery query, GroupTree around, int rowCount, Func<Compiled, bool, RowKey> keyOf,
    Func<GroupTree?, Totals?, int, Frame> frameOver, Collation collation, CancellationToken cancel)
{
    private readonly int[] _baseOf = new int[rowCount];
    private Compiled _base = null!;

    public CrosstabTable Build()
    {
        var groups = around.Levels[query.Level];
        for (var group = 0; group < groups.Count; group++)
            foreach (var row in around.Rows(query.Level, group)) _baseOf[row] = group;
        _base = new Compiled(DataType.Whole, Phase.Row, frame => Value.Of((long)_baseOf[frame.Row]));
        var rows = Counted();
        GroupTree down = null!, across = null!;
        Both(() => down = Arranged(query.Down, rows), () => across = Arranged(query.Across, rows));
        if (down.Order.Length < rows.Length || across.Order.Length < rows.Length) (down, across) = InBoth(down, across);
        (down, across) = (Completed(query.Down, down), Completed(query.Across, across));
        var acrossOf = Leaves(across);
        var cells = new CrosstabCells[query.Down.Levels.Count + 1];
        Side(cells.Length, fields => cells[fields] = Cells(down, across, acrossOf, fields));
        return new CrosstabTable(NumberOfGroups(down, groups.Count), down, across, cells);
    }

    private void Both(Action first, Action second) => Side(2, i => (i == 0 ? first : second)());

    /// <summary>Steps side by side where there is enough to do.</summary>
    private void Side(int steps, Action<int> step)
    {
        if (rowCount >= 20_000)
        {
            try
            {
                Parallel.For(0, steps, new ParallelOptions { CancellationToken = cancel }, step);
                return;
            }
            catch (AggregateException e) when (e.InnerExceptions.OfType<OperationCanceledException>().FirstOrDefault() is { } cancelled)
            {
                throw cancelled;
            }
        }
        for (var i = 0; i < steps; i++) step(i);
    }

    /// <summary>The rows that the condition keeps, in the order of the tree around.</summary>
    private int[] Counted()
    {
        if (query.Filter is not { } filter) return around.Order;
        var (frame, kept) = (frameOver(null, null, 1), new List<int>());
        foreach (var row in around.Order)
        {
            if ((kept.Count & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            frame.Row = row;
            if (frame.Try(filter) is { IsNull: false, Bool: true }) kept.Add(row);
        }
        return [.. kept];
    }

    private RowKey BaseKey => new RankKey(_baseOf, around.Levels[query.Level].Count + 1);

    private LevelsPlan Plan(CrosstabAxis axis) => new([_base], axis.Levels, query.Language);

    private Frame FrameOver(CrosstabAxis axis, GroupTree? tree, Totals? totals = null) => frameOver(tree, totals, 2 + axis.Levels.Count);

    /// <summary>The groups of one direction, in their order.</summary>
    private GroupTree Arranged(CrosstabAxis axis, int[] rows)
    {
        var keys = axis.Levels.Select(l => keyOf(l.Key, l.Level.Descending && l.Order is null)).Prepend(BaseKey).ToList();
        // The rows of one group are in no need of being put apart.
        var tree = GroupTree.BuildNested(rows, keys, around.Levels[query.Level].Count == 1 ? [.. keys.Skip(1)] : keys, cancel);
        if (!axis.Levels.Any(l => l.IsArranged)) return tree;
        return new GroupArranging(Plan(axis), collation, (of, arranged) => GroupTree.Build(of, arranged, [], cancel),
            of => TotalsOf(axis.Totals, of, FrameOver(axis, of)), (of, totals) => FrameOver(axis, of, totals)).Arrange(tree, keys);
    }

    private Totals TotalsOf(AggregateList list, GroupTree tree, Frame frame) => new([.. list.Specs.Select(spec =>
        spec.Kind.Total(spec, tree.Levels, tree.Order, frame, of => keyOf(of, false), cancel))]);

    /// <summary>Both trees of the rows that both of them keep.</summary>
    private (GroupTree, GroupTree) InBoth(GroupTree down, GroupTree across)
    {
        var (kept, inDown) = (new List<int>(), new bool[rowCount]);
        foreach (var row in down.Order) inDown[row] = true;
        foreach (var row in across.Order)
            if (inDown[row]) kept.Add(row);
        int[] rows = [.. kept];
        return (Of(down), Of(across));

        GroupTree Of(GroupTree tree)
        {
            var leaves = Leaves(tree);
            int At(int level, int row) => tree.Around(tree.Innermost, leaves[row], level);
            List<RowKey> keys = [.. Enumerable.Range(1, tree.Innermost).Select(level =>
            {
                var ranks = new int[rowCount];
                foreach (var row in rows) ranks[row] = At(level, row);
                return new RankKey(ranks, tree.Levels[level].Count + 1);
            })];
            var gathered = Enumerable.Range(0, tree.Gathered.Count).Where(l => tree.Gathered[l] is not null).ToHashSet();
            return GroupTree.BuildNested(rows, keys, [keys[^1]], cancel)
                .Gathering((level, row) => tree.IsOthers(level, At(level, row)), gathered);
        }
    }

    /// <summary>With groups that have no rows, and those known that print nothing of their own.</summary>
    private GroupTree Completed(CrosstabAxis axis, GroupTree tree)
    {
        var plan = Plan(axis);
        if (axis.Levels.Any(l => l.Fill is not null)) tree = new GapFilling(plan, collation, of => FrameOver(axis, of)).Fill(tree);
        var omitting = axis.Levels.Select((l, i) => (l.Level.OmitEmpty, Level: 2 + i)).Where(l => l.OmitEmpty).Select(l => l.Level)
            .ToHashSet();
        if (omitting.Count == 0) return tree;
        var frame = FrameOver(axis, tree);
        return tree.Omitting((level, row) =>
        {
            frame.Row = row;
            return frame.Try(axis.Levels[level - 2].Key).IsNull;
        }, omitting);
    }

    /// <summary>Of each row, its innermost group.</summary>
    private int[] Leaves(GroupTree tree)
    {
        var leaves = new int[rowCount];
        for (var group = 0; group < tree.Levels[tree.Innermost].Count; group++)
            foreach (var row in tree.Rows(tree.Innermost, group)) leaves[row] = group;
        return leaves;
    }

    private CrosstabCells Cells(GroupTree down, GroupTree across, int[] acrossOf, int fields)
    {
        // Without fields down, they are the groups across, if these have rows.
        var tree = fields == 0 && across.Given.All(g => g is null) ? across : CellTree.Build(down, 1 + fields, across, acrossOf, cancel);
        var ofDown = new int[down.Levels[1 + fields].Count];
        Array.Fill(ofDown, -1);
        var own = tree.Levels[1 + fields];
        for (var group = 0; group < own.Count; group++)
            ofDown[tree == across ? group : down.Levels[1 + fields].GroupAt(own.Start[group])] = group;
        var acrossGroups = new int[across.Levels.Count - 1][];
        acrossGroups[0] = [];
        for (var level = 1; level < acrossGroups.Length; level++)
        {
            var cells = tree.Levels[1 + fields + level];
            acrossGroups[level] = [.. Enumerable.Range(0, cells.Count).Select(c =>
                across.Around(across.Innermost, acrossOf[tree.Order[cells.Start[c]]], 1 + level))];
        }
        var specs = query.Totals.Specs;
        var byAggregate = new AggregateTotals[specs.Count];
        Side(specs.Count, i => byAggregate[i] = specs[i].Kind.Total(specs[i], tree.Levels, tree.Order,
            frameOver(tree, null, tree.Levels.Count), of => keyOf(of, false), cancel));
        return new CrosstabCells(tree, new Totals(byAggregate), ofDown, acrossGroups);
    }

    /// <summary>Groups around are numbered anew among those that have rows.</summary>
    private int[] NumberOfGroups(GroupTree tree, int groups)
    {
        var numbers = new int[Math.Max(1, groups)];
        Array.Fill(numbers, -1);
        for (var group = 0; group < tree.Levels[1].Count && tree.Order.Length > 0; group++)
            numbers[_baseOf[tree.Order[tree.Levels[1].Start[group]]]] = group;
        return numbers;
    }
}
