using System.Globalization;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Engines;

namespace LucidLattice.Sql.Csv;

/// <summary>The order of day, month and year in the dates of a file.</summary>
public enum DateOrder { YearFirst, DayFirst, MonthFirst }

/// <summary>A column of a CSV file, with the type that it is read as.</summary>
/// <param name="DecimalComma">True where 1.234,50 is meant, false for 1,234.50.</param>
public sealed record CsvColumn(string Name, DataType Type, bool DecimalComma = false, DateOrder Dates = DateOrder.YearFirst)
{
    /// <summary>Reads a cell: numbers and yes/no as SQLite keeps them, dates as ISO 8601; an empty cell is NULL. False if it is no value of
    /// the type.</summary>
    public bool TryRead(string cell, out object? value)
    {
        value = null;
        var text = cell.Trim();
        if (text.Length == 0)
        {
            if (Type == DataType.Text && cell.Length > 0) value = cell;
            return true;
        }
        switch (Type)
        {
            case DataType.Whole when long.TryParse(Plain(text), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var whole):
                value = whole;
                return true;
            case DataType.Decimal or DataType.Double when Digits(Plain(text)) <= MostDigits && decimal.TryParse(Plain(text),
                NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number):
                value = (double)number;
                return true;
            case DataType.Date when TryDate(text, out var day) && day.TimeOfDay == TimeSpan.Zero:
                value = day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
                return true;
            case DataType.DateTime when TryDate(text, out var time):
                value = time.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture);
                return true;
            case DataType.Bool when text.ToLowerInvariant() is "yes" or "no" or "true" or "false":
                value = text.ToLowerInvariant() is "yes" or "true" ? 1L : 0L;
                return true;
            case DataType.Text:
                value = cell;
                return true;
            default:
                return false;
        }
    }

    /// <summary>A number as SQL writes it, with all of its digits.</summary>
    public string Exactly(string cell) => Plain(cell.Trim());

    /// <summary>True if SQLite keeps the cell as it is in a column of numbers: a number of few digits, or a text that it takes for
    /// none.</summary>
    public bool IsKeptByNumber(string cell) => TryRead(cell, out var value)
        ? value is null or long || Digits(Plain(cell.Trim())) <= DigitsOfDouble
        : !double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _);

    /// <summary>The digits that a decimal holds, and those that a double keeps.</summary>
    private const int MostDigits = 28, DigitsOfDouble = 15;

    /// <summary>The digits that count: without zeros at the beginning, and without those at the end of a fraction.</summary>
    private static int Digits(string number)
    {
        var digits = number.TrimStart('-', '+');
        if (digits.Contains('.')) digits = digits.TrimEnd('0');
        return digits.Replace(".", "").TrimStart('0').Length;
    }

    /// <summary>Without the signs that group thousands, which have to stand where they belong.</summary>
    private string Plain(string text)
    {
        var (group, point) = DecimalComma ? ('.', ',') : (',', '.');
        var cut = text.IndexOf(point);
        var (integer, fraction) = cut < 0 ? (text, "") : (text[..cut], text[(cut + 1)..]);
        var groups = integer.TrimStart('-', '+').Split(group, '\u00A0', '\u202F', ' ');
        if (fraction.Contains(group) || (groups.Length > 1 && (groups[0].Length is 0 or > 3 || groups.Skip(1).Any(g => g.Length != 3))))
            return "?";
        return (integer.StartsWith('-') ? "-" : "") + string.Concat(groups) + (cut < 0 ? "" : "." + fraction);
    }

    private bool TryDate(string text, out DateTime time)
    {
        time = default;
        if (Dates == DateOrder.YearFirst) return IsoTime.TryParse(text, out time);
        var (day, rest) = text.IndexOf(' ') is >= 0 and var cut ? (text[..cut], text[(cut + 1)..]) : (text, "");
        var parts = day.Split('.', '/', '-');
        if (parts.Length != 3 || parts[2].Length != 4 || !parts.All(p => p.Length is > 0 and <= 4 && p.All(char.IsAsciiDigit)))
            return false;
        var (d, m) = Dates == DateOrder.DayFirst ? (parts[0], parts[1]) : (parts[1], parts[0]);
        return IsoTime.TryParse($"{parts[2]}-{m.PadLeft(2, '0')}-{d.PadLeft(2, '0')}{(rest.Length > 0 ? " " + rest : "")}", out time);
    }
}
