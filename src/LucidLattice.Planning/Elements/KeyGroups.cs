using LucidLattice.Data;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>Named groups of keys as an expression.</summary>
public static class KeyGroups
{
    /// <summary>The key of a level: that of its expression, or the name of the group that it belongs to, in the order of the
    /// list.</summary>
    public static Compiled KeyOf(GroupedBy level, Compiled key, Scope rows)
    {
        return level.Groups is { Groups.Count: > 0 } groups ? Named(groups, level.By, key, rows) : key;
    }

    /// <summary>The name of the group that a key belongs to, in the order of the list.</summary>
    public static Compiled Named(NamedGroups groups, string by, Compiled key, Scope rows)
    {
        var names = groups.Groups.Select(g => g.Name).Concat(groups.Remaining is { } rest ? [rest] : Array.Empty<string>()).Distinct();
        var named = Compiler.Compile(Expression(groups, by, key), rows);
        return named with { Codes = CodeBook.Listed([.. names]), Field = null };
    }

    /// <summary>The name of the group that a key belongs to; for all others the name of what remains, or what they are called
    /// themselves.</summary>
    /// <param name="by">What the keys are.</param>
    /// <exception cref="ExpressionException">A key that is no value of this type.</exception>
    public static string Expression(NamedGroups groups, string by, Compiled key)
    {
        var cases = groups.Groups.Where(g => g.Keys.Count > 0)
            .Select(g => $"WHEN ({by}) IN ({string.Join(", ", g.Keys.Select(k => Literal(k, key.Type)))}) THEN {Quoted(g.Name)}").ToList();
        var others = groups.Remaining is { } name ? Quoted(name) : $"CAST(({by}) AS text)";
        if (groups.Remaining is null && key.Codes is { } codes)
            cases.AddRange(codes.Labels.Select(c => $"WHEN ({by}) = {Literal(c.Code, key.Type)} THEN {Quoted(c.Label)}"));
        return cases.Count == 0 ? others : $"CASE {string.Join(" ", cases)} ELSE {others} END";
    }

    private static string Literal(string text, DataType type) => !ValueText.TryParse(text, type, out var value)
        ? throw new ExpressionException("type-mismatch", $"“{text}” of a named group is not {type.Words()}.", 0, "Take it out.")
        : type switch
        {
            DataType.Text => Quoted(text),
            DataType.Date => $"DATE '{value.Invariant}'",
            DataType.DateTime => $"TIMESTAMP '{value.Invariant.Replace('T', ' ')}'",
            _ => value.Invariant,
        };

    private static string Quoted(string text) => $"'{text.Replace("'", "''")}'";
}
