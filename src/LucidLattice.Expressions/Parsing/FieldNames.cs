using LucidLattice.Model.Definitions;

namespace LucidLattice.Expressions.Parsing;

/// <summary>Which fields an expression names, and the same expression with other names.</summary>
public static class FieldNames
{
    /// <summary>The names of the fields that are used, as the dataset writes them; of an expression that cannot be read, none.</summary>
    public static IReadOnlySet<string> In(string expression, IReadOnlyList<Field> fields)
        => Found(expression).Select(n => Resolve(n.Name, fields)).OfType<string>().ToHashSet();

    /// <summary>The expression with fields called by new names. Texts, functions and all else stay as they were written.</summary>
    /// <param name="fields">Those that the expression was written for: they decide which one a name means.</param>
    public static string Renamed(string expression, IReadOnlyList<Field> fields, IReadOnlyDictionary<string, string> names)
    {
        foreach (var name in Found(expression).OrderByDescending(n => n.Position))
        {
            if (Resolve(name.Name, fields) is not { } field || !names.TryGetValue(field, out var next) || next == field) continue;
            var length = Lexer.Read(expression).First(t => t.Position == name.Position).Source.Length;
            expression = string.Concat(expression.AsSpan(0, name.Position), Names.Quoted(next), expression.AsSpan(name.Position + length));
        }
        return expression;
    }

    /// <summary>The expression with the first name that is no field called as the one that is meant.</summary>
    public static string Mended(string expression, IReadOnlyList<Field> fields, string meant)
    {
        if (Found(expression).OrderBy(n => n.Position).FirstOrDefault(n => Resolve(n.Name,
            fields) is null) is not { } name) return expression;
        var length = Lexer.Read(expression).First(t => t.Position == name.Position).Source.Length;
        return string.Concat(expression.AsSpan(0, name.Position), Names.Quoted(meant), expression.AsSpan(name.Position + length));
    }

    private static IReadOnlyList<NameSyntax> Found(string expression)
    {
        try
        {
            return [.. Parser.Parse(expression).FieldNames()];
        }
        catch (ExpressionException)
        {
            return [];
        }
    }

    /// <summary>As the compiler looks names up: exactly, or else whatever their letters' case.</summary>
    private static string? Resolve(string name, IReadOnlyList<Field> fields)
        => (fields.FirstOrDefault(f => f.Name == name)
            ?? fields.FirstOrDefault(f => string.Equals(f.Name, name, StringComparison.OrdinalIgnoreCase)))?.Name;
}
