using System.Globalization;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Locales;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Formatting;

/// <summary>Turns values of one type into the text that people read. NULL prints as nothing.</summary>
public sealed class ValueFormat : IHashedContent
{
    private readonly Func<Value, string> _format;
    private readonly object _madeFrom;

    private ValueFormat(Func<Value, string> format, object madeFrom) => (_format, _madeFrom) = (format, madeFrom);

    object? IHashedContent.HashedContent => _madeFrom;

    public string Format(in Value value) => value.IsNull ? "" : _format(value);

    /// <param name="pattern">A Unicode LDML pattern; null takes the one that suits the type, the scale and the kind.</param>
    /// <param name="currency">ISO 4217 code that ¤ in the pattern stands for.</param>
    /// <param name="amounts">The unit of numbers that are money, where the pattern says no unit or percentage itself.</param>
    /// <exception cref="FormatException">The pattern does not suit the type; the message is meant for people.</exception>
    public static ValueFormat For(DataType type, string? pattern, FieldKind kind, int? scale, CultureInfo culture, string currency = "EUR",
        AmountUnit amounts = AmountUnit.Ones)
        => new(Formatting(type, pattern, kind, scale, culture, currency, kind == FieldKind.Money ? amounts : AmountUnit.Ones),
            (type, pattern, kind, scale, culture.Name, currency, amounts));

    private static Func<Value, string> Formatting(DataType type, string? pattern, FieldKind kind, int? scale, CultureInfo culture,
        string currency, AmountUnit amounts)
    {
        if (amounts != AmountUnit.Ones && type.IsNumber()) pattern ??= amounts == AmountUnit.Thousands ? "#,##0" : "#,##0.0";
        if (pattern is null && type == DataType.Decimal && scale is null && kind is not (FieldKind.Share or FieldKind.Duration))
            return AsManyDigits(culture);
        pattern ??= DefaultPattern(type, kind, scale, culture);
        if (type.IsNumber())
        {
            var number = NumberPattern.Parse(Currencies.WriteOut(pattern!, currency)).In(amounts);
            // What is worked out from decimals, as a tick between them, may be a double that no decimal holds.
            return v => v.Type == DataType.Double ? number.Format(v.AsDouble, culture) : number.Format(v.Decimal, culture);
        }
        if (type.IsTime())
        {
            var date = DatePattern.Parse(pattern!);
            return v => date.Format(v.AsDateTime, culture);
        }
        if (pattern is not null && type is DataType.Text) throw new FormatException($"A text takes no pattern, but “{pattern}” was given.");
        if (type != DataType.Bool) return v => v.Invariant;
        var words = LocaleWords.Of(culture);
        return v => v.Bool ? words.Yes : words.No;
    }

    /// <summary>Decimals with the places that they are kept with: those of a column all have as many.</summary>
    private static Func<Value, string> AsManyDigits(CultureInfo culture)
    {
        var byScale = Enumerable.Range(0, ColumnBuilder.MostScale + 1)
            .Select(scale => NumberPattern.Parse(DefaultPattern(DataType.Decimal, FieldKind.Plain, scale, culture)!)).ToArray();
        return v => byScale[Math.Min((int)v.Decimal.Scale, ColumnBuilder.MostScale)].Format(v.Decimal, culture);
    }

    /// <summary>Names of a part of dates, such as a calendar month.</summary>
    /// <param name="part">As <see cref="DatePartNames"/> knows it.</param>
    /// <exception cref="FormatException">The pattern is none of dates; the message is meant for people.</exception>
    public static ValueFormat WithNames(string part, string pattern, CultureInfo culture) =>
        new(DatePartNames.Format(part, pattern, culture), (part, pattern, culture.Name));

    /// <summary>Labels of a value list; values that are not listed are written as <paramref name="other"/> does.</summary>
    public static ValueFormat WithLabels(CodeBook codes, ValueFormat other) =>
        new(v => codes.Label(v) ?? other.Format(v), (codes, other));

    /// <summary>Numbers used as keys have no grouping and no decimals.</summary>
    public static string? DefaultPattern(DataType type, FieldKind kind, int? scale, CultureInfo culture) => type switch
    {
        DataType.Whole when kind == FieldKind.Key => "0",
        DataType.Whole => "#,##0",
        DataType.Decimal or DataType.Double when kind == FieldKind.Share => PercentForm.Pattern(culture),
        DataType.Decimal when kind == FieldKind.Duration && scale is null => "#,##0.######",
        DataType.Decimal => "#,##0" + (scale is null or > 0 ? "." + new string('0', scale ?? 2) : ""),
        DataType.Double => "#,##0.##",
        DataType.Date => "d MMM yyyy",
        DataType.DateTime => "d MMM yyyy HH:mm",
        _ => null,
    };
}
