using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

/// <summary>What a chart is divided by: the values of all rows, and their ranks.</summary>
public sealed record ChartKey(DataColumn Column, RowKey Key);

/// <summary>Works out a <see cref="ChartTable"/>: cells are ranges of rows in the order of categories and series.</summary>
/// <param name="level">Of the tree: the chart is drawn once for each of its groups.</param>
/// <param name="keyOf">The key of an expression over all rows.</param>
/// <param name="frame">Has the section's totals; is moved from group to group.</param>
public sealed class ChartTableBuilder(
    ChartQuery query, GroupTree tree, int level, ChartKey category, ChartKey? split, Func<Compiled, RowKey> keyOf, Frame frame,
    CancellationToken cancel)
{
    private readonly GroupLevel _groups = tree.Levels[level];

    // Of each group its first category, of each category its first cell, of each cell its first row in _sorted.
    private readonly List<int> _firstCategory = [], _firstCell = [], _start = [], _splitRank = [];
    private readonly int[] _sorted = new int[tree.Order.Length];

    private readonly List<int> _keptFirstCategory = [0], _keptFirstCell = [], _keptSplit = [], _keptRows = [];
    private readonly List<Value> _keptCategories = [], _keptValues = [];
    private int _mostFound;
    private int? _mostDrawn;

    public ChartTable Build()
    {
        if (_sorted.Length == 0) return Empty();
        Divide();
        var ranges = new GroupLevel([.. _start], new int[_start.Count - 1]);
        frame.MarkTotals = Totals(ranges);
        var orders = Orders(ranges);
        var ranks = new SortedDictionary<int, int>();
        for (var cell = 0; cell < _splitRank.Count; cell++) ranks.TryAdd(_splitRank[cell], cell);
        var place = ranks.Keys.Select((rank, i) => (rank, i)).ToDictionary(r => r.rank, r => r.i);
        for (var group = 0; group < _groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            frame.StandAt(level, group);
            Keep(group, orders, place, ranges);
        }
        frame.MarkTotals = null;
        _keptFirstCell.Add(_keptSplit.Count);
        return new ChartTable
        {
            FirstCategory = [.. _keptFirstCategory],
            FirstCell = [.. _keptFirstCell],
            Categories = [.. _keptCategories],
            Splits = split is null ? [Value.Null] : [.. ranks.Values.Select(cell => split.Column[_sorted[_start[cell]]])],
            SplitOf = [.. _keptSplit],
            Rows = [.. _keptRows],
            Values = [.. _keptValues],
            MostFound = _mostFound,
            MostDrawn = _mostDrawn,
        };
    }

    private ChartTable Empty() => new()
    {
        FirstCategory = new int[_groups.Count + 1],
        FirstCell = [0],
        Categories = [],
        Splits = [],
        SplitOf = [],
        Rows = [],
        Values = [],
        MostFound = 0,
        MostDrawn = null,
    };

    /// <summary>Puts each group's rows in the order of categories and series, and cuts where either changes.</summary>
    private void Divide()
    {
        const int Chunk = 1024;
        Span<int> categories = stackalloc int[Chunk], splits = stackalloc int[Chunk];
        for (var group = 0; group < _groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            _firstCategory.Add(_firstCell.Count);
            var (from, end) = (_groups.Start[group], _groups.End(group));
            // Rows of one category keep the order of series, since sorting leaves equal ones as they are.
            if (split is null) category.Key.Sort(tree.Order.AsSpan(from..end), _sorted.AsSpan(from..end));
            else category.Key.Sort(split.Key.Sort(tree.Order.AsSpan(from..end)), _sorted.AsSpan(from..end));
            var (lastCategory, lastSplit) = (-1, -1);
            for (var at = from; at < end; at += Chunk)
            {
                var part = _sorted.AsSpan(at, Math.Min(Chunk, end - at));
                category.Key.Ranks(part, categories);
                if (split is null) splits.Clear();
                else split.Key.Ranks(part, splits);
                for (var i = 0; i < part.Length; i++)
                {
                    if (categories[i] == lastCategory && splits[i] == lastSplit) continue;
                    if (categories[i] != lastCategory) _firstCell.Add(_start.Count);
                    (lastCategory, lastSplit) = (categories[i], splits[i]);
                    _start.Add(at + i);
                    _splitRank.Add(lastSplit);
                }
            }
        }
        _firstCategory.Add(_firstCell.Count);
        _firstCell.Add(_start.Count);
        _start.Add(_sorted.Length);
    }

    private Totals Totals(GroupLevel ranges) =>
        new([.. query.MarkTotals.Specs.Select(spec => spec.Kind.Total(spec, [ranges], _sorted, frame, keyOf, cancel))]);

    /// <summary>By what categories are ordered, if by a number: the first value over all rows of each, not over its series.</summary>
    private double[]? Orders(GroupLevel cells)
    {
        if (query.Order == ChartOrder.Category) return null;
        var ofCells = frame.MarkTotals;
        if (split is not null)
            frame.MarkTotals = Totals(new GroupLevel([.. _firstCell.Select(cell => _start[cell])], new int[_firstCell.Count - 1]));
        var orders = new double[_firstCell.Count - 1];
        for (var group = 0; group < _groups.Count; group++)
        {
            frame.StandAt(level, group);
            for (var i = _firstCategory[group]; i < _firstCategory[group + 1]; i++)
            {
                frame.Mark = i;
                var value = frame.Try(query.Values[0]);
                // Without a value comes last, whichever way.
                orders[i] = value.IsNull ? double.PositiveInfinity
                    : query.Order == ChartOrder.LargestFirst ? -value.AsDouble : value.AsDouble;
            }
        }
        frame.MarkTotals = ofCells;
        return orders;
    }

    private void Keep(int group, double[]? orders, Dictionary<int, int> place, GroupLevel ranges)
    {
        var (from, end) = (_firstCategory[group], _firstCategory[group + 1]);
        var order = Enumerable.Range(from, end - from);
        if (orders is not null) order = order.OrderBy(i => orders[i]);
        var (cells, drawn) = (0, 0);
        foreach (var i in order)
        {
            var count = _firstCell[i + 1] - _firstCell[i];
            if ((cells += count) > ChartTable.MostCells)
            {
                _mostDrawn = Math.Max(_mostDrawn ?? 0, drawn);
                break;
            }
            drawn++;
            _keptCategories.Add(category.Column[_sorted[_start[_firstCell[i]]]]);
            _keptFirstCell.Add(_keptSplit.Count);
            for (var cell = _firstCell[i]; cell < _firstCell[i] + count; cell++)
            {
                frame.Mark = cell;
                foreach (var value in query.Values) _keptValues.Add(frame.Try(value));
                _keptSplit.Add(place[_splitRank[cell]]);
                _keptRows.Add(ranges.End(cell) - ranges.Start[cell]);
            }
        }
        _mostFound = Math.Max(_mostFound, end - from);
        _keptFirstCategory.Add(_keptCategories.Count);
    }
}
