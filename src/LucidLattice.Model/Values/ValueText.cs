using System.Globalization;

namespace LucidLattice.Model.Values;

/// <summary>Reads values that were written as <see cref="Value.Invariant"/> writes them, as in addresses, links and definition
/// files.</summary>
public static class ValueText
{
    private static readonly string[] TimeFormats =
        ["yyyy-MM-dd", "yyyy-MM-dd HH:mm", "yyyy-MM-dd'T'HH:mm", "yyyy-MM-dd HH:mm:ss", "yyyy-MM-dd'T'HH:mm:ss",
            "yyyy-MM-dd HH:mm:ss.FFFFFF", "yyyy-MM-dd'T'HH:mm:ss.FFFFFF"];

    /// <summary>True if <paramref name="text"/> is a value of <paramref name="type"/>. An empty text is NULL, for all types but
    /// text.</summary>
    public static bool TryParse(string text, DataType type, out Value value)
    {
        var culture = CultureInfo.InvariantCulture;
        value = Value.Null;
        if (type == DataType.Text)
        {
            value = Value.Of(NormalForm.Of(text));
            return true;
        }
        text = text.Trim();
        if (text.Length == 0) return true;
        switch (type)
        {
            case DataType.Whole when long.TryParse(text, NumberStyles.AllowLeadingSign, culture, out var whole):
                value = Value.Of(whole);
                return true;
            case DataType.Decimal when decimal.TryParse(text, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, culture,
                out var number):
                value = Value.Of(number);
                return true;
            case DataType.Double when double.TryParse(text, NumberStyles.Float, culture, out var real) && double.IsFinite(real):
                value = Value.Of(real);
                return true;
            case DataType.Bool when text is "true" or "false" or "1" or "0" or "yes" or "no":
                value = Value.Of(text is "true" or "1" or "yes");
                return true;
            case DataType.Date when DateOnly.TryParseExact(text, "yyyy-MM-dd", culture, DateTimeStyles.None, out var date):
                value = Value.Of(date);
                return true;
            case DataType.DateTime when DateTime.TryParseExact(text, TimeFormats, culture, DateTimeStyles.None, out var time):
                value = Value.Of(time);
                return true;
            default:
                return false;
        }
    }

    /// <summary>An example of how a value of this type is written, for messages.</summary>
    public static string Example(DataType type) => type switch
    {
        DataType.Whole => "42",
        DataType.Decimal or DataType.Double => "12.50",
        DataType.Date => "2025-01-31",
        DataType.DateTime => "2025-01-31 06:15",
        DataType.Bool => "true",
        _ => "text",
    };
}
