namespace LucidLattice.Expressions.Parsing;

/// <summary>Finds the name that was probably meant.</summary>
public static class Nearest
{
    /// <summary>The candidate with the fewest single-letter changes (Levenshtein 1966), if they are few for its length.</summary>
    public static string? To(string name, IEnumerable<string> candidates)
        => candidates.Select(c => (Name: c, Distance: Distance(name.ToLowerInvariant(), c.ToLowerInvariant())))
            .Where(c => c.Distance <= Math.Max(2, c.Name.Length / 3))
            .OrderBy(c => c.Distance).Select(c => c.Name).FirstOrDefault();

    private static int Distance(string a, string b)
    {
        if (a.Length > 64 || b.Length > 64) return int.MaxValue;
        var row = Enumerable.Range(0, b.Length + 1).ToArray();
        for (var i = 1; i <= a.Length; i++)
        {
            var diagonal = row[0];
            row[0] = i;
            for (var j = 1; j <= b.Length; j++)
            {
                var above = row[j];
                row[j] = Math.Min(Math.Min(above, row[j - 1]) + 1, diagonal + (a[i - 1] == b[j - 1] ? 0 : 1));
                diagonal = above;
            }
        }
        return row[b.Length];
    }
}
