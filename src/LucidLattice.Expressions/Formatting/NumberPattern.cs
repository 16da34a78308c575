using System.Globalization;
using System.Text;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Locales;

namespace LucidLattice.Expressions.Formatting;

/// <summary>
/// A Unicode LDML number pattern (UTS #35, part 3): <c>#,##0.00</c>, <c>0.0 %</c>, <c>0.##;(0.##)</c>, quoted literals.
/// Unlike LDML's default, halves are rounded away from zero. A suffix k, M, kB or MB divides by its unit.
/// </summary>
public sealed class NumberPattern
{
    private readonly Part _positive;
    private readonly Part? _negative;

    private NumberPattern(Part positive, Part? negative) => (_positive, _negative) = (positive, negative);

    /// <summary>The most digits after the decimal sign.</summary>
    public int MaxFraction => _positive.MaxFraction;

    /// <exception cref="FormatException">The text is no pattern; the message is meant for people.</exception>
    public static NumberPattern Parse(string pattern)
    {
        var cut = OutsideQuotes(pattern, ';');
        return cut < 0
            ? new NumberPattern(Part.Parse(pattern), null)
            : new NumberPattern(Part.Parse(pattern[..cut]), Part.Parse(pattern[(cut + 1)..]));
    }

    /// <summary>The pattern for amounts of this unit; one that says a unit or a percentage itself stays as it is.</summary>
    public NumberPattern In(AmountUnit amounts)
    {
        if (amounts == AmountUnit.Ones || _positive.Factor != 1) return this;
        var factor = amounts == AmountUnit.Thousands ? 0.001m : 0.000001m;
        return new(_positive with { Factor = factor }, _negative is null ? null : _negative with { Factor = factor });
    }

    public string Format(decimal value, CultureInfo culture)
    {
        var names = LocaleNames.Of(culture);
        var digits = _positive.Digits(Math.Abs(value), names, out var zero);
        // A value that is rounded to zero carries no minus sign.
        if (value >= 0 || zero) return _positive.Before(names) + digits + _positive.After(names);
        return _negative is null
            ? names.Minus + _positive.Before(names) + digits + _positive.After(names)
            : _negative.Before(names) + digits + _negative.After(names);
    }

    /// <summary>Doubles outside of decimal's range are written in scientific notation.</summary>
    public string Format(double value, CultureInfo culture)
        => Math.Abs(value) < 1e27 ? Format((decimal)value, culture)
            : LocaleNames.Of(culture).InDigits(value.ToString("0.####E+0", culture));

    internal static int OutsideQuotes(string text, char wanted)
    {
        var quoted = false;
        for (var i = 0; i < text.Length; i++)
        {
            if (text[i] == '\'') quoted = !quoted;
            else if (!quoted && text[i] == wanted) return i;
        }
        return -1;
    }

    /// <param name="Grouping">Digits of the last group; 0 for none.</param>
    /// <param name="Further">Digits of the groups before it.</param>
    private sealed record Part(
        string Prefix, string Suffix, int Grouping, int Further, int MinInteger, int MinFraction, int MaxFraction, decimal Factor)
    {
        public string Before(LocaleNames names) => Signed(Prefix, names);

        public string After(LocaleNames names) => Signed(Suffix, names);

        /// <summary>The language's own sign for per cent.</summary>
        private string Signed(string affix, LocaleNames names)
            => Factor < 100 ? affix : affix.Replace("%", names.Percent).Replace("‰", names.PerMille);

        public static Part Parse(string pattern)
        {
            int at = 0;
            // Only a sign that is not quoted scales the number.
            var signs = new StringBuilder();
            var prefix = Literal(pattern, ref at, signs);
            var start = at;
            while (at < pattern.Length && pattern[at] is '#' or '0' or ',' or '.') at++;
            var core = pattern[start..at];
            var suffix = Literal(pattern, ref at, signs);
            if (at < pattern.Length || core.Length == 0 || core.Count(c => c == '.') > 1)
                throw new FormatException($"“{pattern}” is no number pattern. Write it as #,##0.00 or 0.0 %.");
            var point = core.IndexOf('.');
            var integer = point < 0 ? core : core[..point];
            var fraction = point < 0 ? "" : core[(point + 1)..];
            var comma = integer.LastIndexOf(',');
            var grouping = comma < 0 ? 0 : integer.Length - comma - 1;
            var outer = comma < 1 ? -1 : integer.LastIndexOf(',', comma - 1);
            var factor = signs.ToString() switch
            {
                var s when s.Contains('%') => 100m,
                var s when s.Contains('‰') => 1000m,
                _ => suffix.Trim() switch { "k" or "kB" => 0.001m, "M" or "MB" => 0.000001m, _ => 1m },
            };
            return new Part(prefix, suffix, grouping, outer < 0 ? grouping : comma - outer - 1, integer.Count(c => c == '0'),
                fraction.Count(c => c == '0'), fraction.Length, factor);
        }

        public string Digits(decimal value, LocaleNames names, out bool zero)
        {
            var rounded = decimal.Round(value * Factor, Math.Min(MaxFraction, 28), MidpointRounding.AwayFromZero);
            zero = rounded == 0;
            var text = rounded.ToString(CultureInfo.InvariantCulture);
            var point = text.IndexOf('.');
            var integer = (point < 0 ? text : text[..point]).TrimStart('0').PadLeft(MinInteger, '0');
            var fraction = (point < 0 ? "" : text[(point + 1)..]).TrimEnd('0').PadRight(MinFraction, '0');
            if (integer.Length == 0 && fraction.Length == 0) integer = "0";
            var result = new StringBuilder();
            for (var i = 0; i < integer.Length; i++)
            {
                if (i > 0 && IsGroup(integer.Length - i)) result.Append(names.GroupSign);
                result.Append(names.Digits[integer[i] - '0']);
            }
            if (fraction.Length > 0) result.Append(names.DecimalSign).Append(names.InDigits(fraction));
            return result.ToString();
        }

        /// <param name="left">How many digits are still to come.</param>
        private bool IsGroup(int left) =>
            Grouping > 0 && (left == Grouping || (left > Grouping && Further > 0 && (left - Grouping) % Further == 0));

        /// <param name="unquoted">Gets what stands in no quotes.</param>
        private static string Literal(string pattern, ref int at, StringBuilder unquoted)
        {
            var text = new StringBuilder();
            while (at < pattern.Length && pattern[at] is not ('#' or '0' or ',' or '.'))
            {
                if (pattern[at] != '\'')
                {
                    unquoted.Append(pattern[at]);
                    text.Append(pattern[at++]);
                }
                else
                {
                    var end = pattern.IndexOf('\'', at + 1);
                    if (end < 0) throw new FormatException($"A quote in the pattern “{pattern}” is not closed.");
                    text.Append(end == at + 1 ? "'" : pattern[(at + 1)..end]);
                    at = end + 1;
                }
            }
            return text.ToString();
        }
    }
}
