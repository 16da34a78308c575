using LucidLattice.Data;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Compilation;

/// <summary>What is true, false or unknown: comparisons, and what is put together from them.</summary>
public sealed partial class Compiler
{
    private Compiled Not(UnarySyntax not)
    {
        var operand = Expect(Visit(not.Operand), DataType.Bool, not.Operand.Position);
        return Compiled.Combined(DataType.Bool, [operand], frame =>
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
        return Compiled.Combined(DataType.Bool, [left, right], frame =>
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
        var holds = Test(op);
        return Compiled.Combined(DataType.Bool, [left, right], frame =>
        {
            var a = left.Evaluate(frame);
            if (a.IsNull) return Value.Null;
            var b = right.Evaluate(frame);
            return b.IsNull ? Value.Null : Value.Of(holds(a, b, frame.Collation));
        });
    }

    /// <summary>Whether a comparison holds between two values that are there.</summary>
    private static Func<Value, Value, Collation, bool> Test(string op) => op switch
        {
            "=" => (a, b, _) => Value.Compare(a, b, null) == 0,
            "<>" => (a, b, _) => Value.Compare(a, b, null) != 0,
            "<" => (a, b, c) => Value.Compare(a, b, c) < 0,
            "<=" => (a, b, c) => Value.Compare(a, b, c) <= 0,
            ">" => (a, b, c) => Value.Compare(a, b, c) > 0,
            _ => (a, b, c) => Value.Compare(a, b, c) >= 0,
        };

    /// <summary>A length of time beside a number is its days.</summary>
    private static (Compiled Left, Compiled Right) Comparable(Compiled left, Compiled right)
        => left.Type == right.Type ? (left, right) : (Lengths.InDays(left), Lengths.InDays(right));

    /// <summary>IS DISTINCT FROM: as &lt;&gt;, but NULL is a value like others, so that it is always true or false.</summary>
    private Compiled IsDistinct(BinarySyntax node)
    {
        var (left, right) = Comparable(Visit(node.Left), Visit(node.Right));
        RequireComparable(left.Type, right.Type, node.Position);
        var distinct = node.Operator == SameOrNot.Distinct;
        return Compiled.Combined(DataType.Bool, [left, right], frame =>
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

    /// <summary>As <c>a >= low AND a &lt;= high</c>, but that a is worked out once.</summary>
    private Compiled Between(BetweenSyntax between)
    {
        var operand = Visit(between.Operand);
        var (forLow, low) = Comparable(operand, Visit(between.Low));
        var (forHigh, high) = Comparable(operand, Visit(between.High));
        RequireComparable(forLow.Type, low.Type, between.Position);
        RequireComparable(forHigh.Type, high.Type, between.Position);
        var (atLeast, atMost, once) = (Test(">="), Test("<="), ReferenceEquals(forLow, forHigh));
        return Compiled.Combined(DataType.Bool, [operand, low, high], frame =>
        {
            var a = forLow.Evaluate(frame);
            if (a.IsNull) return Value.Null;
            var (from, to) = (low.Evaluate(frame), high.Evaluate(frame));
            // One end that does not hold decides, whatever the other one is.
            var isAbove = from.IsNull ? (bool?)null : atLeast(a, from, frame.Collation);
            var isBelow = to.IsNull ? (bool?)null : atMost(once ? a : forHigh.Evaluate(frame), to, frame.Collation);
            if (isAbove == false || isBelow == false) return Value.Of(between.Not);
            return isAbove is null || isBelow is null ? Value.Null : Value.Of(!between.Not);
        });
    }

    /// <summary>As one comparison after the other with OR, but that what is looked for is worked out once.</summary>
    private Compiled In(InSyntax node)
    {
        if (node.Choices.Count == 0)
            throw new ExpressionException("empty-list", "IN needs at least one value to choose from.", node.Position);
        var operand = Visit(node.Operand);
        var choices = node.Choices.Select(choice => Choice(node.Operand, operand, choice, node.Position)).ToArray();
        var isSet = choices.Length > 8 && choices.All(c => c.IsPlain) && operand.Type is DataType.Text or DataType.Whole or DataType.Date;
        var set = isSet ? choices.Select(c => c.Value.Evaluate(NowhereFrame)).Where(v => !v.IsNull).ToHashSet() : null;
        var hasNull = set is not null && choices.Any(c => c.Value.Type == DataType.Null);
        return Compiled.Combined(DataType.Bool, [operand, .. choices.Select(c => c.Value)], frame =>
        {
            var a = operand.Evaluate(frame);
            if (set is not null && a.IsNull) return Value.Null;
            if (set is not null) return set.Contains(a) ? Value.Of(!node.Not) : hasNull ? Value.Null : Value.Of(node.Not);
            var unknown = false;
            foreach (var choice in choices)
            {
                var found = choice.Is(a, frame);
                if (found == true) return Value.Of(!node.Not);
                unknown |= found is null;
            }
            return unknown ? Value.Null : Value.Of(node.Not);
        });
    }

    private static readonly Frame NowhereFrame = new();

    /// <summary>One of the values of IN.</summary>
    /// <param name="IsPlain">True for a literal of the type that is looked for.</param>
    /// <param name="Is">Whether a value is this one; null where that is not known.</param>
    private sealed record InChoice(Compiled Value, bool IsPlain, Func<Value, Frame, bool?> Is);

    private InChoice Choice(Syntax operandNode, Compiled operand, Syntax choice, int position)
    {
        var (left, right) = Comparable(operand, Visit(choice));
        RequireComparable(left.Type, right.Type, position);
        // A length of time beside a number counts in days, and nothing but a length does.
        var inDays = !ReferenceEquals(left, operand);
        // A parameter may ask for rows without a value, as it may where it is compared.
        var parameter = choice is ParameterSyntax asked && operandNode is not ParameterSyntax ? IndexOfParameter(asked) : (int?)null;
        return new InChoice(right, choice is LiteralSyntax && (right.Type == operand.Type || right.Type == DataType.Null), (a, frame) =>
        {
            if (parameter is { } index && frame.Parameters[index].IsEmpty) return a.IsNull;
            if (inDays) a = left.Evaluate(frame);
            if (a.IsNull) return null;
            var b = right.Evaluate(frame);
            return b.IsNull ? null : Value.Compare(a, b, null) == 0;
        });
    }

    private Compiled Like(LikeSyntax like)
    {
        var operand = Expect(Visit(like.Operand), DataType.Text, like.Operand.Position);
        var pattern = Expect(Visit(like.Pattern), DataType.Text, like.Pattern.Position);
        LikePattern? last = null;
        return Compiled.Combined(DataType.Bool, [operand, pattern], frame =>
        {
            var (a, b) = (operand.Evaluate(frame), pattern.Evaluate(frame));
            if (a.IsNull || b.IsNull) return Value.Null;
            return Value.Of(LikePattern.Of(b.Text, like.Escape, ref last).Matches(a.Text) != like.Not);
        });
    }

    private Compiled IsNull(IsNullSyntax node)
    {
        var operand = Visit(node.Operand);
        return Compiled.Combined(DataType.Bool, [operand], frame => Value.Of(operand.Evaluate(frame).IsNull != node.Not));
    }

    private Compiled Case(CaseSyntax node)
    {
        var operand = node.Operand is null ? null : Visit(node.Operand);
        var branches = node.Branches.Select(b => (
            When: operand is null ? Expect(Visit(b.When), DataType.Bool, b.When.Position) : Visit(b.When), Then: Visit(b.Then))).ToArray();
        // With an operand, each branch asks whether it is this value; it is worked out once.
        var asks = operand is null ? [] : node.Branches.Select(b => Choice(node.Operand!, operand, b.When, b.When.Position)).ToArray();
        var otherwise = node.Else is null ? new Compiled(DataType.Null, Phase.Constant, _ => Value.Null) : Visit(node.Else);
        Compiled[] results = [.. branches.Select(b => b.Then), otherwise];
        var (type, converted) = Casts.Unify(results, node.Position, "CASE");
        var then = converted.Select(c => c.Evaluate).ToArray();
        Compiled[] read = [.. operand is null ? Array.Empty<Compiled>() : [operand], .. branches.Select(b => b.When), .. converted];
        var result = Compiled.Combined(type, read, frame =>
        {
            var a = operand is null ? Value.Null : operand.Evaluate(frame);
            for (var i = 0; i < branches.Length; i++)
            {
                if (operand is not null)
                {
                    if (asks[i].Is(a, frame) == true) return then[i](frame);
                    continue;
                }
                var when = branches[i].When.Evaluate(frame);
                if (!when.IsNull && when.Bool) return then[i](frame);
            }
            return then[^1](frame);
        });
        return (result with { Scale = type == DataType.Decimal ? Scales.OfAny(converted) : null }).MeaningOf(results);
    }
}
