using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts;

/// <summary>What a chart is divided by: the values of all rows, and their ranks.</summary>
public sealed record ChartKey(DataColumn Column, RowKey Key);

/// <summary>Works out a <see cref="ChartTable"/>: cells are ranges of rows in the order of categories and series.</summary>
/// <param name="level">Of the tree: the chart is drawn once for each of its groups.</param>
/// <param name="keyOf">The key of an expression over all rows.</param>
/// <param name="frame">Has the section's totals; is moved from group to group.</param>
public sealed class ChartTableBuilder(
    ChartQuery query, GroupTree tree, int level, ChartColumns columns, Func<Compiled, RowKey> keyOf, Frame frame, CancellationToken cancel)
{
    private readonly GroupLevel _groups = tree.Levels[level];

    // Of each group its first category, of each category its first cell, of each cell its first row in _sorted.
    private List<int> _firstCategory = [], _firstCell = [], _start = [], _splitRank = [];
    private int[] _sorted = [];
    private int[]? _others;

    private readonly List<int> _keptFirstCategory = [0], _keptFirstCell = [], _keptSplit = [], _keptRows = [];
    private readonly List<Value> _keptCategories = [], _keptOuter = [], _keptValues = [];
    private readonly List<Value> _keptCommon = [];
    private readonly List<int> _firstSingle = [0];
    private readonly List<double> _singles = [];
    private readonly List<Value[]?>? _keptKeys = query.Keys is not null || query.Largest is not null ? [] : null;
    private readonly List<string?>? _keptColors = query.ColorBy is not null ? [] : null;
    private int _mostFound;
    private int? _mostDrawn;

    public ChartTable Build()
    {
        Divide();
        if (query.ChoosesCategories && _sorted.Length > 0) ChooseCategories();
        frame.MarkTotals = _sorted.Length == 0 ? null : Totals(new GroupLevel([.. _start], new int[_start.Count - 1]));
        var ranks = new SortedDictionary<int, int>();
        for (var cell = 0; cell < _splitRank.Count; cell++) ranks.TryAdd(_splitRank[cell], cell);
        var place = ranks.Keys.Select((rank, i) => (rank, i)).ToDictionary(r => r.rank, r => r.i);
        for (var group = 0; group < _groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            if (tree.Order.Length > 0) frame.StandAt(level, group);
            Keep(group, place);
        }
        frame.MarkTotals = null;
        _keptFirstCell.Add(_keptSplit.Count);
        return new ChartTable
        {
            FirstCategory = [.. _keptFirstCategory],
            FirstCell = [.. _keptFirstCell],
            Categories = [.. _keptCategories],
            Outer = columns.Within is null ? null : [.. _keptOuter],
            Others = _others,
            Splits = columns.Split is null ? [Value.Null] : [.. ranks.Values.Select(cell => columns.Split.Column[_sorted[_start[cell]]])],
            SplitOf = [.. _keptSplit],
            Common = query.Common.Count == 0 ? null : [.. _keptCommon],
            Rows = [.. _keptRows],
            Values = [.. _keptValues],
            Keys = _keptKeys is { } keys && keys.Exists(k => k is not null) ? [.. keys] : null,
            Colors = _keptColors is null ? null : [.. _keptColors],
            FirstSingle = columns.Spread is null ? null : [.. _firstSingle],
            Singles = columns.Spread is null ? null : [.. _singles],
            Ranges = columns.Ranges,
            MostFound = _mostFound,
            MostDrawn = _mostDrawn,
        };
    }

    /// <summary>Puts each group's rows in the order of categories and series, and cuts where either changes.</summary>
    private void Divide()
    {
        const int Chunk = 1024;
        Span<int> outer = stackalloc int[Chunk], categories = stackalloc int[Chunk], splits = stackalloc int[Chunk];
        _sorted = new int[tree.Order.Length];
        var filled = 0;
        for (var group = 0; group < _groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            _firstCategory.Add(_firstCell.Count);
            var from = filled;
            filled += Sort(tree.Order.AsSpan(_groups.Start[group].._groups.End(group)), _sorted.AsSpan(from));
            var (lastOuter, lastCategory, lastSplit) = (-1, -1, -1);
            for (var at = from; at < filled; at += Chunk)
            {
                var part = _sorted.AsSpan(at, Math.Min(Chunk, filled - at));
                columns.Category.Key.Ranks(part, categories);
                if (columns.Within is null) outer.Clear();
                else columns.Within.Key.Ranks(part, outer);
                if (columns.Split is null) splits.Clear();
                else columns.Split.Key.Ranks(part, splits);
                for (var i = 0; i < part.Length; i++)
                {
                    var isSame = categories[i] == lastCategory && outer[i] == lastOuter;
                    if (isSame && splits[i] == lastSplit) continue;
                    if (!isSame) _firstCell.Add(_start.Count);
                    (lastOuter, lastCategory, lastSplit) = (outer[i], categories[i], splits[i]);
                    _start.Add(at + i);
                    _splitRank.Add(lastSplit);
                }
            }
        }
        Array.Resize(ref _sorted, filled);
        Close();
    }

    private void Close()
    {
        _firstCategory.Add(_firstCell.Count);
        _firstCell.Add(_start.Count);
        _start.Add(_sorted.Length);
    }

    /// <summary>Rows of one category keep the order of series, since sorting leaves equal ones as they are.</summary>
    /// <returns>How many rows are drawn.</returns>
    private int Sort(ReadOnlySpan<int> rows, Span<int> sorted)
    {
        if (columns.Drawn is not null || query.LeavesEmpty) rows = DrawnOf(rows);
        if (columns.Split is not null) rows = columns.Split.Key.Sort(rows);
        if (columns.Within is not null) columns.Within.Key.Sort(columns.Category.Key.Sort(rows), sorted[..rows.Length]);
        else columns.Category.Key.Sort(rows, sorted[..rows.Length]);
        return rows.Length;
    }

    private ReadOnlySpan<int> DrawnOf(ReadOnlySpan<int> rows)
    {
        var (drawn, count) = (new int[rows.Length], 0);
        foreach (var row in rows)
            if ((columns.Drawn is null || columns.Drawn[row]) && !(query.LeavesEmpty && columns.Category.Column[row].IsNull))
                drawn[count++] = row;
        return drawn.AsSpan(0, count);
    }

    private Totals Totals(GroupLevel ranges) =>
        new([.. query.MarkTotals.Specs.Select(spec => spec.Kind.Total(spec, [ranges], _sorted, frame, keyOf, cancel))]);

    /// <summary>Orders the categories of each group by their first value over all of their rows, leaves out those that are not kept, and
    /// puts the rows of those beyond the largest together.</summary>
    private void ChooseCategories()
    {
        var count = _firstCell.Count - 1;
        frame.MarkTotals = Totals(new GroupLevel([.. _firstCell.Select(cell => _start[cell])], new int[count]));
        var (sorted, firstCategory, firstCell, start, splitRank) =
            (new List<int>(_sorted.Length), new List<int>(), new List<int>(), new List<int>(), new List<int>());
        _others = query.Largest is null ? null : new int[_groups.Count];
        for (var group = 0; group < _groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            frame.StandAt(level, group);
            firstCategory.Add(firstCell.Count);
            var (alone, others) = Chosen(_firstCategory[group], _firstCategory[group + 1]);
            foreach (var category in alone)
            {
                firstCell.Add(start.Count);
                for (var cell = _firstCell[category]; cell < _firstCell[category + 1]; cell++)
                    Add(_splitRank[cell], _sorted.AsSpan(_start[cell].._start[cell + 1]));
            }
            if (_others is not null) _others[group] = others.Count > 0 ? firstCell.Count : -1;
            if (others.Count == 0) continue;
            firstCell.Add(start.Count);
            foreach (var cells in others.SelectMany(c => Enumerable.Range(_firstCell[c], _firstCell[c + 1] - _firstCell[c]))
                .GroupBy(cell => _splitRank[cell]).OrderBy(c => c.Key))
                Add(cells.Key, [.. cells.SelectMany(cell => _sorted[_start[cell].._start[cell + 1]])]);
        }
        (_sorted, _firstCategory, _firstCell, _start, _splitRank) = ([.. sorted], firstCategory, firstCell, start, splitRank);
        Close();

        void Add(int split, ReadOnlySpan<int> rows)
        {
            start.Add(sorted.Count);
            splitRank.Add(split);
            sorted.AddRange(rows);
        }
    }

    private (IReadOnlyList<int> Alone, IReadOnlyList<int> Others) Chosen(int from, int end)
    {
        var kept = new List<(int Category, double Value)>();
        for (var i = from; i < end; i++)
        {
            frame.Mark = i;
            if (query.Keep is not null && frame.Try(query.Keep) is not { IsNull: false, Bool: true }) continue;
            var value = frame.Try(query.Measured ?? query.Values[0]);
            kept.Add((i, value.IsNull ? double.NaN : value.AsDouble));
        }
        // Without a value comes last, whichever way.
        double Rank((int, double Value) c, double sign) => double.IsNaN(c.Value) ? double.PositiveInfinity : sign * c.Value;
        var alone = kept;
        if (query.Largest is { } most && kept.Count > most)
        {
            var largest = kept.OrderBy(c => Rank(c, -1)).Take(most).Select(c => c.Category).ToHashSet();
            alone = [.. kept.Where(c => largest.Contains(c.Category))];
        }
        var ordered = query.Order switch
        {
            ChartOrder.LargestFirst => alone.OrderBy(c => Rank(c, -1)),
            ChartOrder.SmallestFirst => alone.OrderBy(c => Rank(c, 1)),
            _ => alone.AsEnumerable(),
        };
        // Those that nest stay together: the first of them leads the others of the same outer category.
        if (columns.Within is not null && query.Order != ChartOrder.Category) ordered = ordered.GroupBy(Outer).SelectMany(g => g);
        var taken = alone.Select(c => c.Category).ToHashSet();
        return ([.. ordered.Select(c => c.Category)], [.. kept.Select(c => c.Category).Where(c => !taken.Contains(c))]);

        Value Outer((int Category, double) c) => columns.Within!.Column[_sorted[_start[_firstCell[c.Category]]]];
    }

    private void Keep(int group, Dictionary<int, int> place)
    {
        var (from, end) = (_firstCategory[group], _firstCategory[group + 1]);
        var (cells, drawn, others) = (0, 0, _others?[group] ?? -1);
        if (_others is not null) _others[group] = -1;
        for (var i = from; i < end; i++)
        {
            var count = _firstCell[i + 1] - _firstCell[i];
            if ((cells += count) > ChartTable.MostCells)
            {
                _mostDrawn = Math.Max(_mostDrawn ?? 0, drawn);
                break;
            }
            drawn++;
            var first = _sorted[_start[_firstCell[i]]];
            if (i == others) _others![group] = _keptCategories.Count;
            _keptCategories.Add(columns.Category.Column[first]);
            _keptKeys?.Add(i == others || query.Keys is not null ? KeysOf(i) : null);
            if (columns.Within is not null) _keptOuter.Add(columns.Within.Column[first]);
            _keptFirstCell.Add(_keptSplit.Count);
            for (var cell = _firstCell[i]; cell < _firstCell[i + 1]; cell++) KeepCell(cell, place);
        }
        _mostFound = Math.Max(_mostFound, end - from);
        _keptFirstCategory.Add(_keptCategories.Count);
    }

    /// <summary>What a category that stands for several is made of; null where there is too much to list.</summary>
    private Value[]? KeysOf(int category)
    {
        var (column, keys) = ((columns.Keys ?? columns.Category).Column, new HashSet<Value>());
        foreach (var row in _sorted.AsSpan(_start[_firstCell[category]].._start[_firstCell[category + 1]]))
            if (keys.Add(column[row] is { IsNull: false } key ? key : Value.Empty) && keys.Count > ChartTable.MostKeys) return null;
        return [.. keys];
    }

    private void KeepCell(int cell, Dictionary<int, int> place)
    {
        frame.Mark = cell;
        _keptSplit.Add(place[_splitRank[cell]]);
        _keptRows.Add(_start[cell + 1] - _start[cell]);
        foreach (var value in query.Values) _keptValues.Add(frame.Try(value));
        foreach (var common in query.Common) _keptCommon.Add(frame.Try(common));
        _keptColors?.Add(frame.Try(query.ColorBy!) is { Type: DataType.Text } color && HexColors.IsColor(color.Text) ? color.Text : null);
        if (columns.Spread is null) return;
        var from = _singles.Count;
        foreach (var row in _sorted.AsSpan(_start[cell].._start[cell + 1]))
            if (columns.Spread[row] is { IsNull: false } single) _singles.Add(single.AsDouble);
        System.Runtime.InteropServices.CollectionsMarshal.AsSpan(_singles)[from..].Sort();
        _firstSingle.Add(_singles.Count);
    }
}
