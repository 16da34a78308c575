using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions;

/// <summary>
/// Looks up names, checks types and phases, and turns a tree into functions that evaluate it.
/// Everything that can be wrong with an expression is found here, before anything runs.
/// </summary>
public sealed partial class Compiler
{
    private readonly Scope _scope;
    private readonly string _text;
    private bool _insideAggregate;

    private Compiler(Scope scope, string text) => (_scope, _text) = (scope, text);

    /// <exception cref="ExpressionException">What is wrong, and where.</exception>
    public static Compiled Compile(string text, Scope scope)
    {
        var compiled = new Compiler(scope, text).Visit(Parser.Parse(text));
        if (compiled.Phase > scope.Allowed) throw TooLate(compiled.Phase, scope.Allowed, 0);
        return compiled with { Text = text };
    }

    /// <summary>As <see cref="Compile"/>, and the result has to be of a type.</summary>
    /// <exception cref="ExpressionException">What is wrong, and where.</exception>
    public static Compiled Condition(string text, Scope scope)
    {
        var compiled = Compile(text, scope);
        return compiled.Type is DataType.Bool or DataType.Null
            ? compiled
            : throw new ExpressionException("not-a-condition", $"This is {compiled.Type.Words()}; a condition has to be true or false.", 0,
            "Compare it with something, as in delay > 15.");
    }

    /// <summary>A part of an expression, of which the whole is known to be right.</summary>
    internal static Compiled Compile(Syntax part, Scope scope) => new Compiler(scope, "").Visit(part);

    private static ExpressionException TooLate(Phase phase, Phase allowed, int position) => phase switch
    {
        Phase.Page => new("page-phase", "Page numbers are only known in texts that are printed.", position),
        Phase.Ordered => new(
            "ordered-phase",
            "Running totals, ranks and what comes before are not known here: they follow from the order in which groups and rows are "
            + "printed.",
            position, "Move it to a text in a header, a footer or the rows."),
        _ when allowed == Phase.Page => new(
            "group-phase", "A page header or footer has no group to add up.", position,
            "Write OVER (PARTITION BY page) after it for the rows that start on the page."),
        _ => new(
            "group-phase", "Totals are not known yet here: only the fields of one row are.", position,
            "Move it to a header or footer of a group or of the report."),
    };

    private Compiled Visit(Syntax node) => node switch
    {
        LiteralSyntax literal =>
            new(literal.Value.Type, Phase.Constant, _ => literal.Value)
                { Scale = literal.Value.Type == DataType.Decimal ? literal.Value.Decimal.Scale : null },
        NameSyntax name => Field(name),
        ParameterSyntax parameter => Parameter(parameter),
        UnarySyntax { Operator: "NOT" } not => Not(not),
        UnarySyntax minus => Arithmetic.Negate(Visit(minus.Operand), minus.Position),
        BinarySyntax { Operator: "AND" or "OR" } logic => Logic(logic),
        BinarySyntax { Operator: "=" or "<>" or "<" or "<=" or ">" or ">=" } comparison =>
        Comparison(comparison.Operator, Visit(comparison.Left), Visit(comparison.Right), comparison.Position),
        BinarySyntax { Operator: "||" } join => Join(join),
        BinarySyntax arithmetic =>
        Arithmetic.Binary(arithmetic.Operator, Visit(arithmetic.Left), Visit(arithmetic.Right), arithmetic.Position, Warn),
        BetweenSyntax between => Between(between),
        InSyntax { Choices: [ParameterSyntax only] } one when ShapeOf(only) != ParameterShape.Single =>
        InParameter(new(one.Operand, only, one.Not, one.Position)),
        InSyntax inList => In(inList),
        InParameterSyntax inParameter => InParameter(inParameter),
        LikeSyntax like => Like(like),
        IsNullSyntax isNull => IsNull(isNull),
        CaseSyntax choice => Case(choice),
        CastSyntax cast => Casts.Cast(Visit(cast.Operand), cast.Type, cast.Scale, cast.Position),
        ExtractSyntax extract => Extract(extract),
        CallSyntax call when IsOrdered(call) => OrderedCall(call),
        CallSyntax call when AggregateKinds.Find(call.Name) is not null || call.NeedsRows => AggregateCall(call),
        CallSyntax call => ParameterFunction(call) ?? Functions.Call(call, [.. call.Arguments.Select(Visit)]),
        _ => throw new InvalidOperationException(node.GetType().Name),
    };

    private void Warn(string code, string message, int position) => _scope.Warnings.Add((code, message, position));

    private Compiled Field(NameSyntax name)
    {
        var index = IndexOfField(name.Name);
        if (index < 0)
        {
            var nearest = Nearest.To(name.Name, _scope.Fields.Select(f => f.Name));
            throw new ExpressionException("unknown-field",
                _scope.Fields.Count == 0 ? $"“{name.Name}” is no field: there are no rows here." : $"There is no field “{name.Name}”.",
                name.Position, nearest is null ? null : $"Did you mean “{nearest}”?");
        }
        var field = _scope.Fields[index];
        return new Compiled(field.Type, Phase.Row, frame => frame.Row < 0 ? Value.Null : frame.Rows.Columns[index][frame.Row])
        {
            Field = index,
            Fields = new HashSet<int> { index },
            ReadsRow = true,
            Scale = field.Type == DataType.Decimal ? field.Scale : null,
            Kind = field.Kind,
            Currency = field.Currency,
            Codes = CodeBook.ForField(field),
        };
    }

    private int IndexOfField(string name)
    {
        for (var i = 0; i < _scope.Fields.Count; i++)
            if (_scope.Fields[i].Name == name) return i;
        for (var i = 0; i < _scope.Fields.Count; i++)
            if (string.Equals(_scope.Fields[i].Name, name, StringComparison.OrdinalIgnoreCase)) return i;
        return -1;
    }

    private Compiled Parameter(ParameterSyntax syntax)
    {
        var index = IndexOfParameter(syntax);
        var parameter = _scope.Parameters[index];
        if (parameter.Shape == ParameterShape.Several)
            throw new ExpressionException("several-values",
                $"“:{parameter.Name}” can hold several values, so nothing can be worked out from it.", syntax.Position,
                $"Ask whether a value is among them: field IN :{parameter.Name}.");
        if (parameter.Shape == ParameterShape.Period)
            throw new ExpressionException("several-values", $"“:{parameter.Name}” is a period.", syntax.Position,
                $"Ask whether a day is in it: field IN :{parameter.Name}; or use period_start(:{parameter.Name}) and "
                + $"period_end(:{parameter.Name}).");
        // Every one is no value: comparing with it gives NULL, as comparing with nothing does.
        return new Compiled(parameter.Type, Phase.Constant,
            frame => frame.Parameters[index] is { IsEvery: false } value ? value : Value.Null) { Reads = Reads.Parameter(index) };
    }

    private int IndexOfParameter(ParameterSyntax syntax)
    {
        for (var i = 0; i < _scope.Parameters.Count; i++)
            if (string.Equals(_scope.Parameters[i].Name, syntax.Name, StringComparison.OrdinalIgnoreCase)) return i;
        var nearest = Nearest.To(syntax.Name, _scope.Parameters.Select(p => p.Name));
        throw new ExpressionException("unknown-parameter", $"There is no parameter “:{syntax.Name}”.", syntax.Position,
            nearest is null ? "Add the parameter." : $"Did you mean “:{nearest}”?");
    }

    private ParameterShape ShapeOf(ParameterSyntax syntax) =>
        _scope.Parameters.FirstOrDefault(p => string.Equals(p.Name, syntax.Name, StringComparison.OrdinalIgnoreCase))?.Shape
            ?? ParameterShape.Single;

    /// <summary>Every one drops the condition, so that rows without a value stay; a parameter without a value gives NULL.</summary>
    private Compiled InParameter(InParameterSyntax node)
    {
        var operand = Visit(node.Operand);
        var index = IndexOfParameter(node.Parameter);
        var parameter = _scope.Parameters[index];
        RequireComparable(operand.Type, parameter.Type, node.Position);
        return Combined(DataType.Bool, [operand], frame =>
        {
            var wanted = frame.Parameters[index];
            if (wanted.IsEvery) return Value.Of(true);
            var value = operand.Evaluate(frame);
            if (value.IsNull || wanted.IsNull) return Value.Null;
            var found = wanted.Type switch
            {
                DataType.List => wanted.List.Contains(value),
                DataType.Period => wanted.Period.Contains(value),
                _ => Value.Compare(value, wanted, null) == 0,
            };
            return Value.Of(found != node.Not);
        }, Reads.Parameter(index));
    }

    /// <summary>The functions that take a parameter itself, not its value.</summary>
    private Compiled? ParameterFunction(CallSyntax call)
    {
        if (call.Name is not ("PERIOD_START" or "PERIOD_END" or "IS_EVERY")) return null;
        if (call.Arguments is not [ParameterSyntax syntax])
            throw new ExpressionException("argument-count",
                $"{call.Name.ToLowerInvariant()} takes one parameter, as in {call.Name.ToLowerInvariant()}(:name).", call.Position);
        var index = IndexOfParameter(syntax);
        if (call.Name == "IS_EVERY")
            return new Compiled(DataType.Bool, Phase.Constant, frame => Value.Of(frame.Parameters[index].IsEvery))
                { Reads = Reads.Parameter(index) };
        if (_scope.Parameters[index].Shape != ParameterShape.Period)
            throw new ExpressionException("type-mismatch", $"“:{syntax.Name}” is no period.", syntax.Position);
        var start = call.Name == "PERIOD_START";
        return new Compiled(DataType.Date, Phase.Constant, frame => frame.Parameters[index] is { Type: DataType.Period } value
            && (start ? value.Period.From : value.Period.To) is { } day ? Value.Of(day) : Value.Null) { Reads = Reads.Parameter(index) };
    }

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

    private static Compiled Comparison(string op, Compiled left, Compiled right, int position)
    {
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

    private static void RequireComparable(DataType a, DataType b, int position)
    {
        if (a == b || a == DataType.Null || b == DataType.Null || (a.IsNumber() && b.IsNumber()) || (a.IsTime() && b.IsTime())) return;
        throw new ExpressionException("type-mismatch", $"{Capital(a.Words())} cannot be compared with {b.Words()}.", position,
            a == DataType.Text || b == DataType.Text ? "Change one of them with CAST(… AS …)." : null);
    }

    private Compiled Join(BinarySyntax join)
    {
        var (left, right) = (Casts.ToText(Visit(join.Left)), Casts.ToText(Visit(join.Right)));
        return Combined(DataType.Text, [left, right], frame =>
        {
            var a = left.Evaluate(frame);
            if (a.IsNull) return a;
            var b = right.Evaluate(frame);
            return b.IsNull ? b : Value.Of(a.Text + b.Text);
        });
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
        return Combined(DataType.Bool, [operand, pattern], frame =>
        {
            var (a, b) = (operand.Evaluate(frame), pattern.Evaluate(frame));
            return a.IsNull || b.IsNull ? Value.Null : Value.Of(LikePattern.Matches(a.Text, b.Text) != like.Not);
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
        });
    }

    private Compiled Extract(ExtractSyntax node)
    {
        var operand = Visit(node.Operand);
        if (!operand.Type.IsTime() && operand.Type != DataType.Null)
            throw new ExpressionException("type-mismatch", $"EXTRACT needs a date, but this is {operand.Type.Words()}.",
                node.Operand.Position);
        var part = DateParts.Part(node.Part)
            ?? throw new ExpressionException("unknown-part", $"“{node.Part}” is no part of a date.", node.Position,
            "Use YEAR, QUARTER, MONTH, WEEK, DAY, DOW, HOUR, MINUTE or SECOND.");
        return Combined(DataType.Whole, [operand], frame =>
        {
            var value = operand.Evaluate(frame);
            return value.IsNull ? value : Value.Of((long)part(value.AsDateTime));
        }) with
        { Kind = FieldKind.Key };
    }

    private static Compiled Expect(Compiled operand, DataType type, int position)
        => operand.Type == type || operand.Type == DataType.Null
            ? operand
            : throw new ExpressionException("type-mismatch", $"Expected {type.Words()} here, but this is {operand.Type.Words()}.",
            position);

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    /// <summary>A compiled expression whose phase and fields follow from its operands.</summary>
    /// <param name="reads">What it reads besides what its operands do.</param>
    internal static Compiled Combined(DataType type, IReadOnlyList<Compiled> operands, Func<Frame, Value> evaluate, Reads? reads = null) =>
        new(type, operands.Count == 0 ? Phase.Constant : operands.Max(o => o.Phase), evaluate)
    {
        Fields = operands.SelectMany(o => o.Fields).ToHashSet(),
        ReadsRow = operands.Any(o => o.ReadsRow),
        Reads = Reads.All(operands.Select(o => o.Reads)).With(reads ?? Reads.Nothing),
    };
}
