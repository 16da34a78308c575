namespace LucidLattice.Expressions.Parsing;

/// <summary>Signs of other languages that people write by habit, and what SQL has instead.</summary>
internal static class ForeignSigns
{
    private static readonly (string Sign, string Mend)[] All =
    [
        ("===", "Write = to compare."),
        ("==", "Write = to compare."),
        ("!==", "Write <> for “is not equal”."),
        ("&&", "Write AND."),
        ("&", "Write AND for “both”, and || to join texts."),
        ("=>", "Write >= for “at least”."),
        ("=<", "Write <= for “at most”."),
        ("::", "Write CAST(value AS DATE) to change a type."),
        ("!", "Write NOT, or <> for “is not equal”."),
        ("^", "Write power(a, b)."),
        ("**", "Write power(a, b)."),
        ("`", "Names with other characters than letters, digits and underscores stand in double quotes."),
        ("[", "Names with other characters than letters, digits and underscores stand in double quotes."),
        ("{", "Braces stand around values in texts, not inside of them."),
        ("“", "Put texts in single quotes: 'text'."),
        ("”", "Put texts in single quotes: 'text'."),
        ("‘", "Put texts in straight single quotes: 'text'."),
        ("’", "Put texts in straight single quotes: 'text'."),
        (";", "Take it out: an expression is one value."),
        ("?", "Write CASE WHEN … THEN … ELSE … END."),
        ("/*", "Take the comment out."),
    ];

    /// <summary>What to say of a sign that SQL does not have; null for the others.</summary>
    public static ExpressionException? At(string text, int at)
    {
        foreach (var (sign, mend) in All)
            if (string.CompareOrdinal(text, at, sign, 0, sign.Length) == 0 && !(sign == "!" && text.AsSpan(at).StartsWith("!=")))
                return new("unexpected-character", $"“{sign}” at character {at + 1} means nothing here.", at, mend);
        return null;
    }
}
