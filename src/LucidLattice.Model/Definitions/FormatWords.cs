using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using LucidLattice.Model.Values;

namespace LucidLattice.Model.Definitions;

/// <summary>What is wrong with a JSON text, in the words of those who write one: what is there, where, and what would be allowed.</summary>
public static partial class FormatWords
{
    private const int MostNamed = 40;

    /// <param name="root">The type that the whole text should be; null for broken syntax.</param>
    public static string Explain(Exception error, JsonSerializerOptions options, Type? root = null)
    {
        var (message, where) = (error.Message, Where(error));
        if (Unknown().Match(message) is { Success: true } unknown)
            return $"There is no property “{unknown.Groups["name"].Value}”{where}. {Allowed(Find(unknown.Groups["type"].Value), options)}";
        if (Missing().Match(message) is { Success: true } missing)
            return $"What is needed is missing{where}: {missing.Groups["names"].Value.Replace("'", "").TrimEnd('.')}.";
        if (Twice().Match(message) is { Success: true } twice) return $"“{twice.Groups["name"].Value}” is there twice{where}.";
        if (NoSuchType().Match(message) is { Success: true } wrong)
            return $"There is no type “{wrong.Groups["id"].Value}”{where}. {Types(TypeAt(root, error, options))}".TrimEnd();
        if (message.Contains("type discriminator", StringComparison.Ordinal))
            return $"A “type” is needed{where}. {Types(Converted(message) ?? TypeAt(root, error, options))}".TrimEnd();
        if (NullInList().Match(message) is { Success: true } list)
            return $"One of “{list.Groups["name"].Value}” is null{where}. Take it out instead.";
        if (TooLarge().Match(message) is { Success: true } large)
            return $"The number “{large.Groups["name"].Value}” is too large{where}.";
        if (message.Contains("null", StringComparison.OrdinalIgnoreCase) && NoNull().Match(message) is { Success: true } nothing)
            return $"“{Camel(nothing.Groups["name"].Value)}” cannot be null{where}. Leave it out instead.";
        if (message.Contains("could not be converted", StringComparison.Ordinal)) return $"{Expected(Converted(message))}{where}.";
        return Syntax(error);
    }

    /// <summary>What breaks the text's own grammar, with the line and the character.</summary>
    private static string Syntax(Exception error)
    {
        var said = error.Message;
        foreach (var end in new[] { " Path:", " LineNumber:", " Change the reader options" })
            if (said.IndexOf(end, StringComparison.Ordinal) is > 0 and var at) said = said[..at];
        var where = error is JsonException { LineNumber: { } line } json
            ? $"line {line + 1}, character {json.BytePositionInLine + 1}: "
            : "";
        return where + said switch
        {
            _ when said.Contains("trailing comma", StringComparison.Ordinal) => "the comma before this bracket has to go.",
            _ when said.StartsWith("'/'", StringComparison.Ordinal) => "JSON has no comments; take this one out.",
            _ when said.StartsWith("''", StringComparison.Ordinal) => "texts and names stand in double quotes here.",
            _ when said.Contains("Expected depth", StringComparison.Ordinal) || said.Contains("no data", StringComparison.Ordinal)
                || said.Contains("does not contain any JSON tokens", StringComparison.Ordinal) =>
                "the text ends before everything is closed.",
            _ => said,
        };
    }

    /// <summary>The type that stands at the place of an error, found by the names on the way to it.</summary>
    private static Type? TypeAt(Type? type, Exception error, JsonSerializerOptions options)
    {
        foreach (Match name in Steps().Matches((error as JsonException)?.Path ?? ""))
        {
            if (type is null) return null;
            var here = type;
            type = Kinds(here).Select(t => options.GetTypeInfo(t).Properties.FirstOrDefault(p => p.Name == name.Value)?.PropertyType)
                .FirstOrDefault(t => t is not null);
            if (type is { IsGenericType: true }) type = type.GetGenericArguments()[^1];
        }
        return type;
    }

    /// <summary>A type, and those that stand for it by their “type”.</summary>
    private static IEnumerable<Type> Kinds(Type type) =>
        type.GetCustomAttributes(typeof(JsonDerivedTypeAttribute), false).Cast<JsonDerivedTypeAttribute>().Select(a => a.DerivedType)
            .Prepend(type);

    private static string Where(Exception error)
    {
        var path = (error as JsonException)?.Path ?? (Path().Match(error.Message) is { Success: true } said ? said.Groups[1].Value : null);
        return path is null or "$" or "" ? "" : $" at {path.TrimStart('$').TrimStart('.')}";
    }

    private static string Allowed(Type? type, JsonSerializerOptions options)
    {
        if (type is null) return "Take it out.";
        var names = options.GetTypeInfo(type).Properties.Where(p => !p.IsExtensionData && p.Set is not null).Select(p => p.Name).ToList();
        return $"It can have {string.Join(", ", names.Take(MostNamed))}.";
    }

    private static string Types(Type? type)
    {
        var ids = type?.GetCustomAttributes(typeof(JsonDerivedTypeAttribute), false).Cast<JsonDerivedTypeAttribute>()
            .Select(a => a.TypeDiscriminator?.ToString()).OfType<string>().ToList() ?? [];
        return ids.Count == 0 ? "" : $"It can be {string.Join(", ", ids)}.";
    }

    private static string Expected(Type? type)
    {
        type = type is null ? null : Nullable.GetUnderlyingType(type) ?? type;
        if (type == typeof(DataType))
            return $"The value should be one of {string.Join(", ", Enum.GetValues<DataType>().Where(t => t.IsDeclarable())
                .Select(t => Camel(t.ToString())))}";
        if (type is { IsEnum: true })
            return $"The value should be one of {string.Join(", ", Enum.GetNames(type).Select(Camel))}";
        return type switch
        {
            null => "The value has another form than it should have",
            _ when type == typeof(bool) => "The value should be true or false",
            _ when type == typeof(string) => "The value should be a text in quotes",
            _ when type.IsPrimitive || type == typeof(decimal) => "The value should be a number",
            _ when type.IsGenericType => "The value should be a list",
            _ => "The value should be an object in braces",
        };
    }

    private static Type? Converted(string message) =>
        To().Match(message) is { Success: true } match ? Find(match.Groups["type"].Value) : null;

    private static Type? Find(string name)
    {
        if (name.StartsWith("System.Nullable`1[", StringComparison.Ordinal)) name = name["System.Nullable`1[".Length..].TrimEnd(']');
        if (name.Contains("IReadOnlyList`1", StringComparison.Ordinal)) return typeof(IReadOnlyList<object>);
        return AppDomain.CurrentDomain.GetAssemblies().Select(a => a.GetType(name)).FirstOrDefault(t => t is not null);
    }

    private static string Camel(string name) => JsonNamingPolicy.CamelCase.ConvertName(name);

    [GeneratedRegex(@"The number '(?<name>[^']+)' is too large")]
    private static partial Regex TooLarge();

    [GeneratedRegex(@"property '(?<name>[^']*)' could not be mapped to any \.NET member contained in type '(?<type>[^']*)'")]
    private static partial Regex Unknown();

    [GeneratedRegex(@"missing required properties including: (?<names>'[^.]*')")]
    private static partial Regex Missing();

    [GeneratedRegex(@"[Dd]uplicate property '(?<name>[^']*)'")]
    private static partial Regex Twice();

    [GeneratedRegex(@"unrecognized type discriminator id '(?<id>[^']*)'")]
    private static partial Regex NoSuchType();

    [GeneratedRegex(@"(?:property or field|parameter) '(?<name>[^']*)'")]
    private static partial Regex NoNull();

    [GeneratedRegex(@"(?:converted to|abstract type|interface type|type) '?(?<type>[\w.`+\[\],]+?)'?(?:\.? Path:| must|\. |\.$|$)")]
    private static partial Regex To();

    [GeneratedRegex(@"(?<=\.)[A-Za-z]+")]
    private static partial Regex Steps();

    [GeneratedRegex("a null in the list '(?<name>[^']*)'")]
    private static partial Regex NullInList();

    [GeneratedRegex(@"Path: (\S+)")]
    private static partial Regex Path();
}
