using System.Globalization;

namespace LucidLattice.Expressions.Formatting;

/// <summary>The signs of currencies. ¤ in a number pattern prints the sign, ¤¤ the ISO 4217 code (UTS #35, part 3).</summary>
public static class Currencies
{
    private static readonly Lazy<IReadOnlyDictionary<string, string>> Signs =
        new(() => CultureInfo.GetCultures(CultureTypes.SpecificCultures)
        .Select(c => new RegionInfo(c.Name))
        .GroupBy(r => r.ISOCurrencySymbol)
        // The shortest sign is the one that is not told apart from a neighbour's: $ beside US$.
        .ToDictionary(g => g.Key,
        g => g.Select(r => r.CurrencySymbol).OrderBy(s => s.Length).ThenBy(s => s, StringComparer.Ordinal).First()));

    /// <summary>€ for EUR; the code itself where no sign is known.</summary>
    public static string Sign(string code) => Signs.Value.GetValueOrDefault(code, code);

    /// <summary>True if it looks like an ISO 4217 code: three capital letters.</summary>
    public static bool IsCode(string code) => code.Length == 3 && code.All(char.IsAsciiLetterUpper);

    /// <summary>The pattern with its signs of currency written out, as quoted literals.</summary>
    public static string WriteOut(string pattern, string code)
        => pattern.Contains('¤')
            ? pattern.Replace("¤¤", $"'{code.Replace("'", "''")}'").Replace("¤", $"'{Sign(code).Replace("'", "''")}'")
            : pattern;
}
