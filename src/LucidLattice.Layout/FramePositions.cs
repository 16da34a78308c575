using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;

namespace LucidLattice.Layout;

/// <summary>Moves a frame to the row and the groups that a band is printed for: a header sees its group's first row, a footer its
/// last.</summary>
public sealed class FramePositions(GroupTree tree, Frame frame)
{
    private int _level = -1, _group = -1;

    public Frame Frame => frame;

    public void MoveTo(Cursor cursor)
    {
        if (cursor.Level != _level || cursor.Group != _group)
        {
            tree.Path(cursor.Level, cursor.Group, frame.Groups);
            (_level, _group) = (cursor.Level, cursor.Group);
        }
        if (tree.Order.Length == 0)
        {
            (frame.Row, frame.Place) = (-1, 0);
            return;
        }
        var group = tree.Levels[cursor.Level];
        (var at, frame.Place) = cursor.Stage switch
        {
            Stage.Detail => (cursor.Row, cursor.Row + 1),
            Stage.Footer or Stage.ReportFooter => (group.End(cursor.Group) - 1, group.End(cursor.Group)),
            _ => (group.Start[cursor.Group], group.Start[cursor.Group]),
        };
        frame.Row = cursor.Stage == Stage.Detail || tree.HasRows(cursor.Level, cursor.Group) ? tree.Order[at] : -1;
    }
}
