using System.Globalization;

namespace LucidLattice.Model.Locales;

/// <summary>
/// The few words that a report says by itself, in the language of its readers. Yes and no are those of CLDR 41 (common/main,
/// posix/messages/yesstr and nostr); what rows without a value and totals are called is from memory, and English where it is not known.
/// </summary>
/// <param name="Empty">Of rows without a value, in brackets, so that nobody takes it for one.</param>
/// <param name="Total">Over and beside the totals of a crosstab.</param>
public sealed record LocaleWords(string Yes, string No, string Empty, string Total)
{
    private static readonly LocaleWords English = new("yes", "no", "(empty)", "Total");
    private static readonly Lazy<Dictionary<string, LocaleWords>> Known = new(Read);

    /// <summary>Of the language, or of the wider one that it belongs to.</summary>
    public static LocaleWords Of(CultureInfo culture)
    {
        var found = new LocaleWords("", "", "", "");
        for (; culture.Name.Length > 0; culture = culture.Parent)
            if (Known.Value.TryGetValue(culture.Name == "nb" ? "no" : culture.Name, out var own)) found = found.Or(own);
        return found.Or(English);
    }

    private LocaleWords Or(LocaleWords wider) => new(
        Yes.Length > 0 ? Yes : wider.Yes, No.Length > 0 ? No : wider.No, Empty.Length > 0 ? Empty : wider.Empty,
        Total.Length > 0 ? Total : wider.Total);

    private static Dictionary<string, LocaleWords> Read()
    {
        using var stream = typeof(LocaleWords).Assembly.GetManifestResourceStream("words.tsv")!;
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries).Where(line => line[0] != '#')
            .Select(line => line.Split('\t'))
            .ToDictionary(cells => cells[0], cells => new LocaleWords(cells[1], cells[2], cells[3], cells[4]));
    }
}
