using System.Globalization;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Locales;

namespace LucidLattice.Charts.Scales;

/// <summary>
/// Writes the numbers of one axis, and of the marks along it, in one unit: ones, thousands, millions and so on. A number that is not
/// zero shows at least two significant digits, so that none is taken for zero or for another.
/// </summary>
public sealed class AxisNumbers
{
    private const int MostDecimals = 15, MostExact = 101;
    private readonly double _size;
    private readonly string _suffix;
    private readonly bool _isChosen;
    private readonly int _tickDecimals;
    private readonly CultureInfo _culture;

    /// <param name="ticks">In rising order.</param>
    /// <param name="isShare">True for shares of one, written in per cent.</param>
    public AxisNumbers(IReadOnlyList<double> ticks, bool isShare, CultureInfo culture, NumberUnit unit = NumberUnit.Automatic)
    {
        var most = Math.Max(Math.Abs(ticks[0]), Math.Abs(ticks[^1]));
        _isChosen = unit != NumberUnit.Automatic || isShare;
        (_size, _suffix) = Chosen(unit, culture) ?? (isShare ? (0.01, Percent(culture)) : Unit(most, culture));
        var step = ticks.Count > 1 ? ticks[1] - ticks[0] : 1;
        _tickDecimals = Math.Clamp((int)Math.Ceiling(-Math.Log10(step / _size) - 1e-9), 0, MostDecimals);
        // Divisions that were set by hand may need more: 32.5 between 25 and 40.
        if (ticks.Count is > 1 and <= MostExact)
            _tickDecimals = Math.Max(_tickDecimals, ticks.Max(t => Shortest(t, Math.Min(MostDecimals, _tickDecimals + 3))));
        _culture = culture;
    }

    /// <summary>True where the numbers are powers: from 1 to a million, each is written in a unit of its own.</summary>
    public bool IsLogarithmic { get; init; }

    /// <summary>A number that the axis is divided at.</summary>
    public string Tick(double value) =>
        IsLogarithmic ? Alone(value) : Write(value, _suffix.Length == 0 ? _tickDecimals : Shortest(value, _tickDecimals));

    /// <summary>The number of a mark, short, but never misleading.</summary>
    /// <param name="decimals">Of the number in its unit, where the author says it.</param>
    public string Label(double value, int? decimals = null)
    {
        if (IsLogarithmic && !_isChosen) return new AxisNumbers([0, Math.Abs(value)], false, _culture).Label(value, decimals);
        if (decimals is { } asked && double.IsFinite(value)) return Written(value / _size, "N" + asked) + _suffix;
        var shown = Math.Abs(value / _size);
        if (shown == 0 || !double.IsFinite(shown)) return Write(0, 0);
        var needed = Math.Max(0, 1 - (int)Math.Floor(Math.Log10(shown)));
        return Write(value, Math.Min(Shortest(value, MostDecimals), Math.Max(needed, _tickDecimals)));
    }

    private string Alone(double value)
    {
        var (size, suffix) = _isChosen ? (_size, _suffix) : Unit(Math.Abs(value), _culture);
        return Written(value / size, "#,##0.###############") + suffix;
    }

    private string Written(double number, string format) => LocaleNames.Of(_culture).InDigits(number.ToString(format, _culture));

    /// <summary>How many of the decimals are needed to write the number as exactly as all of them would.</summary>
    private int Shortest(double value, int decimals)
    {
        var shown = value / _size;
        for (var d = 0; d < decimals; d++)
            if (Math.Abs(Math.Round(shown, d) - shown) <= Math.Abs(shown) * 1e-12) return d;
        return decimals;
    }

    /// <summary>Zero is zero in any unit, but shares keep their sign.</summary>
    private string Write(double value, int decimals) =>
        value == 0 && _size != 0.01 ? Written(0, "0") : Written(value / _size, "N" + decimals) + _suffix;

    private static (double Size, string Suffix)? Chosen(NumberUnit unit, CultureInfo culture) => unit switch
    {
        NumberUnit.Ones => (1, ""),
        NumberUnit.Thousands => (1e3, Words(culture)[0]),
        NumberUnit.Millions => (1e6, Words(culture)[1]),
        NumberUnit.Billions => (1e9, Words(culture)[2]),
        NumberUnit.Percent => (0.01, Percent(culture)),
        NumberUnit.Kilobytes => (1e3, " kB"),
        NumberUnit.Megabytes => (1e6, " MB"),
        NumberUnit.Gigabytes => (1e9, " GB"),
        _ => null,
    };

    private static string Percent(CultureInfo culture) => " " + LocaleNames.Of(culture).Percent;

    /// <summary>Thousands from ten thousand on, as they are short enough before.</summary>
    private static (double Size, string Suffix) Unit(double most, CultureInfo culture)
    {
        var words = Words(culture);
        return most >= 1e12 ? (1e12, words[3]) : most >= 1e9 ? (1e9, words[2]) : most >= 1e6 ? (1e6, words[1])
            : most >= 1e4 ? (1e3, words[0]) : (1, "");
    }

    /// <summary>Thousands, millions, billions and trillions, from memory.</summary>
    private static string[] Words(CultureInfo culture) => culture.TwoLetterISOLanguageName switch
    {
        "de" => [" Tsd.", " Mio.", " Mrd.", " Bio."],
        "fr" => [" k", " M", " Md", " Bn"],
        "es" => [" mil", " M", " mil M", " B"],
        "it" => [" mila", " Mln", " Mrd", " Bln"],
        "nl" => ["k", " mln.", " mld.", " bln."],
        _ => ["k", "M", "bn", "tn"],
    };
}
