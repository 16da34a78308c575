using System.Globalization;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Locales;

namespace LucidLattice.Charts.Scales;

/// <summary>A line that says where some points tend to.</summary>
/// <param name="At">Its height at a place along the axis.</param>
/// <param name="Formula">As people write it.</param>
/// <param name="Fit">R² of the fitted values, from 0 to 1; null where it has no meaning.</param>
/// <param name="LeftOut">How many points a logarithm could not take.</param>
public sealed record Trend(Func<double, double> At, string Formula, double? Fit, int LeftOut, IReadOnlyList<double> Coefficients)
{
    /// <summary>
    /// Fits by least squares: straight on y, growing on ln y, levelling off on ln x, a power on both, a curve as a polynomial by QR.
    /// </summary>
    /// <returns>Null where there are too few points for it.</returns>
    public static Trend? Through(IReadOnlyList<(double X, double Y)> points, TrendKind kind, int degree, CultureInfo culture)
    {
        var (lnX, lnY) = (kind is TrendKind.LevellingOff or TrendKind.Power, kind is TrendKind.Growing or TrendKind.Power);
        var taken = points.Where(p => (!lnX || p.X > 0) && (!lnY || p.Y > 0))
            .Select(p => (X: lnX ? Math.Log(p.X) : p.X, Y: lnY ? Math.Log(p.Y) : p.Y)).ToList();
        var order = kind == TrendKind.Curve ? Math.Clamp(degree, 2, 6) : 1;
        if (taken.Select(p => p.X).Distinct().Take(order + 1).Count() <= order) return null;
        var polynomial = Polynomial.Fit(taken, order);
        var c = polynomial.Coefficients;
        Func<double, double> at = kind switch
        {
            TrendKind.Growing => x => Math.Exp(polynomial.At(x)),
            TrendKind.LevellingOff => x => x > 0 ? polynomial.At(Math.Log(x)) : double.NaN,
            TrendKind.Power => x => x > 0 ? Math.Exp(polynomial.At(Math.Log(x))) : double.NaN,
            _ => polynomial.At,
        };
        var formula = kind switch
        {
            TrendKind.Growing => $"y = {Number(Math.Exp(c[0]), culture)} e^({Number(c[1], culture)} x)",
            TrendKind.LevellingOff => $"y = {Number(c[0], culture)}{Signed(c[1], culture)} ln x",
            TrendKind.Power => $"y = {Number(Math.Exp(c[0]), culture)} x^{Number(c[1], culture)}",
            _ => "y = " + Terms(c, culture),
        };
        return new Trend(at, formula, polynomial.RSquared(taken), points.Count - taken.Count, c);
    }

    /// <summary>Each point is the average of itself and those before it, as many as are there up to <paramref name="over"/>.</summary>
    public static IReadOnlyList<(double X, double Y)> Smoothed(IReadOnlyList<(double X, double Y)> points, int over) =>
        [.. points.Select((p, i) => (p.X, points.Skip(Math.Max(0, i - over + 1)).Take(Math.Min(i + 1, over)).Average(q => q.Y)))];

    private static string Terms(IReadOnlyList<double> c, CultureInfo culture)
    {
        var text = "";
        for (var power = c.Count - 1; power >= 0; power--)
        {
            var variable = power switch { 0 => "", 1 => " x", 2 => " x²", 3 => " x³", _ => $" x^{power}" };
            text += (text.Length == 0 ? Number(c[power], culture) : Signed(c[power], culture)) + variable;
        }
        return text;
    }

    private static string Signed(double number, CultureInfo culture) =>
        (number < 0 ? " − " : " + ") + Number(Math.Abs(number), culture);

    /// <summary>With four significant digits.</summary>
    private static string Number(double number, CultureInfo culture)
    {
        if (number == 0 || !double.IsFinite(number)) return "0";
        var digits = (int)Math.Floor(Math.Log10(Math.Abs(number)));
        return LocaleNames.Of(culture).InDigits(digits is > 8 or < -5 ? number.ToString("0.###E+0", culture)
            : number.ToString("#,##0." + new string('#', Math.Clamp(3 - digits, 0, 9)), culture));
    }
}
