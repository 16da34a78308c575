using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions;

/// <summary>What is true, false or unknown: comparisons, and what is put together from them.</summary>
public sealed partial class Compiler
{
    private Compiled Not(UnarySyntax not)
    {
        var operand = Expect(Visit(not.Operand), DataType.Bool, not.Operand.Position);
        return Combined(DataType.Bool, [operand], frame =>
        {
            var value = operand.Evaluate(frame);
            return value.IsNull ? value : Value.Of(!value.Bool);
        });
    }

    private Compiled Logic(BinarySyntax logic)
    {
        var left = Expect(Visit(logic.Left), DataType.Bool, logic.Left.Position);
        var right = Expect(Visit(logic.Right), DataType.Bool, logic.Right.Position);
        // Three-valued logic: one operand decides AND if it is false, OR if it is true, whatever the other one is.
        var decisive = logic.Operator == "OR";
        return Combined(DataType.Bool, [left, right], frame =>
        {
            var a = left.Evaluate(frame);
            if (!a.IsNull && a.Bool == decisive) return a;
            var b = right.Evaluate(frame);
            if (!b.IsNull && b.Bool == decisive) return b;
            return a.IsNull ? a : b;
        });
    }

    /// <summary>For those who write it for “or”.</summary>
    private const string OrForBars = "|| joins texts; write OR for “one of both”.";

    private Compiled Compared(BinarySyntax node)
    {
        var (left, right) = (Visit(node.Left), Visit(node.Right));
        if (node.Left is BinarySyntax { Operator: "||" } || node.Right is BinarySyntax { Operator: "||" })
            RequireComparable(left.Type, right.Type, node.Position, OrForBars);
        return Comparison(node.Operator, left, right, node.Position);
    }

    private static Compiled Comparison(string op, Compiled left, Compiled right, int position)
    {
        (left, right) = Comparable(left, right);
        RequireComparable(left.Type, right.Type, position);
        Func<Value, Value, Collation, bool> holds = op switch
        {
            "=" => (a, b, _) => Value.Compare(a, b, null) == 0,
            "<>" => (a, b, _) => Value.Compare(a, b, null) != 0,
            "<" => (a, b, c) => Value.Compare(a, b, c) < 0,
            "<=" => (a, b, c) => Value.Compare(a, b, c) <= 0,
            ">" => (a, b, c) => Value.Compare(a, b, c) > 0,
            _ => (a, b, c) => Value.Compare(a, b, c) >= 0,
        };
        return Combined(DataType.Bool, [left, right], frame =>
        {
            var a = left.Evaluate(frame);
            if (a.IsNull) return Value.Null;
            var b = right.Evaluate(frame);
            return b.IsNull ? Value.Null : Value.Of(holds(a, b, frame.Collation));
        });
    }

    /// <summary>A length of time beside a number is its days.</summary>
    private static (Compiled Left, Compiled Right) Comparable(Compiled left, Compiled right)
        => left.Type == right.Type ? (left, right) : (Lengths.InDays(left), Lengths.InDays(right));

    /// <summary>IS DISTINCT FROM: as &lt;&gt;, but NULL is a value like others, so that it is always true or false.</summary>
    private Compiled IsDistinct(BinarySyntax node)
    {
        var (left, right) = Comparable(Visit(node.Left), Visit(node.Right));
        RequireComparable(left.Type, right.Type, node.Position);
        var distinct = node.Operator == SameOrNot.Distinct;
        return Combined(DataType.Bool, [left, right], frame =>
        {
            var (a, b) = (left.Evaluate(frame), right.Evaluate(frame));
            var same = a.IsNull || b.IsNull ? a.IsNull && b.IsNull : Value.Compare(a, b, null) == 0;
            return Value.Of(same != distinct);
        });
    }

    private static void RequireComparable(DataType a, DataType b, int position, string? mend = null)
    {
        if (a == b || a == DataType.Null || b == DataType.Null || (a.IsNumber() && b.IsNumber()) || (a.IsTime() && b.IsTime())) return;
        throw new ExpressionException("type-mismatch", $"{Capital(a.Words())} cannot be compared with {b.Words()}.", position,
            mend ?? (a == DataType.Text || b == DataType.Text ? "Change one of them with CAST(… AS …)." : null));
    }

    private Compiled Between(BetweenSyntax between)
    {
        var operand = between.Operand;
        Syntax both = new BinarySyntax("AND", new BinarySyntax(">=", operand, between.Low, between.Position),
            new BinarySyntax("<=", operand, between.High, between.Position), between.Position);
        return Visit(between.Not ? new UnarySyntax("NOT", both, between.Position) : both);
    }

    private Compiled In(InSyntax node)
    {
        if (node.Choices.Count == 0)
            throw new ExpressionException("empty-list", "IN needs at least one value to choose from.", node.Position);
        var any = node.Choices.Select(choice => (Syntax)new BinarySyntax("=", node.Operand, choice, node.Position))
            .Aggregate((a, b) => new BinarySyntax("OR", a, b, node.Position));
        return Visit(node.Not ? new UnarySyntax("NOT", any, node.Position) : any);
    }

    private Compiled Like(LikeSyntax like)
    {
        var operand = Expect(Visit(like.Operand), DataType.Text, like.Operand.Position);
        var pattern = Expect(Visit(like.Pattern), DataType.Text, like.Pattern.Position);
        LikePattern? last = null;
        return Combined(DataType.Bool, [operand, pattern], frame =>
        {
            var (a, b) = (operand.Evaluate(frame), pattern.Evaluate(frame));
            if (a.IsNull || b.IsNull) return Value.Null;
            return Value.Of(LikePattern.Of(b.Text, like.Escape, ref last).Matches(a.Text) != like.Not);
        });
    }

    private Compiled IsNull(IsNullSyntax node)
    {
        var operand = Visit(node.Operand);
        return Combined(DataType.Bool, [operand], frame => Value.Of(operand.Evaluate(frame).IsNull != node.Not));
    }

    private Compiled Case(CaseSyntax node)
    {
        var branches = node.Branches.Select(b => (
            When: Expect(Visit(node.Operand is null ? b.When : new BinarySyntax("=", node.Operand, b.When, b.When.Position)), DataType.Bool,
            b.When.Position),
            Then: Visit(b.Then))).ToArray();
        var otherwise = node.Else is null ? new Compiled(DataType.Null, Phase.Constant, _ => Value.Null) : Visit(node.Else);
        Compiled[] results = [.. branches.Select(b => b.Then), otherwise];
        var (type, converted) = Casts.Unify(results, node.Position, "CASE");
        var then = converted.Select(c => c.Evaluate).ToArray();
        return Combined(type, [.. branches.Select(b => b.When), .. converted], frame =>
        {
            for (var i = 0; i < branches.Length; i++)
            {
                var when = branches[i].When.Evaluate(frame);
                if (!when.IsNull && when.Bool) return then[i](frame);
            }
            return then[^1](frame);
        }) with
        { Scale = type == DataType.Decimal ? Scales.OfAny(converted) : null };
    }
}
