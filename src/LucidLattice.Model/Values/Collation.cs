using System.Globalization;

namespace LucidLattice.Model.Values;

/// <summary>The one order of texts in a report: its language's, with code points to break ties.</summary>
public sealed class Collation : IComparer<string>
{
    private readonly CompareInfo _compare;

    public Collation(string language) => _compare = Languages.Culture(language).CompareInfo;

    public int Compare(string? a, string? b)
    {
        var order = _compare.Compare(a, b, CompareOptions.None);
        return order != 0 ? order : string.CompareOrdinal(a, b);
    }
}

/// <summary>Looks up languages without failing.</summary>
public static class Languages
{
    /// <summary>True for a language that the program has words and an order for.</summary>
    public static bool IsKnown(string language)
    {
        try
        {
            return language.Length > 0 && CultureInfo.GetCultureInfo(language, predefinedOnly: true).Name.Length > 0;
        }
        catch (CultureNotFoundException)
        {
            return false;
        }
    }

    /// <summary>The culture of a BCP 47 language, or the neutral one if it is unknown.</summary>
    public static CultureInfo Culture(string language)
    {
        try
        {
            return CultureInfo.GetCultureInfo(language, predefinedOnly: false);
        }
        catch (CultureNotFoundException)
        {
            return CultureInfo.InvariantCulture;
        }
    }
}
