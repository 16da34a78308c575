namespace LucidLattice.Model.Values;

/// <summary>Labels as a sentence names them.</summary>
public static class MidSentence
{
    /// <summary>With a small first letter, but for a word that is written with capitals inside, as an abbreviation is: “net fare”, but
    /// “MPAA rating”.</summary>
    public static string Of(string label)
    {
        var word = label.AsSpan(0, label.IndexOf(' ') is >= 0 and var end ? end : label.Length);
        return word.Length == 0 || word[1..].ContainsAnyInRange('A', 'Z') || word.ContainsAnyInRange('0', '9') ? label
            : char.ToLowerInvariant(label[0]) + label[1..];
    }
}
