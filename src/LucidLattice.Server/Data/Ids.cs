namespace LucidLattice.Server.Data;

/// <summary>Short readable ids made from names: income-by-month.</summary>
internal static class Ids
{
    public static string Propose(string name, string otherwise)
    {
        var words = new string([.. name.ToLowerInvariant().Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-')]).Trim('-');
        while (words.Contains("--")) words = words.Replace("--", "-");
        if (words.Length > 48) words = words[..48].Trim('-');
        return words.Length == 0 ? otherwise : words;
    }
}
