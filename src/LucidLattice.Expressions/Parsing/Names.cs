namespace LucidLattice.Expressions.Parsing;

/// <summary>How fields are named in expressions.</summary>
public static class Names
{
    /// <summary>A field's name as expressions take it: plain where that is possible.</summary>
    public static string Quoted(string name)
        => name.Length > 0 && (char.IsLetter(name[0]) || name[0] == '_') && name.All(c => char.IsLetterOrDigit(c) || c == '_')
            && !IsWord(name) ? name : $"\"{name.Replace("\"", "\"\"")}\"";

    /// <summary>The name that <see cref="Quoted"/> wrote.</summary>
    public static string Plain(string written) => written.StartsWith('"') ? written[1..^1].Replace("\"\"", "\"") : written;

    /// <summary>Words that are no name of a parameter, taken for one that is: “least fare” gives least_fare.</summary>
    public static string Parameter(string words)
    {
        var letters = string.Concat(words.Select(c => char.IsLetterOrDigit(c) ? c : '_'));
        var name = string.Join('_', letters.Split('_', StringSplitOptions.RemoveEmptyEntries)).ToLowerInvariant();
        return name.Length == 0 || char.IsDigit(name[0]) ? "_" + name : name;
    }

    /// <summary>Words that mean something else where a name could stand.</summary>
    private static bool IsWord(string name) => Parser.Reserved.Contains(name.ToUpperInvariant())
        || name.ToUpperInvariant() is "TRUE" or "FALSE" or "DATE" or "TIMESTAMP" or "INTERVAL" or "CAST" or "EXTRACT" or "CURRENT_DATE"
            or "CURRENT_TIMESTAMP" or "DISTINCT";
}
