namespace LucidLattice.Model.Values;

/// <summary>Things in a row, as sentences name them.</summary>
public static class WordList
{
    /// <summary>“a”, “a and b”, “a, b and c”; nothing for none.</summary>
    /// <param name="last">What stands before the last one, with its spaces.</param>
    public static string Joined(IEnumerable<string> things, string last = " and ")
    {
        var all = things.ToList();
        return all.Count < 2 ? string.Concat(all) : $"{string.Join(", ", all.SkipLast(1))}{last}{all[^1]}";
    }
}
