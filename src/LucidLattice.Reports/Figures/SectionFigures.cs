using LucidLattice.Expressions.Evaluation;
using LucidLattice.Layout;
using LucidLattice.Planning;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Figures;

/// <summary>The figures of one section. Its groups share one place that moves, so what a group gives is read before going on to the
/// next.</summary>
public sealed class SectionFigures
{
    private readonly RunFigures _figures;

    internal SectionFigures(RunFigures figures, SheetPages sheet, SectionData data)
    {
        (_figures, Sheet, Data) = (figures, sheet, data);
        (Frame, Keys) = (data.NewFrame(), data.NewFrame());
        Positions = new FramePositions(data.Tree, Frame);
    }

    public ReportRun Run => _figures.Run;

    public SheetPages Sheet { get; }

    public SectionData Data { get; }

    public SectionPlan Plan => Data.Plan;

    /// <summary>True for a section inside of another: it has a whole for each place around that it has rows for.</summary>
    public bool IsInner => Plan.Base > 0;

    /// <summary>The groups that hold all rows of a place: one, but of a section inside of another.</summary>
    public IEnumerable<GroupFigures> Wholes => IsInner
        ? Enumerable.Range(0, Data.Tree.Order.Length == 0 ? 0 : Data.Tree.Levels[Plan.Base].Count).Select(g => Group(Plan.Base, g))
        : [Group(0, 0)];

    /// <summary>Stands where something is printed, and is moved by the positions alone.</summary>
    internal Frame Frame { get; }

    /// <summary>Reads keys.</summary>
    internal Frame Keys { get; }

    internal FramePositions Positions { get; }

    internal GroupFigures Group(int level, int group)
    {
        _figures.Cancel.ThrowIfCancellationRequested();
        return new GroupFigures(this, level, group);
    }

    internal void Step() => _figures.Cancel.ThrowIfCancellationRequested();
}
