using System.Globalization;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Model.Values;

/// <summary>
/// One value of any type, or NULL. Whole numbers, dates (days since 0001-01-01), dates with times (ticks of 100 ns)
/// and booleans live in <see cref="Bits"/>, doubles in their bit pattern; a default Value is NULL.
/// </summary>
public readonly struct Value : IEquatable<Value>, IHashedContent
{
    private readonly object? _text;
    private readonly decimal _number;

    private Value(DataType type, long bits, decimal number, object? text)
    {
        (Kind, Bits, _number, _text) = ((byte)(type + 1), bits, number, text);
    }

    private byte Kind { get; }

    object? IHashedContent.HashedContent => (Type, Bits, _number, _text);

    /// <summary>The raw payload of types that fit 64 bits.</summary>
    public long Bits { get; }

    public DataType Type => Kind == 0 ? DataType.Null : (DataType)(Kind - 1);
    public bool IsNull => Kind == 0;

    public static Value Null => default;
    public static Value Of(long whole) => new(DataType.Whole, whole, 0, null);
    public static Value Of(decimal number) => new(DataType.Decimal, 0, number, null);
    public static Value Of(double number) =>
        double.IsFinite(number) ? new(DataType.Double, BitConverter.DoubleToInt64Bits(number), 0, null) : Null;
    public static Value Of(bool yes) => new(DataType.Bool, yes ? 1 : 0, 0, null);
    public static Value Of(DateOnly date) => new(DataType.Date, date.DayNumber, 0, null);
    public static Value Of(DateTime time) => new(DataType.DateTime, time.Ticks, 0, null);
    public static Value Of(Interval interval) => new(DataType.Interval, 0, 0, interval);
    public static Value Of(ValueList list) => new(DataType.List, 0, 0, list);
    public static Value Of(Period period) => new(DataType.Period, 0, 0, period);

    /// <summary>The state of a parameter for which every one was chosen.</summary>
    public static Value Every => new(DataType.Every, 0, 0, null);
    /// <summary>Asks for rows without a value.</summary>
    public static Value Empty => new(DataType.Empty, 0, 0, null);
    public static Value Of(string? text) => text is null ? Null : new(DataType.Text, 0, 0, text);

    /// <summary>A value whose payload is 64 bits: whole, double, date, date and time, or yes/no.</summary>
    public static Value FromBits(DataType type, long bits) => new(type, bits, 0, null);

    public long Whole => Bits;
    public double Double => BitConverter.Int64BitsToDouble(Bits);
    public bool Bool => Bits != 0;
    public DateOnly Date => DateOnly.FromDayNumber((int)Bits);
    public DateTime DateTime => new(Bits);
    public string Text => (string)_text!;
    public Interval Interval => (Interval)_text!;
    public ValueList List => (ValueList)_text!;
    public Period Period => (Period)_text!;
    public bool IsEvery => Type == DataType.Every;
    public bool IsEmpty => Type == DataType.Empty;

    /// <summary>Whole and decimal numbers as a decimal.</summary>
    /// <exception cref="OverflowException">A double outside of decimal's range.</exception>
    public decimal Decimal => Type switch { DataType.Decimal => _number, DataType.Double => (decimal)Double, _ => Bits };

    /// <summary>Any number as a double.</summary>
    public double AsDouble => Type switch { DataType.Decimal => (double)_number, DataType.Double => Double, _ => Bits };

    /// <summary>Midnight for a date, the time itself for a date and time.</summary>
    public DateTime AsDateTime => Type == DataType.Date ? Date.ToDateTime(TimeOnly.MinValue) : DateTime;

    /// <summary>How addresses write the wish for rows without a value.</summary>
    public const string EmptyText = "~empty";

    /// <summary>Language-independent text: ISO 8601 dates, full stop as decimal sign; empty for NULL. Parsed back by <see
    /// cref="ValueText"/>.</summary>
    public string Invariant => Type switch
    {
        DataType.Null => "",
        DataType.Whole => Bits.ToString(CultureInfo.InvariantCulture),
        DataType.Decimal => _number.ToString(CultureInfo.InvariantCulture),
        DataType.Double => Double.ToString("R", CultureInfo.InvariantCulture),
        DataType.Bool => Bool ? "true" : "false",
        DataType.Date => Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        DataType.DateTime =>
        DateTime.ToString(DateTime.Second == 0
            && DateTime.Ticks % TimeSpan.TicksPerSecond == 0 ? "yyyy-MM-dd HH:mm" : "yyyy-MM-dd HH:mm:ss.FFFFFF",
            CultureInfo.InvariantCulture),
        DataType.Interval or DataType.List or DataType.Period => _text!.ToString()!,
        DataType.Every => "*",
        DataType.Empty => EmptyText,
        _ => Text,
    };

    /// <summary>Equal as SQL's grouping has it: NULL equals NULL; numbers by value; texts by code points.</summary>
    public bool Equals(Value other) => Type == other.Type
        ? Type switch
        {
            DataType.Text => string.Equals(Text, other.Text, StringComparison.Ordinal),
            DataType.Decimal => _number == other._number,
            DataType.Interval or DataType.List or DataType.Period => Equals(_text, other._text),
            DataType.Double => Double.Equals(other.Double) || (Double == 0 && other.Double == 0),
            _ => Bits == other.Bits,
        }
        : Type.IsNumber() && other.Type.IsNumber() && Compare(this, other, null) == 0;

    public override bool Equals(object? obj) => obj is Value other && Equals(other);

    public override int GetHashCode() => Type switch
    {
        DataType.Null => 0,
        DataType.Text => Text.GetHashCode(StringComparison.Ordinal),
        DataType.Interval or DataType.List or DataType.Period => _text!.GetHashCode(),
        DataType.Whole or DataType.Decimal or DataType.Double => AsDouble.GetHashCode(),
        _ => Bits.GetHashCode(),
    };

    /// <summary>Orders two values that are not NULL and of comparable types; texts by <paramref name="collation"/>, or by code points
    /// without one.</summary>
    public static int Compare(in Value a, in Value b, Collation? collation)
    {
        if (a.Type == DataType.Text) return collation is null ? string.CompareOrdinal(a.Text, b.Text) : collation.Compare(a.Text, b.Text);
        if (a.Type.IsTime() && a.Type != b.Type) return a.AsDateTime.CompareTo(b.AsDateTime);
        if (a.Type == DataType.Interval) return a.Interval.CompareTo(b.Interval);
        if (a.Type == DataType.Double || b.Type == DataType.Double) return a.AsDouble.CompareTo(b.AsDouble);
        if (a.Type == DataType.Decimal || b.Type == DataType.Decimal) return a.Decimal.CompareTo(b.Decimal);
        return a.Bits.CompareTo(b.Bits);
    }

    public override string ToString() => IsNull ? "NULL" : Invariant;
}
