using System.Text.Json;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Parameters;

/// <summary>
/// Reads what was given for a parameter, as addresses, links, the API and the command line write it: one value as it is;
/// several as a JSON array of texts, or one alone; a period as 2025-01-01/2025-03-31; and * for every one, where that is
/// offered (a text that is nothing but a star is written as the JSON text "*" there).
/// </summary>
public static class ParameterText
{
    public static bool TryParse(Parameter parameter, string text, out Value value)
    {
        value = Value.Null;
        if (parameter.Every is not null && text == "*")
        {
            value = Value.Every;
            return true;
        }
        if (parameter.Every is not null && text == "\"*\"") text = "*";
        return parameter.Shape switch
        {
            ParameterShape.Several => TryParseList(parameter.Type, text, out value),
            ParameterShape.Period => TryParsePeriod(text, out value),
            _ => TryParseOne(parameter.Type, text, out value),
        };
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
            if (!TryParseOne(type, one, out var parsed)) return false;
            if (!parsed.IsNull) values.Add(parsed);
        }
        if (values.Count > 0) value = Value.Of(new ValueList(values));
        return true;
    }

    private static string[]? Texts(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<string[]>(json);
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
