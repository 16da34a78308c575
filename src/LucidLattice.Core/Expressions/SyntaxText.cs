namespace LucidLattice.Core.Expressions;

/// <summary>A tree as a text that is the same for two trees exactly if they mean the same: no spaces, no case of keywords, every
/// bracket.</summary>
internal static class SyntaxText
{
    public static string Write(Syntax node) => node switch
    {
        LiteralSyntax l => $"'{l.Value.Type}:{l.Value.Invariant.Length}:{l.Value.Invariant}'",
        NameSyntax n => $"\"{n.Name}\"",
        ParameterSyntax p => ":" + p.Name,
        UnarySyntax u => $"({u.Operator} {Write(u.Operand)})",
        BinarySyntax b => $"({Write(b.Left)} {b.Operator} {Write(b.Right)})",
        BetweenSyntax b => $"({Write(b.Operand)} {b.Not} between {Write(b.Low)} {Write(b.High)})",
        InSyntax i => $"({Write(i.Operand)} {i.Not} in {List(i.Choices)})",
        InParameterSyntax i => $"({Write(i.Operand)} {i.Not} in :{i.Parameter.Name})",
        LikeSyntax l => $"({Write(l.Operand)} {l.Not} like {Write(l.Pattern)} {l.Escape})",
        IsNullSyntax i => $"({Write(i.Operand)} {i.Not} null)",
        CaseSyntax c =>
        $"(case {Maybe(c.Operand)} {string.Join(",", c.Branches.Select(b => Write(b.When) + ">" + Write(b.Then)))} {Maybe(c.Else)})",
        CastSyntax c => $"(cast {Write(c.Operand)} {c.Type} {c.Scale})",
        ExtractSyntax e => $"(extract {e.Part} {Write(e.Operand)})",
        CallSyntax c => Call(c),
        _ => throw new InvalidOperationException(node.GetType().Name),
    };

    private static string Call(CallSyntax call)
    {
        var plain = $"{call.Name}({(call.Star ? "*" : "")}{(call.Distinct ? "distinct " : "")}{List(call.Arguments)})";
        if (!call.NeedsRows) return plain;
        var over = call.Over is { } o ? $" over {o.Level} {o.Running} {Maybe(o.By)} {o.Descending}" : "";
        return $"{plain} within {Maybe(call.Within)} filter {Maybe(call.Filter)}{over}";
    }

    private static string List(IEnumerable<Syntax> nodes) => string.Join(",", nodes.Select(Write));

    private static string Maybe(Syntax? node) => node is null ? "" : Write(node);
}
