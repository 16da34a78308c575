using System.Globalization;
using LucidLattice.Model.Locales;

namespace LucidLattice.Expressions.Formatting;

/// <summary>Per cent as a language writes it where nobody asks for another form: “21.3%” in English, “21,3 %” in German.</summary>
public static class PercentForm
{
    /// <param name="number">The pattern of the number: <c>0.0</c>.</param>
    public static string Pattern(CultureInfo culture, string number = "0.0") =>
        culture.NumberFormat.PercentPositivePattern is 0 or 3 ? number + "\u00a0%" : number + "%";

    /// <summary>A share of one as printed: rounded for itself, half away from zero.</summary>
    public static string Of(double share, CultureInfo culture, int decimals = 1) => !double.IsFinite(share) ? ""
        : NumberPattern.Parse(Pattern(culture, decimals == 0 ? "0" : "0." + new string('0', decimals))).Format(share, culture);
}
