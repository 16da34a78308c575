using System.Collections.Concurrent;
using LucidLattice.Core.Caching;
using LucidLattice.Core.Charts;
using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Parameters;
using LucidLattice.Core.Planning;
using LucidLattice.Core.Progress;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Running;

/// <summary>The rows of a run, grouped and totalled: all figures of a report, before anything is laid out.</summary>
public sealed class RunData
{
    /// <summary>Marks of fewer rows than this are worked out faster than they are looked up in another run's.</summary>
    private const int RowsWorthSharing = 5000;
    private const int MostMarksKept = 2000;

    private readonly RunSteps _steps;
    private readonly string[] _treeReads;
    private readonly Func<Frame> _newFrame;
    private readonly Func<Compiled, RowKey> _key;
    private readonly Dictionary<string, (DataColumn Column, RowKey Key)> _categories = [];
    private readonly ConcurrentDictionary<(string Chart, int Group), IReadOnlyList<Mark>> _marks = [];

    private RunData(SectionPlan plan, RowSet rows, GroupTree tree, Totals totals, RunSteps steps, string[] treeReads, Func<Frame> newFrame, Func<Compiled, RowKey> key)
        => (Plan, Rows, Tree, Totals, _steps, _treeReads, _newFrame, _key) = (plan, rows, tree, totals, steps, treeReads, newFrame, key);

    public SectionPlan Plan { get; }
    public RowSet Rows { get; }
    public GroupTree Tree { get; }
    public Totals Totals { get; }

    /// <summary>Columns, row orders and totals: what keeps memory from being freed.</summary>
    public IEnumerable<ISized> Parts => Rows.Parts.Concat(_steps.Parts);

    /// <summary>A frame of one's own, since frames move.</summary>
    public Frame NewFrame() => _newFrame();

    /// <param name="rows">With one column for each field of the dataset.</param>
    /// <param name="cache">Results of earlier runs; null works everything out anew.</param>
    public static RunData Of(SectionPlan plan, RowSet rows, ParameterValues parameters, DateTime now, List<Problem> problems, SizedCache? cache, RunProgress progress, CancellationToken cancel)
    {
        var collation = new Collation(plan.Report.Language);
        Totals? totals = null;
        Frame NewFrame() => new() { Rows = rows, Groups = new int[plan.Levels.Count + 1], Parameters = parameters.Values, ParameterWords = (index, pattern) => parameters.Words(plan.Report, index, pattern), Now = now, Collation = collation, Totals = totals };
        var steps = new RunSteps(cache, rows, NewFrame, parameters.Values, now, plan.Report.Language);

        DataColumn Column(Compiled of) => of.Field is { } index ? rows.Columns[index] : steps.Get([of.Text], frame => Worked(of, rows, frame, cancel), cancel);
        RowKey Key(Compiled of, bool descending) => steps.Get<RowKey>([of.Identity, descending ? "down" : "up"], _ => of.Codes is { } codes ? CodedKey.Of(Column(of), rows.Count, codes, collation, descending) : Column(of).Key(rows.Count, collation, descending), cancel);

        string[] treeReads = [plan.Filter?.Text ?? "", .. plan.Levels.Select(l => $"level {l.Level.Descending} {l.Key.Identity}"), .. plan.Sort.Select(s => $"sort {s.Descending} {s.Key.Identity}")];
        var tree = steps.Get(treeReads, _ =>
        {
            var keys = plan.Levels.Select(l => Key(l.Key, l.Level.Descending)).ToList();
            progress.Grouped = 0.3;
            var sort = plan.Sort.Select(s => Key(s.Key, s.Descending)).ToList();
            return plan.Filter is null
                ? GroupTree.BuildAll(rows.Count, keys, sort, cancel)
                : GroupTree.Build(steps.Get([plan.Filter.Text], frame => Kept(plan.Filter, rows, frame, cancel), cancel).Rows, keys, sort, cancel);
        }, cancel);
        progress.Grouped = 0.6;

        var byAggregate = new AggregateTotals[plan.Totals.Specs.Count];
        void Total(int i) => byAggregate[i] = steps.Get([.. treeReads, plan.Totals.Texts[i]], frame => AggregateTotals.Of(plan.Totals.Specs[i], tree.Levels, tree.Order, frame, of => Key(of, false), cancel), cancel);
        InParallel(byAggregate.Length, rows.Count, Total);
        totals = new Totals(byAggregate);

        var data = new RunData(plan, rows, tree, totals, steps, treeReads, NewFrame, of => Key(of, false));
        foreach (var chart in plan.Charts) data._categories[chart.Id] = (Column(chart.Category), Key(chart.Category, false));
        if (steps.DivisionsByZero > 0) problems.Add(new("division-by-zero", Severity.Warning, $"Something was divided by zero {steps.DivisionsByZero:N0} times; those results are empty.", plan.Section.Id));
        var overflows = steps.Overflows + totals.Overflows();
        if (overflows > 0) problems.Add(new("overflow", Severity.Error, $"{overflows:N0} values are too large for their type and are left empty.", plan.Section.Id));
        return data;
    }

    /// <summary>The marks of a chart for the group in which the frame stands.</summary>
    public IReadOnlyList<Mark> Marks(ChartPlan chart, Frame frame)
    {
        var group = frame.Groups[chart.Level];
        if (_marks.TryGetValue((chart.Id, group), out var known)) return known;
        var (column, key) = _categories[chart.Id];
        var range = Tree.Levels[chart.Level];
        var rows = group < range.Count ? range.End(group) - range.Start[group] : 0;
        IReadOnlyList<Mark> Work(Frame at) => ChartNumbers.Of(chart.Query, chart.CategoryFormat, column, key, rows == 0 ? [] : Tree.Rows(chart.Level, group), _key, at);
        var marks = rows < RowsWorthSharing ? Work(frame) : _steps.Get([.. _treeReads, .. chart.NumbersRead, $"{chart.Level} {group}"], _ => new MarkList(Work(FrameAt(chart.Level, group))), CancellationToken.None).Marks;
        if (_marks.Count > MostMarksKept) _marks.Clear();
        _marks[(chart.Id, group)] = marks;
        return marks;
    }

    /// <summary>The key of a group.</summary>
    public Value KeyOf(int level, int group, Frame frame)
    {
        frame.Row = Tree.Order[Tree.Levels[level].Start[group]];
        return frame.Try(Plan.Levels[level - 1].Key);
    }

    private Frame FrameAt(int level, int group)
    {
        var frame = NewFrame();
        Tree.Path(level, group).CopyTo(frame.Groups, 0);
        return frame;
    }

    /// <summary>Runs steps side by side where there is enough to do.</summary>
    private static void InParallel(int steps, int rows, Action<int> step)
    {
        if (steps < 2 || rows < 20_000)
        {
            for (var i = 0; i < steps; i++) step(i);
            return;
        }
        try
        {
            Parallel.For(0, steps, step);
        }
        catch (AggregateException e) when (e.InnerExceptions.OfType<OperationCanceledException>().FirstOrDefault() is { } cancelled)
        {
            throw cancelled;
        }
    }

    private static RowList Kept(Compiled filter, RowSet rows, Frame frame, CancellationToken cancel)
    {
        var kept = new int[rows.Count];
        var count = 0;
        for (var row = 0; row < kept.Length; row++)
        {
            if ((row & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            frame.Row = row;
            var keep = frame.Try(filter);
            if (!keep.IsNull && keep.Bool) kept[count++] = row;
        }
        return new RowList(count == kept.Length ? kept : kept[..count]);
    }

    /// <summary>The values of an expression, worked out for every row.</summary>
    private static DataColumn Worked(Compiled expression, RowSet rows, Frame frame, CancellationToken cancel)
    {
        var builder = new ColumnBuilder(new Field { Name = "", Type = expression.Type == DataType.Null ? DataType.Text : expression.Type, Scale = 6 }, rows.Count);
        for (var row = 0; row < rows.Count; row++)
        {
            if ((row & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            frame.Row = row;
            builder.Add(frame.Try(expression));
        }
        return builder.Build();
    }
}
