using LucidLattice.Charts;
using LucidLattice.Crosstabs;
using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.GroupLevels;
using LucidLattice.Layout;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;

namespace LucidLattice.Reports.Running;

/// <summary>The rows of a section, grouped and totalled, with the numbers of its charts: all of its figures, before anything is laid
/// out.</summary>
public sealed class SectionData
{
    private readonly RunSteps _steps;

    internal SectionData(
        SectionPlan plan, RowSet rows, GroupTree tree, Totals totals, IReadOnlyDictionary<string, ChartTable> charts, RunSteps steps,
        IReadOnlyDictionary<string, CrosstabFigures> crosstabs,
        Func<Frame> newFrame)
    {
        (Plan, Rows, Tree, Totals, Charts, Crosstabs, _steps) = (plan, rows, tree, totals, charts, crosstabs, steps);
        Content = new SectionContent(plan, tree, newFrame, Matches(plan, tree, newFrame()));
    }

    public SectionPlan Plan { get; }
    public RowSet Rows { get; }
    public GroupTree Tree { get; }
    public Totals Totals { get; }

    /// <summary>The numbers of each chart, by its id.</summary>
    public IReadOnlyDictionary<string, ChartTable> Charts { get; }

    /// <summary>The figures of each crosstab, by its id.</summary>
    public IReadOnlyDictionary<string, CrosstabFigures> Crosstabs { get; }

    /// <summary>What a flow needs of it.</summary>
    public SectionContent Content { get; }

    /// <summary>Columns, row orders and totals: what keeps memory from being freed.</summary>
    public IEnumerable<ISized> Parts => Rows.Parts.Concat(_steps.Parts);

    /// <summary>A frame of one's own, since frames move.</summary>
    public Frame NewFrame() => Content.NewFrame();

    /// <summary>The key of a group; of all others, what they are called.</summary>
    /// <param name="level">Of the tree; one of the section's own levels.</param>
    /// <param name="frame">Is moved to the group's first row.</param>
    public Value KeyOf(int level, int group, Frame frame) => GroupNames.Key(Plan.Grouping, Tree, level, group, frame);

    /// <summary>The key of a group as people read it.</summary>
    public string LabelOf(int level, int group, Frame frame) => GroupNames.Label(Plan.Grouping, Tree, level, group, frame);

    /// <summary>The totals of the rows in a range of the printed order, for those that a list asks for.</summary>
    public Totals TotalsOf(AggregateList list, int from, int to) => TotalsOf(list.Specs, Tree.Order, from, to);

    /// <summary>The totals of some rows, in the order of the dataset.</summary>
    internal Totals TotalsOf(IReadOnlyList<AggregateSpec> specs, int[] rows) => TotalsOf(specs, rows, 0, rows.Length);

    private Totals TotalsOf(IReadOnlyList<AggregateSpec> specs, int[] rows, int from, int to)
    {
        var frame = NewFrame();
        GroupLevel[] range = [new GroupLevel([from, to], [0])];
        return new Totals([.. specs.Select(spec => spec.Kind.Total(spec, range, rows, frame, KeyAlone, CancellationToken.None))]);
    }

    /// <summary>A key for a few rows, which is not worth being kept.</summary>
    private RowKey KeyAlone(Compiled of)
        => (of.Field is { } index ? Rows.Columns[index] : SectionSteps.Worked(of, Rows, NewFrame(), CancellationToken.None))
            .Key(Rows.Count, NewFrame().Collation, false);

    /// <summary>The group of each combination of keys by which rows belong to a place around.</summary>
    private static Dictionary<ValueList, int> Matches(SectionPlan plan, GroupTree tree, Frame frame)
    {
        var groups = new Dictionary<ValueList, int>();
        if (plan.Match.Count == 0 || tree.Order.Length == 0) return groups;
        var level = tree.Levels[plan.Base];
        for (var group = 0; group < level.Count; group++)
        {
            frame.Row = tree.Order[level.Start[group]];
            if (SectionContent.KeyOf(plan.Match.Select(m => m.Own), frame) is { } key) groups.TryAdd(key, group);
        }
        return groups;
    }

    private IEnumerable<Problem> CrosstabProblems()
    {
        foreach (var (id, figures) in Crosstabs)
        {
            foreach (var (axis, tree) in new[] { (figures.Query.Down, figures.Table.Down), (figures.Query.Across, figures.Table.Across) })
                for (var i = 0; i < axis.Levels.Count; i++)
                    if (axis.Levels[i] is { Fill: not null, Level: var field } && GapFilling.AskedTooMany(tree, 2 + i))
                        yield return TooManyGaps(field);
            var shape = Plan.Crosstabs.First(c => c.Id == id).Definition.Shape;
            var (lines, columns) = LeftOut(figures, shape);
            if (lines + columns > 0)
                yield return new("crosstab-cut-off", Severity.Warning,
                    $"The crosstab is truncated by {Missing(lines, columns)}. The limit is {CrosstabQuery.MostLines:N0} rows and "
                    + $"{CrosstabQuery.MostColumns:N0} columns.", id, "across",
                    Mends: ["Choose fields with fewer values, or keep the largest groups and put the others together."]);
        }
    }

    private static (int Lines, int Columns) LeftOut(CrosstabFigures figures, CrosstabShape shape)
    {
        var (lines, columns) = (0, 0);
        foreach (var number in figures.Table.BaseOf)
        {
            var (l, c) = GridBuilder.LeftOut(figures.Query, figures.Table, shape, number);
            (lines, columns) = (Math.Max(lines, l), Math.Max(columns, c));
        }
        return (lines, columns);
    }

    private static string Missing(int lines, int columns) => string.Join(" and ",
        new[] { Count(lines, "row"), Count(columns, "column") }.OfType<string>());

    private static string? Count(int number, string what) => number switch
    {
        0 => null,
        1 => $"1 {what}",
        _ => $"{number:N0} {what}s",
    };

    private static Problem TooManyGaps(GroupedBy level) => new("too-many-gaps", Severity.Warning,
        $"More than {GapFilling.Most:N0} groups would be printed for “{level.Name}”, so none are without rows.", level.Id,
        "fill", Mends: ["Group by a longer period or by larger steps, or say where the groups begin and end."]);

    private IEnumerable<Problem> LineProblems()
    {
        if (Plan.NamedLines.Count == 0 || Tree.Order.Length == 0) yield break;
        var frame = NewFrame();
        frame.StandAt(Plan.Base, 0);
        foreach (var line in Plan.NamedLines)
            if (frame.Try(line.Rows) is { IsNull: false, Whole: 0 })
                yield return new("line-without-rows", Severity.Warning,
                    $"No row belongs to the line “{line.Name}”, so it counts as 0.", line.Place, "calculated",
                    Mends: ["If the name is wrong, choose the name of a group or of a calculated row."]);
    }

    /// <summary>What is wrong with the figures themselves.</summary>
    internal IEnumerable<Problem> Problems()
    {
        var id = Plan.Section.Id;
        foreach (var problem in LineProblems()) yield return problem;
        if (_steps.DivisionsByZero > 0)
            yield return new("division-by-zero", Severity.Warning,
                $"Something was divided by zero {_steps.DivisionsByZero:N0} times; those results are empty.", id);
        var overflows = _steps.Overflows + Totals.Overflows();
        if (overflows > 0)
            yield return new("overflow", Severity.Error, $"{overflows:N0} values are too large for their type and are left empty.", id);
        for (var i = 0; i < Plan.Levels.Count; i++)
            if (Plan.Levels[i] is { Fill: not null, Level: var level } && GapFilling.AskedTooMany(Tree, Plan.Base + i + 1))
                yield return TooManyGaps(level);
        foreach (var problem in ChangingFields.In(this).Concat(CrosstabProblems())) yield return problem;
        foreach (var (chart, table) in Charts.Where(c => c.Value.Ranges is { IsWidened: true }))
            yield return new("ranges-widened", Severity.Warning,
                $"More than {ChartCategory.MostRanges:N0} ranges of the width that is set would be drawn, so they are "
                + $"{table.Ranges!.Width:0.######} wide.", chart, "category", Mends: ["Set a larger width, or filter the rows."]);
        foreach (var (chart, table) in Charts.Where(c => c.Value.MostDrawn is not null))
            yield return new(
                "chart-cut-off", Severity.Warning,
                $"The chart has {table.MostFound:N0} categories; the first {table.MostDrawn:N0} are drawn.", chart, "category",
                Mends: ["Choose a category with fewer values."]);
    }
}
