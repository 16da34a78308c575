namespace LucidLattice.Core.Expressions;

/// <summary>How fields are named in expressions.</summary>
internal static class Names
{
    /// <summary>A field's name as expressions take it: plain where that is possible.</summary>
    public static string Quoted(string name)
        => name.Length > 0 && (char.IsLetter(name[0]) || name[0] == '_') && name.All(c => char.IsLetterOrDigit(c) || c == '_')
            && !IsWord(name) ? name : $"\"{name.Replace("\"", "\"\"")}\"";

    private static bool IsWord(string name)
        => name.ToUpperInvariant() is "AND" or "OR" or "NOT" or "CASE" or "WHEN" or "THEN" or "ELSE" or "END" or "BETWEEN" or "IN" or "LIKE"
            or "IS" or "NULL" or "FROM" or "AS" or "OVER" or "FILTER" or "TRUE" or "FALSE" or "DATE" or "TIMESTAMP" or "INTERVAL" or "CAST"
            or "EXTRACT" or "CURRENT_DATE" or "CURRENT_TIMESTAMP";
}
