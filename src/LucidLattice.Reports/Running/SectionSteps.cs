using LucidLattice.Charts;
using LucidLattice.Charts.Scales;
using LucidLattice.Crosstabs;
using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.GroupLevels;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Planning;

namespace LucidLattice.Reports.Running;

/// <summary>Works the figures of a section out, step by step: rows that are kept, groups, totals, running totals and ranks,
/// charts.</summary>
internal sealed class SectionSteps
{
    /// <summary>Fewer rows are evaluated at once.</summary>
    private const int LeastToScreen = 5_000;

    private readonly SectionPlan _plan;
    private readonly RowSet _rows;
    private readonly RunContext _run;
    private readonly Collation _collation;
    private readonly RunSteps _steps;

    /// <summary>What decides the groups.</summary>
    private readonly ContentHash _groups;
    private GroupTree? _tree;
    private Totals? _totals;
    private IReadOnlyList<RunningTotals> _running = [];
    private IReadOnlyList<GroupRanks> _ranks = [];

    private SectionSteps(SectionPlan plan, RowSet rows, RunContext run)
    {
        (_plan, _rows, _run, _collation) = (plan, rows, run, new Collation(plan.Report.Language));
        _steps = new RunSteps(run.Cache, rows, NewFrame, new RunInputs(run.Parameters.Values, run.Now,
            index => run.Parameters.Words(plan.Report, index)), plan.Report.Language);
        _groups = _steps.IdentityOf((plan.Filter, plan.Grouping, plan.GroupTotals, plan.Sort));
    }

    /// <param name="rows">With one column for each field of the dataset.</param>
    public static SectionData Run(SectionPlan plan, RowSet rows, RunContext run) => new SectionSteps(plan, rows, run).Run();

    private SectionData Run()
    {
        _tree = _steps.Get(_groups, _ => Completed(Tree()), _run.Cancel);
        _tree = _run.Opened.In(_tree, _plan, KeyText(_tree));
        _run.Progress.Grouped = 0.6;
        _totals = Totals();
        _running = [.. _plan.Running.Specs.Select(spec => _steps.Get(
            (_groups, spec), frame =>
            RunningTotals.Compute(spec, _tree, frame, _run.Cancel), _run.Cancel))];
        _ranks = [.. _plan.Ranks.Specs.Select(spec => _steps.Get(
            (_groups, spec), frame =>
            GroupRanks.Rank(spec, _tree, frame, _run.Cancel), _run.Cancel))];
        var charts = _plan.Charts.ToDictionary(c => c.Id, c => Chart(c.Query, c.Level));
        var crosstabs = _plan.Crosstabs.ToDictionary(c => c.Id, c => Crosstab(c.Query));
        return new SectionData(_plan, _rows, _tree, _totals, charts, _steps, crosstabs, NewFrame);
    }

    private Frame NewFrame() => FrameOver(_tree, _totals);

    private Frame FrameOver(GroupTree? tree, Totals? totals) => FrameOver(tree, totals, _plan.Base + _plan.Levels.Count + 1);

    /// <param name="levels">Of the tree.</param>
    private Frame FrameOver(GroupTree? tree, Totals? totals, int levels) => new()
    {
        Rows = _rows,
        Tree = tree,
        Groups = new int[levels],
        Parameters = _run.Parameters.Values,
        ParameterWords = (index, pattern) => _run.Parameters.Words(_plan.Report, index, pattern),
        GroupName = (level, group) =>
            _tree is { } known ? GroupNames.Label(_plan.Grouping, known, level, group, FrameOver(known, null)) : "",
        YearBefore = (level, group) => _tree is null ? null : Years().Of(level, group),
        Now = _run.Now,
        Collation = _collation,
        Totals = totals,
        Running = _running,
        Ranks = _ranks,
    };

    private Func<int, int, string?> KeyText(GroupTree tree)
    {
        var frame = FrameOver(tree, null);
        return (level, group) => GroupNames.Key(_plan.Grouping, tree, level, group, frame) is { IsNull: false } key ? key.Invariant : null;
    }

    private YearsBefore? _years;

    private YearsBefore Years() => _years ?? Interlocked.CompareExchange(ref _years, new YearsBefore(_plan.Grouping, _tree!,
        () => FrameOver(_tree, null)), null) ?? _years;

    private GroupTree Tree()
    {
        // Of groups with equal totals, that with the first key comes first, whichever way the totals go.
        var keys = _plan.Match.Select(m => Key(m.Own, false))
            .Concat(_plan.Levels.Select(l => Key(l.Key, l.Level.Descending && l.Order is null))).ToList();
        _run.Progress.Grouped = 0.3;
        var sort = _plan.Sort.Select(s => Key(s.Key, s.Descending)).ToList();
        var tree = _plan.Filter is not { } filter
            ? GroupTree.BuildAll(_rows.Count, keys, sort, _run.Cancel)
            : GroupTree.Build(_steps.Get(("kept", filter), frame => Kept(filter, frame), _run.Cancel).Rows, keys, sort,
            _run.Cancel);
        if (!_plan.Levels.Any(l => l.IsArranged)) return tree;
        return new GroupArranging(_plan.Grouping, _collation, (rows, arranged) => GroupTree.Build(rows, arranged, sort, _run.Cancel),
            GroupTotals, (of, totals) => FrameOver(of, totals)).Arrange(tree, keys);
    }

    /// <summary>The tree with the groups that have no rows, and with those known that print nothing of their own.</summary>
    private GroupTree Completed(GroupTree tree)
    {
        if (_plan.Levels.Any(l => l.Fill is not null))
            tree = new GapFilling(_plan.Grouping, _collation, of => FrameOver(of, null)).Fill(tree);
        var omitting = _plan.Levels.Select((l, i) => (l.Level.OmitEmpty, Level: _plan.Base + i + 1)).Where(l => l.OmitEmpty)
            .Select(l => l.Level).ToHashSet();
        if (omitting.Count == 0) return tree;
        var frame = FrameOver(tree, null);
        return tree.Omitting((level, row) =>
        {
            frame.Row = row;
            return frame.Try(_plan.Levels[level - _plan.Base - 1].Key).IsNull;
        }, omitting);
    }

    /// <summary>The totals by which groups are arranged, which are not those that are printed.</summary>
    private Totals GroupTotals(GroupTree tree) => new([.. _plan.GroupTotals.Specs.Select(spec =>
        spec.Kind.Total(spec, tree.Levels, tree.Order, FrameOver(tree, null), of => Key(of, false), _run.Cancel))]);

    private Totals Totals()
    {
        var (list, byAggregate) = (_plan.Totals, new AggregateTotals[_plan.Totals.Specs.Count]);
        InParallel(byAggregate.Length, _rows.Count, i => byAggregate[i] = _steps.Get(
            (_groups, list.Specs[i]),
            frame => list.Specs[i].Kind.Total(list.Specs[i], _tree!.Levels, _tree.Order, frame, of => Key(of, false), _run.Cancel),
            _run.Cancel));
        return new Totals(byAggregate);
    }

    private ChartTable Chart(ChartQuery query, int level)
    {
        return _steps.Get(
            (_groups, level, query),
            frame => new ChartTableBuilder(query, _tree!, level, ChartColumns(query, frame), of => Key(of, false), frame, _run.Cancel)
                .Build(), _run.Cancel);
    }

    private CrosstabFigures Crosstab(CrosstabQuery query)
    {
        var table = _steps.Get((_groups, query),
            _ => new CrosstabBuilder(query, _tree!, _rows.Count, Key, FrameOver, _collation, _run.Cancel).Build(), _run.Cancel);
        return new CrosstabFigures(query, table, (tree, levels) => FrameOver(tree, null, levels),
            (specs, rows, range) => new Totals([.. specs.Select(spec =>
                spec.Kind.Total(spec, [range], rows, NewFrame(), of => Key(of, false), CancellationToken.None))]), of => Key(of, false));
    }

    private ChartColumns ChartColumns(ChartQuery query, Frame frame)
    {
        var category = ChartKey(query.Category);
        var drawn = query.Filter is { } filter ? Drawn(filter, frame) : null;
        var ranges = query.Ranges is null ? null : Ranges(category.Column, query.Ranges, drawn, query.Category.Type != DataType.Double);
        return new ChartColumns(ranges is null ? category : InRanges(category.Column, ranges),
            query.Within is { } within ? ChartKey(within) : null, query.Split is { } split ? ChartKey(split) : null,
            query.Spread is { } spread ? Column(spread) : null)
        {
            Ranges = ranges,
            Keys = query.Keys is { } keys ? ChartKey(keys) : null,
            Drawn = drawn,
        };
    }

    /// <summary>One division for all groups, so that their charts can be compared, over the rows that are drawn; null without a
    /// number.</summary>
    /// <param name="drawn">Null for all rows.</param>
    private NumberRanges? Ranges(DataColumn column, ChartRanges settings, BitSet? drawn, bool isExact)
    {
        var numbers = _tree!.Order.Where(row => drawn is null || drawn[row]).Select(row => column[row]).Where(v => !v.IsNull).ToList();
        if (numbers.Count == 0) return null;
        if (isExact) return NumberRanges.Over(numbers.Select(v => v.Decimal).Order().ToList(), settings);
        return NumberRanges.Over(numbers.Select(v => v.AsDouble).Order().ToList(), settings);
    }

    private ChartKey InRanges(DataColumn column, NumberRanges ranges)
    {
        var builder = new ColumnBuilder(new Field { Name = "", Type = DataType.Whole }, _rows.Count);
        for (var row = 0; row < _rows.Count; row++)
            builder.Add(column[row] is { IsNull: false } value ? Value.Of((long)ranges.IndexOf(value)) : Value.Null);
        var index = builder.Build();
        return new ChartKey(index, index.Key(_rows.Count, _collation, false));
    }

    private BitSet Drawn(Compiled filter, Frame frame)
    {
        var drawn = new BitSet();
        foreach (var row in _tree!.Order)
        {
            frame.Row = row;
            if (frame.Try(filter) is { IsNull: false, Bool: true }) drawn[row] = true;
        }
        return drawn;
    }

    private ChartKey ChartKey(Compiled of) => new(Column(of), Key(of, false));

    private DataColumn Column(Compiled of)
        => of.Field is { } index
            ? _rows.Columns[index]
            : _steps.Get(("column", of), frame => Worked(of, _rows, frame, _run.Cancel), _run.Cancel);

    private RowKey Key(Compiled of, bool descending) => _steps.Get<RowKey>(
        ("key", of, descending),
        frame => Mapped(of, descending, frame) is { } mapped ? mapped : of.Codes is { } codes
        ? CodedKey.Build(Column(of), _rows.Count, codes, _collation, descending)
        : Column(of).Key(_rows.Count, _collation, descending),
        _run.Cancel);

    /// <summary>Fewer rows are worked out one by one.</summary>
    private const int LeastToMap = 20_000;

    /// <summary>The key of what follows from one field alone, worked out once for each of its values; null where that would not
    /// pay.</summary>
    private RankKey? Mapped(Compiled of, bool descending, Frame frame)
    {
        if (of is not { Field: null, Codes: null, Phase: Phase.Row, Fields.Count: 1, Reads.AllRows: false }
            || !_run.PaysFor(_rows.Count, LeastToMap))
            return null;
        if (DistinctRows.Of(_rows.Columns[of.Fields.First()], _rows.Count, _rows.Count / 8) is not { } distinct) return null;
        _run.Cancel.ThrowIfCancellationRequested();
        var builder = ColumnOf(of, distinct.First.Count);
        foreach (var row in distinct.First)
        {
            frame.Row = row;
            builder.Add(frame.Try(of));
        }
        var key = builder.Build().Key(distinct.First.Count, _collation, descending);
        var (values, rankOf, ranks) = (Enumerable.Range(0, distinct.First.Count).ToArray(), new int[distinct.First.Count], distinct.Which);
        key.Ranks(values, rankOf);
        for (var row = 0; row < ranks.Length; row++) ranks[row] = rankOf[ranks[row]];
        return new RankKey(ranks, key.Count);
    }

    private static ColumnBuilder ColumnOf(Compiled expression, int rows) => new(
        new Field { Name = "", Type = expression.Type == DataType.Null ? DataType.Text : expression.Type,
            Scale = ColumnBuilder.MostScale }, rows);

    private RowList Kept(Compiled filter, Frame frame)
    {
        var candidates = Candidates(filter);
        var (kept, count) = (new int[candidates?.Length ?? _rows.Count], 0);
        for (var at = 0; at < kept.Length; at++)
        {
            if ((at & 0xFFFF) == 0) _run.Cancel.ThrowIfCancellationRequested();
            var row = frame.Row = candidates?[at] ?? at;
            if (frame.Try(filter) is { IsNull: false, Bool: true }) kept[count++] = row;
        }
        return new RowList(count == kept.Length ? kept : kept[..count]);
    }

    /// <summary>The rows for which the condition may hold; null for all, where looking would not pay.</summary>
    private int[]? Candidates(Compiled filter)
    {
        if (!_run.PaysFor(_rows.Count, LeastToScreen) || _plan.Dataset is not { } dataset) return null;
        var query = ReportQuery.For(_plan.Report, dataset, [], _run.Parameters.Values, _run.Now);
        return RowScreen.Candidates(_rows, dataset.Fields, Narrowings.FromCondition(filter.Text, query), _collation);
    }

    /// <summary>The values of an expression, worked out for every row.</summary>
    internal static DataColumn Worked(Compiled expression, RowSet rows, Frame frame, CancellationToken cancel)
    {
        var builder = ColumnOf(expression, rows.Count);
        for (var row = 0; row < rows.Count; row++)
        {
            if ((row & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            frame.Row = row;
            builder.Add(frame.Try(expression));
        }
        return builder.Build();
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
}
