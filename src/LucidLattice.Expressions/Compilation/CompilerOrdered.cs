using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Compilation;

/// <summary>What follows from the order in which groups and rows are printed, as ISO SQL's window functions write it: lag, rank and
/// dense_rank.</summary>
public sealed partial class Compiler
{
    private static bool IsOrdered(CallSyntax call) => call.Name is "LAG" or "RANK" or "DENSE_RANK" or "YEAR_BEFORE";

    private Compiled OrderedCall(CallSyntax call)
    {
        if (_scope.Running is null || _scope.Ranks is null) throw TooLate(Phase.Ordered, _scope.Allowed, call.Position);
        if (call.Name == "YEAR_BEFORE") return YearBefore(call);
        if (call.Over is null)
            throw new ExpressionException(
                "needs-over", $"{Spoken(call)} needs to know among which it looks.", call.Position,
                $"Write {FunctionList.All.First(f => f.Name == Spoken(call)).Form}.");
        if (_scope.Levels.Count == 0 && !_scope.IsDetail)
            throw new ExpressionException("no-neighbours", "The whole report has no neighbours to be compared with.", call.Position,
                "Move it to a header or footer of a group.");
        var within = LevelOf(call.Over, _scope.Levels);
        if (!_scope.IsDetail && within == _scope.Base + _scope.Levels.Count)
            throw new ExpressionException(
                "no-neighbours", $"Within “{call.Over.Level}” there is only this group itself.", call.Over.Position,
                "Use OVER (), or a level further out.");
        return call.Name == "LAG" ? Lag(call, within) : Rank(call, within);
    }

    /// <summary>What an expression gives for the group (or the row) that is printed so many before this one; NULL for the first
    /// ones.</summary>
    private Compiled Lag(CallSyntax call, int within)
    {
        if (call.Arguments.Count is not (1 or 2))
            throw new ExpressionException("argument-count", "lag takes what is looked at and, if wanted, how many before.", call.Position);
        var steps = call.Arguments.Count == 1 ? 1 : Steps(call.Arguments[1]);
        var inner = Inner(call.Arguments[0]);
        var level = _scope.Base + _scope.Levels.Count;
        Func<Frame, bool> move = _scope.IsDetail ? frame => ToEarlierRow(frame, steps, within) : frame =>
            ToEarlierGroup(frame, level, steps, within);
        return inner with
        {
            Phase = Phase.Ordered,
            Evaluate = frame => Elsewhere(frame, move, inner),
            Field = null,
            Codes = null,
        };
    }

    /// <summary>What an expression gives for the group of the same period a year before: the one whose dates among its keys and those
    /// around
    /// it are a year earlier, and whose other keys are the same. NULL where there is none.</summary>
    private Compiled YearBefore(CallSyntax call)
    {
        if (call.Arguments.Count != 1 || call.Over is not null)
            throw new ExpressionException("argument-count", "year_before takes what is looked at, and no OVER.", call.Position);
        if (_scope.IsDetail || _scope.Levels.Count == 0)
            throw new ExpressionException("no-neighbours", "Only groups have one a year before.", call.Position,
                "Move it to a header or footer of a group.");
        var inner = Inner(call.Arguments[0]);
        var level = _scope.Base + _scope.Levels.Count;
        return inner with
        {
            Phase = Phase.Ordered,
            Evaluate = frame => Elsewhere(frame, at =>
            {
                if (at.YearBefore(level, at.Groups[level]) is not { } group) return false;
                at.StandAt(level, group);
                return true;
            }, inner),
            Field = null,
            Codes = null,
        };
    }

    private static int Steps(Syntax argument)
        => argument is LiteralSyntax { Value: { Type: DataType.Whole, Whole: >= 1 and <= 1_000_000 } steps }
            ? (int)steps.Whole
            : throw new ExpressionException("lag-steps", "How many before has to be a whole number of at least 1.", argument.Position);

    private Compiled Rank(CallSyntax call, int within)
    {
        if (_scope.IsDetail)
            throw new ExpressionException("rank-of-rows", "Ranks are given to groups, not to rows.", call.Position,
                "Move it to a header or footer of a group.");
        if (call.Arguments.Count > 0)
            throw new ExpressionException("argument-count", $"{Spoken(call)} takes no argument: what it ranks by stands in ORDER BY.",
                call.Position);
        var (over, level) = (call.Over!, _scope.Base + _scope.Levels.Count);
        var by = Inner(over.By!);
        var dense = call.Name == "DENSE_RANK";
        var index = _scope.Ranks!.IndexOf(new RankSpec(by, over.Descending, level, within, dense));
        return new Compiled(DataType.Whole, Phase.Ordered,
            frame =>
            {
                // Whoever traces a rank wants to know by what it was given.
                if (frame.Asked is not null) frame.Try(by);
                return frame.Ranks[index][frame.Groups[level]] is > 0 and var rank ? Value.Of((long)rank) : Value.Null;
            })
        {
            Fields = by.Fields,
            Reads = by.Reads,
        };
    }

    /// <summary>What is looked at: in headers and footers something of a group, in the rows something of a row.</summary>
    private Compiled Inner(Syntax syntax)
    {
        var inner = Visit(syntax);
        if (inner.Phase > Phase.Group)
            throw new ExpressionException("nested-order", "What is looked at cannot depend on the printed order itself.", syntax.Position);
        return inner;
    }

    private static Value Elsewhere(Frame frame, Func<Frame, bool> move, Compiled inner)
    {
        if (frame.Tree is null or { Order.Length: 0 }) return Value.Null;
        var (row, place, groups) = (frame.Row, frame.Place, frame.Groups.ToArray());
        try
        {
            return move(frame) ? inner.Evaluate(frame) : Value.Null;
        }
        finally
        {
            (frame.Row, frame.Place) = (row, place);
            groups.CopyTo(frame.Groups, 0);
        }
    }

    private static bool ToEarlierGroup(Frame frame, int level, int steps, int within)
    {
        var (tree, group) = (frame.Tree!, frame.Groups[level] - steps);
        // Groups of one level stand in printed order, so those of one partition are neighbours.
        if (group < 0 || tree.Around(level, group, within) != frame.Groups[within]) return false;
        frame.StandAt(level, group);
        return true;
    }

    private static bool ToEarlierRow(Frame frame, int steps, int within)
    {
        var (tree, at) = (frame.Tree!, frame.Place - 1 - steps);
        if (at < tree.Levels[within].Start[frame.Groups[within]]) return false;
        tree.Path(tree.Innermost, tree.Levels[tree.Innermost].GroupAt(at), frame.Groups);
        (frame.Row, frame.Place) = (tree.Order[at], at + 1);
        return true;
    }
}
