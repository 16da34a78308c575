using LucidLattice.Data;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Calls;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Compilation;

/// <summary>
/// Looks up names, checks types and phases, and turns a tree into functions that evaluate it.
/// Everything that can be wrong with an expression is found here, before anything runs.
/// </summary>
public sealed partial class Compiler
{
    /// <summary>More names than these are no help.</summary>
    private const int MostListed = 40;

    private readonly Scope _scope;
    private readonly string _text;
    private bool _insideAggregate;

    /// <summary>What was compiled is used again where the same node stands twice: twice at each step would double with each.</summary>
    private readonly Dictionary<(Syntax Node, bool InsideAggregate), Compiled> _compiled = new(NodeComparer.Instance);

    private Compiler(Scope scope, string text) => (_scope, _text) = (scope, text);

    /// <exception cref="ExpressionException">What is wrong, and where.</exception>
    public static Compiled Compile(string text, Scope scope)
    {
        var compiled = Lengths.InDays(new Compiler(scope, text).Visit(Parser.Parse(text)));
        if (compiled.Phase > scope.Allowed) throw TooLate(compiled.Phase, scope.Allowed, 0);
        if (scope.RowsStandAlone && compiled.Reads.AllRows)
            throw new ExpressionException("needs-all-rows", "A dataset works out each row by itself, and this looks through all of them.",
                0, "Use it in a report: in a level, a column or a text.");
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
            Parser.Parse(text) is BinarySyntax { Operator: "||" } ? OrForBars : "Compare it with something, as in delay > 15.");
    }

    /// <summary>A part of an expression, of which the whole is known to be right.</summary>
    public static Compiled Compile(Syntax part, Scope scope) => Lengths.InDays(new Compiler(scope, "").Visit(part));

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

    /// <summary>The key of a group without rows stands for the expression that the rows of other groups give it by.</summary>
    private Compiled Visit(Syntax node)
    {
        if (_compiled.TryGetValue((node, _insideAggregate), out var known)) return known;
        var compiled = VisitAnew(node);
        return _compiled[(node, _insideAggregate)] = compiled with { Source = SourceOf(node, compiled) };
    }

    /// <summary>The node with the fields and parameters that its names stand for and, beyond one row, where it stands.</summary>
    private CompiledSource SourceOf(Syntax node, Compiled compiled)
    {
        var scope = _scope;
        return CompiledSource.Of(() => (
            node,
            compiled.Fields.Order().Select(f => scope.Fields[f].AsEvaluated).ToList(),
            compiled.Reads.ParameterIndices.Order().Select(p => scope.Parameters[p]).ToList(),
            scope.GivenKeys,
            compiled.Phase <= Phase.Row ? null : (object)(scope.Base, scope.IsDetail, scope.Levels, scope.LevelsOnPage,
                scope.MarkTotals is null, scope.PageTotals is null)));
    }

    private Compiled VisitAnew(Syntax node)
    {
        var compiled = Plain(node);
        if (_scope.GivenKeys.Count == 0 || !_scope.GivenKeys.TryGetValue(ContentHash.Of(node), out var level)) return compiled;
        return compiled with
        {
            Field = null,
            Evaluate = frame => frame.Row < 0 && frame.Tree?.GivenKey(level, frame.Groups[level]) is { } key ? key
                : compiled.Evaluate(frame),
        };
    }

    private Compiled Plain(Syntax node) => node switch
    {
        LiteralSyntax literal =>
            new(literal.Value.Type, Phase.Constant, _ => literal.Value)
            {
                Scale = literal.Value.Type == DataType.Decimal ? literal.Value.Decimal.Scale : null,
                HasTimeOfDay = literal.Value.Type == DataType.Interval && literal.Value.Interval.Time.Ticks % TimeSpan.TicksPerDay != 0,
            },
        NameSyntax name => Field(name),
        ParameterSyntax parameter => Parameter(parameter),
        UnarySyntax { Operator: "NOT" } not => Not(not),
        UnarySyntax minus => Arithmetic.Negate(Visit(minus.Operand), minus.Position),
        BinarySyntax { Operator: "AND" or "OR" } logic => Logic(logic),
        BinarySyntax { Operator: "=" or "<>" or "<" or "<=" or ">" or ">=" } comparison =>
        ComparedWithParameter(comparison)
            ?? Compared(comparison),
        BinarySyntax { Operator: SameOrNot.Distinct or SameOrNot.Same } same => IsDistinct(same),
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
        CallSyntax call => ParameterFunction(call) ?? GroupFunction(call) ?? RowFunction(call),
        _ => throw new InvalidOperationException(node.GetType().Name),
    };

    private Compiled RowFunction(CallSyntax call)
        => (Functions.Find(call.Name) ?? throw UnknownFunction(call)).Call(call, [.. call.Arguments.Select(Visit)]);

    private static ExpressionException UnknownFunction(CallSyntax call)
    {
        var offered = FunctionList.All.Where(f => f.Form.Contains('(')).Select(f => f.Name).ToList();
        var nearest = Nearest.To(call.Name, Functions.Names.Concat(offered))?.ToLowerInvariant();
        return new ExpressionException("unknown-function", $"There is no function “{call.Name.ToLowerInvariant()}”.", call.Position,
            nearest is null ? $"There are {string.Join(", ", offered.Distinct())}." : $"Did you mean “{nearest}”?");
    }

    private void Warn(string code, string message, int position) => _scope.Warnings.Add((code, message, position));

    private Compiled Field(NameSyntax name)
    {
        var index = IndexOfField(name.Name);
        if (index < 0)
        {
            var nearest = Nearest.To(name.Name, _scope.Fields.Select(f => f.Name));
            throw new ExpressionException("unknown-field",
                _scope.Fields.Count == 0 ? $"“{name.Name}” is no field: there are no rows here." : $"There is no field “{name.Name}”.",
                name.Position, Meant(nearest, name));
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

    /// <summary>Double quotes stand around names; whoever comes from elsewhere puts texts into them.</summary>
    private string? Meant(string? nearest, NameSyntax name)
    {
        var asText = name.InQuotes ? $"A text stands in single quotes: '{name.Name.Replace("'", "''")}'." : null;
        var asName = nearest is not null ? $"Did you mean “{nearest}”?"
            : asText is null && _scope.Fields.Count is > 0 and <= MostListed
            ? $"There are {string.Join(", ", _scope.Fields.Select(f => f.Name))}."
            : null;
        return asText is null || asName is null ? asText ?? asName : $"{asName} {asText}";
    }

    private int IndexOfField(string name)
    {
        for (var i = 0; i < _scope.Fields.Count; i++)
            if (_scope.Fields[i].Name == name) return i;
        for (var i = 0; i < _scope.Fields.Count; i++)
            if (string.Equals(_scope.Fields[i].Name, name, StringComparison.OrdinalIgnoreCase)) return i;
        return -1;
    }

    private Compiled Join(BinarySyntax join)
    {
        var (left, right) = (Casts.ToText(Visit(join.Left)), Casts.ToText(Visit(join.Right)));
        return Compiled.Combined(DataType.Text, [left, right], frame =>
        {
            var a = left.Evaluate(frame);
            if (a.IsNull) return a;
            var b = right.Evaluate(frame);
            return b.IsNull ? b : TextFunctions.Of(a.Text + b.Text);
        });
    }

    private Compiled Extract(ExtractSyntax node)
    {
        var operand = Visit(node.Operand);
        if (!operand.Type.IsTime() && operand.Type is not (DataType.Interval or DataType.Null))
            throw new ExpressionException("type-mismatch", $"EXTRACT needs a date, but this is {operand.Type.Words()}.",
                node.Operand.Position);
        var isLength = operand.Type == DataType.Interval;
        var (part, lengthPart) = (isLength ? null : DateParts.Part(node.Part), isLength ? DateParts.LengthPart(node.Part) : null);
        if (part is null && lengthPart is null)
            throw new ExpressionException("unknown-part", $"“{node.Part}” is no part of {(isLength ? "a length of time" : "a date")}.",
                node.Position, $"Use {string.Join(", ", isLength ? DateParts.OfLengths : DateParts.OfDates)}.");
        var type = DateParts.HasFraction(node.Part) && operand.Type != DataType.Date ? DataType.Decimal : DataType.Whole;
        return Compiled.Combined(type, [operand], frame =>
        {
            var value = operand.Evaluate(frame);
            if (value.IsNull) return value;
            var number = isLength ? lengthPart!(value.Interval) : part!(value.AsDateTime);
            return type == DataType.Whole ? Value.Of((long)number) : Value.Of(number);
        }) with
        {
            Kind = type == DataType.Whole ? FieldKind.Key : FieldKind.Duration,
            DatePart = !isLength && DateParts.Named.ContainsKey(node.Part) ? node.Part : null,
        };
    }

    private static Compiled Expect(Compiled operand, DataType type, int position)
        => operand.Type == type || operand.Type == DataType.Null
            ? operand
            : throw new ExpressionException("type-mismatch", $"Expected {type.Words()} here, but this is {operand.Type.Words()}.",
            position);

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    /// <summary>Nodes are told apart by where they are in the tree, not by what they say.</summary>
    private sealed class NodeComparer : IEqualityComparer<(Syntax Node, bool InsideAggregate)>
    {
        public static readonly NodeComparer Instance = new();

        public bool Equals((Syntax Node, bool InsideAggregate) a, (Syntax Node, bool InsideAggregate) b) =>
            ReferenceEquals(a.Node, b.Node) && a.InsideAggregate == b.InsideAggregate;

        public int GetHashCode((Syntax Node, bool InsideAggregate) key) =>
            System.Runtime.CompilerServices.RuntimeHelpers.GetHashCode(key.Node) * 2 + (key.InsideAggregate ? 1 : 0);
    }
}
