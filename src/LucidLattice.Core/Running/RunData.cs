using LucidLattice.Core.Charts;
using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Running;

/// <summary>The rows of a run, grouped and totalled: all figures of a report, before anything is laid out.</summary>
public sealed class RunData
{
    private readonly Dictionary<string, (DataColumn Column, RowKey Key)> _categories = [];
    private readonly Func<Frame> _newFrame;

    private RunData(SectionPlan plan, RowSet rows, GroupTree tree, Totals totals, Func<Frame> newFrame)
        => (Plan, Rows, Tree, Totals, _newFrame) = (plan, rows, tree, totals, newFrame);

    public SectionPlan Plan { get; }
    public RowSet Rows { get; }
    public GroupTree Tree { get; }
    public Totals Totals { get; }

    /// <summary>A frame of one's own, since frames move.</summary>
    public Frame NewFrame() => _newFrame();

    /// <param name="rows">With one column for each field of the dataset.</param>
    /// <param name="parameters">In the order of the definition.</param>
    public static RunData Of(SectionPlan plan, RowSet rows, Value[] parameters, DateTime now, List<Problem> problems, CancellationToken cancel)
    {
        var collation = new Collation(plan.Report.Language);
        Totals? totals = null;
        Frame NewFrame() => new() { Rows = rows, Groups = new int[plan.Levels.Count + 1], Parameters = parameters, Now = now, Collation = collation, Totals = totals };

        var frame = NewFrame();
        var kept = Kept(plan.Filter, rows, frame, cancel);
        RowKey Key(Compiled key, bool descending) => RowKey.Of(Column(key, rows, frame, cancel), rows.Count, collation, descending);
        var levels = plan.Levels.Select(l => Key(l.Key, l.Level.Descending)).ToList();
        var tree = GroupTree.Build(kept, levels, [.. plan.Sort.Select(s => Key(s.Key, s.Descending))]);
        cancel.ThrowIfCancellationRequested();
        totals = Totals.Of(plan.Totals, tree, frame, cancel);

        var data = new RunData(plan, rows, tree, totals, NewFrame);
        foreach (var chart in plan.Charts)
        {
            var column = Column(chart.Category, rows, frame, cancel);
            data._categories[chart.Id] = (column, RowKey.Of(column, rows.Count, collation, descending: false));
        }
        if (frame.DivisionsByZero > 0) problems.Add(new("division-by-zero", Severity.Warning, $"Something was divided by zero {frame.DivisionsByZero:N0} times; those results are empty.", plan.Section.Id));
        var overflows = frame.Overflows + totals.Overflows();
        if (overflows > 0) problems.Add(new("overflow", Severity.Error, $"{overflows:N0} values are too large for their type and are left empty.", plan.Section.Id));
        return data;
    }

    /// <summary>The marks of a chart for the group in which the frame stands.</summary>
    public IReadOnlyList<Mark> Marks(ChartPlan chart, Frame frame)
    {
        var (column, key) = _categories[chart.Id];
        var group = frame.Groups[chart.Level];
        return ChartNumbers.Of(chart, column, key, group < Tree.Levels[chart.Level].Count ? Tree.Rows(chart.Level, group) : [], frame);
    }

    /// <summary>The key of a group.</summary>
    public Value KeyOf(int level, int group, Frame frame)
    {
        frame.Row = Tree.Order[Tree.Levels[level].Start[group]];
        return frame.Try(Plan.Levels[level - 1].Key);
    }

    private static int[] Kept(Compiled? filter, RowSet rows, Frame frame, CancellationToken cancel)
    {
        if (filter is null) return [.. Enumerable.Range(0, rows.Count)];
        var kept = new List<int>(rows.Count);
        for (var row = 0; row < rows.Count; row++)
        {
            if ((row & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            frame.Row = row;
            var keep = frame.Try(filter);
            if (!keep.IsNull && keep.Bool) kept.Add(row);
        }
        return [.. kept];
    }

    /// <summary>The column that a key stands for: the field itself, or its values worked out for every row.</summary>
    private static DataColumn Column(Compiled key, RowSet rows, Frame frame, CancellationToken cancel)
    {
        if (key.Field is { } index) return rows.Columns[index];
        var builder = new ColumnBuilder(new Field { Name = "", Type = key.Type == DataType.Null ? DataType.Text : key.Type, Scale = 6 });
        for (var row = 0; row < rows.Count; row++)
        {
            if ((row & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            frame.Row = row;
            builder.Add(frame.Try(key));
        }
        return builder.Build();
    }
}
