namespace LucidLattice.Core.Expressions;

/// <summary>How fields are named in expressions.</summary>
public static class Names
{
    /// <summary>A field's name as expressions take it: plain where that is possible.</summary>
    public static string Quoted(string name)
        => name.Length > 0 && (char.IsLetter(name[0]) || name[0] == '_') && name.All(c => char.IsLetterOrDigit(c) || c == '_')
            && !IsWord(name) ? name : $"\"{name.Replace("\"", "\"\"")}\"";

    /// <summary>Words that are no name of a parameter, taken for one that is: “least fare” gives least_fare.</summary>
    public static string Parameter(string words)
    {
        var letters = string.Concat(words.Select(c => char.IsLetterOrDigit(c) ? c : '_'));
        var name = string.Join('_', letters.Split('_', StringSplitOptions.RemoveEmptyEntries)).ToLowerInvariant();
        return name.Length == 0 || char.IsDigit(name[0]) ? "_" + name : name;
    }

    private static bool IsWord(string name)
        => name.ToUpperInvariant() is "AND" or "OR" or "NOT" or "CASE" or "WHEN" or "THEN" or "ELSE" or "END" or "BETWEEN" or "IN" or "LIKE"
            or "IS" or "NULL" or "FROM" or "AS" or "OVER" or "FILTER" or "TRUE" or "FALSE" or "DATE" or "TIMESTAMP" or "INTERVAL" or "CAST"
            or "EXTRACT" or "CURRENT_DATE" or "CURRENT_TIMESTAMP";
}
