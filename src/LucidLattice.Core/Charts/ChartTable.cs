using LucidLattice.Core.Caching;
using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Charts;

/// <summary>
/// The numbers of a chart for every group that it is drawn for, worked out in one pass before anything is laid out: one list of
/// marks a group, kept as columns.
/// </summary>
public sealed class ChartTable : ISized
{
    /// <summary>The most marks that one drawing of a chart has; what is beyond is said.</summary>
    public const int MostMarks = 50_000;

    private readonly int[] _start;
    private readonly Value[] _categories, _values;
    private readonly int[] _rows;

    private ChartTable(int[] start, Value[] categories, Value[] values, int[] rows, int mostFound)
        => (_start, _categories, _values, _rows, MostFound) = (start, categories, values, rows, mostFound);

    /// <summary>The most categories that any group has, drawn or not.</summary>
    public int MostFound { get; }

    public long Bytes => 4L * _start.Length + (84L * _categories.Length);

    /// <summary>The marks for a group; none for one that is not there.</summary>
    public IReadOnlyList<Mark> Marks(int group, ChartQuery query, ValueFormat format)
    {
        if (group >= _start.Length - 1) return [];
        var marks = new Mark[_start[group + 1] - _start[group]];
        for (var i = 0; i < marks.Length; i++)
        {
            var at = _start[group] + i;
            var category = _categories[at];
            var label = category.IsNull ? Mark.EmptyLabel : format.Format(category);
            marks[i] = new Mark(category, label, _values[at], _rows[at], query.Category.Codes?.Color(category));
        }
        return marks;
    }

    /// <param name="level">Of the tree: the chart is drawn once for each of its groups.</param>
    /// <param name="categories">The categories of all rows.</param>
    /// <param name="key">Their ranks.</param>
    /// <param name="keyOf">The key of an expression over all rows.</param>
    /// <param name="frame">Has the section's totals; is moved from group to group.</param>
    public static ChartTable Build(
        ChartQuery query, GroupTree tree, int level, DataColumn categories, RowKey key, Func<Compiled, RowKey> keyOf, Frame frame,
        CancellationToken cancel)
    {
        var groups = tree.Levels[level];
        if (tree.Order.Length == 0) return new ChartTable(new int[groups.Count + 1], [], [], [], 0);
        var (sorted, ranges, firstOf) = Ranges(tree, groups, key, cancel);
        frame.MarkTotals =
            new Totals([.. query.MarkTotals.Specs.Select(spec => spec.Kind.Total(spec, [ranges], sorted, frame, keyOf, cancel))]);
        var builder = new Builder(query.Order, ranges.Count);
        for (var group = 0; group < groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            frame.StandAt(level, group);
            for (var mark = firstOf[group]; mark < firstOf[group + 1]; mark++)
            {
                frame.Mark = mark;
                builder.Add(categories[sorted[ranges.Start[mark]]], frame.Try(query.Value), ranges.End(mark) - ranges.Start[mark]);
            }
            builder.EndGroup();
        }
        frame.MarkTotals = null;
        return builder.Build();
    }

    /// <summary>Each group's rows in the order of their categories, cut where the category changes.</summary>
    private static (int[] Sorted, GroupLevel Ranges, int[] FirstOf) Ranges(GroupTree tree, GroupLevel groups, RowKey key,
        CancellationToken cancel)
    {
        const int Chunk = 1024;
        Span<int> ranks = stackalloc int[Chunk];
        var (sorted, start, firstOf) = (new int[tree.Order.Length], new List<int>(), new int[groups.Count + 1]);
        for (var group = 0; group < groups.Count; group++)
        {
            cancel.ThrowIfCancellationRequested();
            firstOf[group] = start.Count;
            var (from, end) = (groups.Start[group], groups.End(group));
            key.Sort(tree.Order.AsSpan(from..end), sorted.AsSpan(from..end));
            var previous = -1;
            for (var at = from; at < end; at += Chunk)
            {
                var part = sorted.AsSpan(at, Math.Min(Chunk, end - at));
                key.Ranks(part, ranks);
                for (var i = 0; i < part.Length; i++)
                {
                    if (ranks[i] == previous) continue;
                    previous = ranks[i];
                    start.Add(at + i);
                }
            }
        }
        firstOf[^1] = start.Count;
        start.Add(sorted.Length);
        return (sorted, new GroupLevel([.. start], new int[start.Count - 1]), firstOf);
    }

    /// <summary>Gathers marks group by group, puts each group's in order, and leaves out what is too many.</summary>
    private sealed class Builder(ChartOrder order, int expected)
    {
        private readonly List<int> _start = [0];
        private readonly List<(Value Category, Value Value, int Rows)> _marks = new(expected), _group = [];
        private int _mostFound;

        public void Add(Value category, Value value, int rows) => _group.Add((category, value, rows));

        public void EndGroup()
        {
            _mostFound = Math.Max(_mostFound, _group.Count);
            _marks.AddRange(Ordered().Take(MostMarks));
            _start.Add(_marks.Count);
            _group.Clear();
        }

        public ChartTable Build() => new(
            [.. _start], [.. _marks.Select(m => m.Category)], [.. _marks.Select(m => m.Value)], [.. _marks.Select(m => m.Rows)],
            _mostFound);

        private IEnumerable<(Value Category, Value Value, int Rows)> Ordered() => order switch
        {
            ChartOrder.LargestFirst => _group.OrderByDescending(m => m.Value.IsNull ? double.NegativeInfinity : m.Value.AsDouble),
            ChartOrder.SmallestFirst => _group.OrderBy(m => m.Value.IsNull ? double.PositiveInfinity : m.Value.AsDouble),
            _ => _group,
        };
    }
}
