using System.Collections.Concurrent;
using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.GroupLevels;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Crosstabs;

/// <summary>
/// The numbers and headings of a crosstab of one run. Whoever asks brings a frame of their own that stands in the group around.
/// Can be shared by threads.
/// </summary>
/// <param name="frameOver">Makes a frame over a tree with so many levels.</param>
/// <param name="ranksOf">The key of an expression over all rows.</param>
/// <param name="totalsOf">The totals of some rows, in any order, for a range of them.</param>
public sealed class CrosstabFigures(CrosstabQuery query, CrosstabTable table, Func<GroupTree?, int, Frame> frameOver,
    Func<IReadOnlyList<AggregateSpec>, int[], GroupLevel, Totals> totalsOf, Func<Compiled, RowKey> ranksOf)
{
    private const int MostRanked = 10_000;

    private readonly ConcurrentDictionary<(int Value, int Fields, int Parent, int Across, int AcrossGroup), Dictionary<int, int>> _ranks
        = [];
    private readonly LevelsPlan _down = PlanOf(query.Down, query.Language), _across = PlanOf(query.Across, query.Language);
    private YearsBefore? _years;

    public CrosstabQuery Query => query;
    public CrosstabTable Table => table;

    /// <summary>The ranks of what a small line goes over.</summary>
    public RowKey RanksOf(Compiled of) => ranksOf(of);

    private static LevelsPlan PlanOf(CrosstabAxis axis, string language) =>
        new([new Compiled(DataType.Whole, Phase.Row, frame => Value.Of((long)frame.Groups[1]))], axis.Levels, language);

    /// <summary>What the group of a field is called, and its key; of groups that stand for several keys, all of these.</summary>
    /// <param name="fields">The number of fields down, or across, that make the group: at least one.</param>
    public string Label(bool isDown, int fields, int group) => isDown
        ? GroupNames.Label(_down, table.Down, 1 + fields, group, frameOver(table.Down, table.Down.Levels.Count))
        : GroupNames.Label(_across, table.Across, 1 + fields, group, frameOver(table.Across, table.Across.Levels.Count));

    public Value Key(bool isDown, int fields, int group)
    {
        var (axis, tree, level) = (isDown ? query.Down : query.Across, isDown ? table.Down : table.Across, 1 + fields);
        var frame = frameOver(tree, tree.Levels.Count);
        if (axis.Keys[fields - 1] is not { } named && !tree.IsOthers(level, group))
            return GroupNames.Key(isDown ? _down : _across, tree, level, group, frame);
        var of = axis.Keys[fields - 1] ?? axis.Levels[fields - 1].Key;
        var keys = new HashSet<Value>();
        foreach (var row in tree.Rows(level, group))
        {
            frame.Row = row;
            keys.Add(frame.Try(of) is { IsNull: false } key ? key : Value.Empty);
            if (keys.Count > ValueList.Most) return Value.Null;
        }
        return keys.Count == 1 ? keys.First() : keys.Count == 0 ? Value.Null : Value.Of(new ValueList(keys));
    }

    /// <summary>The group of fewer fields that holds a group.</summary>
    public int Around(bool isDown, int fields, int group, int outer) =>
        (isDown ? table.Down : table.Across).Around(1 + fields, group, 1 + outer);

    /// <summary>The cell of a row and a column; null where it has no rows.</summary>
    public CellPlace? Cell(CrosstabEntry line, CrosstabEntry column) =>
        table.Find(line.Fields, line.Group, column.Fields, column.Group);

    /// <summary>Which of the values a row and a column show.</summary>
    public int ValueOf(CrosstabEntry line, CrosstabEntry column) => line.Value >= 0 ? line.Value : Math.Max(0, column.Value);

    /// <summary>What is printed: the number as the value says it is shown.</summary>
    public Value Shown(CrosstabEntry line, CrosstabEntry column, Frame frame)
    {
        var value = ValueOf(line, column);
        return query.Values[value].Definition.As switch
        {
            CrosstabForm.ShareOfRow => Share(line, column, line, column with { Fields = 0, Group = BaseOf(column) }),
            CrosstabForm.ShareOfColumn => Share(line, column, line with { Fields = 0, Group = BaseOf(column) }, column),
            CrosstabForm.ShareOfWhole => Share(line, column, line with { Fields = 0, Group = BaseOf(column) },
                column with { Fields = 0, Group = BaseOf(column) }),
            CrosstabForm.Difference => Difference(Before(column)),
            CrosstabForm.DifferenceToYearBefore => Difference(YearBefore(column)),
            CrosstabForm.Running => Running(line, column, value, frame),
            CrosstabForm.Rank => Rank(line, column, value, frame),
            _ => Number(line, column, frame),
        };

        Value Share(CrosstabEntry ofLine, CrosstabEntry ofColumn, CrosstabEntry wholeLine, CrosstabEntry wholeColumn)
        {
            var (part, whole) = (Number(ofLine, ofColumn, frame), Number(wholeLine, wholeColumn, frame));
            return part.IsNull || whole.IsNull || whole.AsDouble == 0 ? Value.Null : Value.Of(part.AsDouble / whole.AsDouble);
        }

        Value Difference(CrosstabEntry? before)
        {
            if (before is null) return Value.Null;
            var (now, then) = (Number(line, column, frame), Number(line, before, frame));
            return now.IsNull || then.IsNull ? Value.Null : Minus(now, then);
        }
    }

    private static Value Minus(Value a, Value b)
    {
        try
        {
            return a.Type == DataType.Double || b.Type == DataType.Double ? Value.Of(a.AsDouble - b.AsDouble)
                : a.Type == DataType.Whole && b.Type == DataType.Whole ? Value.Of(checked(a.Whole - b.Whole))
                : Value.Of(a.Decimal - b.Decimal);
        }
        catch (OverflowException)
        {
            return Value.Null;
        }
    }

    /// <summary>The number of the group around a column.</summary>
    private int BaseOf(CrosstabEntry column) => table.Across.Around(1 + column.Fields, column.Group, 1);

    /// <summary>The number of a row and a column as its expression gives it; NULL where there are no rows.</summary>
    public Value Number(CrosstabEntry line, CrosstabEntry column, Frame frame) =>
        Cell(line, column) is { } cell ? At(cell, query.Values[ValueOf(line, column)].Number, frame) : Value.Null;

    /// <summary>What an expression over the rows of a cell gives.</summary>
    public Value At(CellPlace cell, Compiled expression, Frame frame)
    {
        (frame.MarkTotals, frame.MarkLevel, frame.Mark) = (cell.Cells.Totals, cell.Level, cell.Group);
        var value = frame.Try(expression);
        (frame.MarkTotals, frame.MarkLevel, frame.Mark) = (null, 0, 0);
        return value;
    }

    /// <summary>The column before among those of the same group; null for the first one, and for totals.</summary>
    private CrosstabEntry? Before(CrosstabEntry column) => column.Fields == 0 || column.Group == 0
        || table.Across.Levels[1 + column.Fields].Parent[column.Group - 1] != table.Across.Levels[1 + column.Fields].Parent[column.Group]
        ? null : column with { Group = column.Group - 1 };

    private CrosstabEntry? YearBefore(CrosstabEntry column)
    {
        if (column.Fields == 0) return null;
        _years ??= new YearsBefore(_across, table.Across, () => frameOver(table.Across, table.Across.Levels.Count));
        return _years.Of(1 + column.Fields, column.Group) is { } group ? column with { Group = group } : null;
    }

    /// <summary>From the first column of its group up to this one, worked out from the rows of all of them.</summary>
    private Value Running(CrosstabEntry line, CrosstabEntry column, int value, Frame frame)
    {
        if (column.Fields == 0 || column.Kind != EntryKind.Leaf) return Number(line, column, frame);
        var (tree, level) = (table.Across, 1 + column.Fields);
        var (first, _) = tree.Inside(level - 1, tree.Levels[level].Parent[column.Group], level);
        if (table.Between(line.Fields, line.Group, column.Fields, first, column.Group) is not var (start, end)) return Value.Null;
        frame.MarkTotals = totalsOf(query.Totals.Specs, end.Cells.Tree.Order, new GroupLevel([start.Start, end.End], [0]));
        (frame.MarkLevel, frame.Mark) = (0, 0);
        var result = frame.Try(query.Values[value].Number);
        frame.MarkTotals = null;
        return result;
    }

    /// <summary>The place of a row among those of the same group in its column, the largest first; equal ones share a place.</summary>
    private Value Rank(CrosstabEntry line, CrosstabEntry column, int value, Frame frame)
    {
        if (line.Fields == 0) return Value.Null;
        var level = 1 + line.Fields;
        var parent = table.Down.Levels[level].Parent[line.Group];
        if (_ranks.Count > MostRanked) _ranks.Clear();
        var ranks = _ranks.GetOrAdd((value, line.Fields, parent, column.Fields, column.Group), _ =>
        {
            var (first, count) = table.Down.Inside(level - 1, parent, level);
            var numbers = Enumerable.Range(first, count).Select(g => (Group: g, Number: Number(line with { Group = g }, column, frame)))
                .Where(n => !n.Number.IsNull).OrderByDescending(n => n.Number.AsDouble).ToList();
            var places = new Dictionary<int, int>();
            for (var i = 0; i < numbers.Count; i++)
                places[numbers[i].Group] = i > 0 && numbers[i].Number.AsDouble == numbers[i - 1].Number.AsDouble
                    ? places[numbers[i - 1].Group] : i + 1;
            return places;
        });
        return ranks.TryGetValue(line.Group, out var rank) ? Value.Of((long)rank) : Value.Null;
    }

    /// <summary>The points of the small line of a cell: the value for each key that it goes over, in their order.</summary>
    /// <param name="ranks">Gives the rank of that key of each row.</param>
    public IReadOnlyList<Value> Points(CellPlace cell, int value, RowKey ranks, Frame frame)
    {
        const int MostPoints = 500;
        var rows = ranks.Sort(cell.Rows);
        var (own, starts) = (new int[rows.Length], new List<int>());
        ranks.Ranks(rows, own);
        for (var i = 0; i < rows.Length; i++)
            if (i == 0 || own[i] != own[i - 1]) starts.Add(i);
        if (starts.Count is 0 or > MostPoints) return [];
        var totals = totalsOf(query.Totals.Specs, rows, new GroupLevel([.. starts, rows.Length], new int[starts.Count]));
        var points = new Value[starts.Count];
        frame.MarkTotals = totals;
        frame.MarkLevel = 0;
        for (var i = 0; i < points.Length; i++)
        {
            frame.Mark = i;
            points[i] = frame.Try(query.Values[value].Number);
        }
        (frame.MarkTotals, frame.Mark) = (null, 0);
        return points;
    }
}
