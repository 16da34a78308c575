using System.Text.Json;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets.Parameters;

/// <summary>
/// Reads and writes what is given for a parameter, as addresses, links, the API and the command line do: one value as it is, several as
/// a JSON array of texts (null in it asks for rows without a value), or one alone; a period as 2025-01-01/2025-03-31; nothing at all is
/// no value. <c>*</c> is every one, where that is offered, and <c>~empty</c> asks for rows without a value. After <c>~text:</c> comes a
/// text as it is, so that one that looks like any of these can be given too.
/// </summary>
public static class ParameterText
{
    private const string AsIs = "~text:";

    public static bool TryParse(Parameter parameter, string text, out Value value)
    {
        value = Value.Null;
        if (parameter.Every is not null && text == "*") value = Value.Every;
        else if (text == Value.EmptyText)
            value = parameter.Shape == ParameterShape.Several ? Value.Of(new ValueList([Value.Empty])) : Value.Empty;
        else if (parameter.Type == DataType.Text && text.StartsWith(AsIs, StringComparison.Ordinal))
        {
            var literal = Value.Of(NormalForm.Of(text[AsIs.Length..]));
            value = parameter.Shape == ParameterShape.Several ? Value.Of(new ValueList([literal])) : literal;
        }
        if (!value.IsNull) return true;
        // As stars were written before.
        if (parameter.Every is not null && text == "\"*\"") text = "*";
        return parameter.Shape switch
        {
            ParameterShape.Several => TryParseList(parameter.Type, text, out value),
            ParameterShape.Period => TryParsePeriod(text, out value),
            _ => TryParseOne(parameter.Type, text, out value),
        };
    }

    /// <summary>A value as <see cref="TryParse"/> reads it back: the same, whatever it looks like.</summary>
    public static string Write(Parameter parameter, Value value)
    {
        if (value.Type != DataType.Text) return value.Invariant;
        if (parameter.Shape == ParameterShape.Several) return new ValueList([value]).ToString();
        return TryParse(parameter, value.Text, out var read) && read.Equals(value) && !value.Text.StartsWith('~')
            ? value.Text
            : AsIs + value.Text;
    }

    /// <summary>An example of how a value is written, for messages.</summary>
    public static string Example(Parameter parameter) => parameter.Shape switch
    {
        ParameterShape.Several => $"[\"{ValueText.Example(parameter.Type)}\"]",
        ParameterShape.Period => "2025-01-01/2025-03-31",
        _ => ValueText.Example(parameter.Type),
    };

    private static bool TryParseOne(DataType type, string text, out Value value)
    {
        if (!ValueText.TryParse(text, type, out value)) return false;
        if (type == DataType.Text && text.Length == 0) value = Value.Null;
        return true;
    }

    private static bool TryParseList(DataType type, string text, out Value value)
    {
        value = Value.Null;
        if (text.Length == 0) return true;
        var texts = text.StartsWith('[') ? Texts(text) : [text];
        if (texts is null) return false;
        var values = new List<Value>();
        foreach (var one in texts)
        {
            var parsed = Value.Empty;
            if (one is not null && !ValueText.TryParse(one, type, out parsed)) return false;
            if (!parsed.IsNull) values.Add(parsed);
        }
        if (values.Count > 0) value = Value.Of(new ValueList(values));
        return true;
    }

    private static string?[]? Texts(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<string?[]>(json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static bool TryParsePeriod(string text, out Value value)
    {
        value = Value.Null;
        if (text.Trim().Length == 0 || text.Trim() == "/") return true;
        var ends = text.Split('/');
        // One day alone is a period too.
        if (ends.Length == 1) ends = [ends[0], ends[0]];
        if (ends.Length != 2 || !ValueText.TryParse(ends[0], DataType.Date, out var from)
            || !ValueText.TryParse(ends[1], DataType.Date, out var to)) return false;
        if (!from.IsNull && !to.IsNull && from.Date > to.Date) return false;
        value = Value.Of(new Period(from.IsNull ? null : from.Date, to.IsNull ? null : to.Date));
        return true;
    }
}
