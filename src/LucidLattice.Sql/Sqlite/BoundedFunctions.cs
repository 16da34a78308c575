using LucidLattice.Sql.Engines;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Sql.Sqlite;

/// <summary>
/// Functions of SQLite that work through two long texts against each other in one step, in which nothing can stop them: here they are
/// the same for texts of usual lengths, and refuse to work for seconds.
/// </summary>
internal static class BoundedFunctions
{
    /// <summary>How many comparisons one call may take at worst.</summary>
    private const long MostSteps = 50_000_000;

    public static void Replace(SqliteConnection connection)
    {
        connection.CreateFunction("instr", (object? text, object? part) => InStr(text, part), isDeterministic: true);
        connection.CreateFunction("replace", (object? text, object? part, object? with) => Replace(text, part, with),
            isDeterministic: true);
        foreach (var (name, left, right) in new[] { ("trim", true, true), ("ltrim", true, false), ("rtrim", false, true) })
        {
            connection.CreateFunction(name, (object? text) => Trim(text, " ", left, right), isDeterministic: true);
            connection.CreateFunction(name, (object? text, object? letters) => Trim(text, letters, left, right), isDeterministic: true);
        }
    }

    /// <summary>Of two blobs, the place in bytes; of anything else, in letters of its text; NULL where one is.</summary>
    private static object? InStr(object? text, object? part)
    {
        if (text is null || part is null) return null;
        if (text is byte[] bytes && part is byte[] wanted)
        {
            Bound("instr", bytes.Length, wanted.Length);
            return (long)bytes.AsSpan().IndexOf(wanted) + 1;
        }
        var (all, one) = (Text(text), Text(part));
        Bound("instr", all.Length, one.Length);
        var at = all.IndexOf(one, StringComparison.Ordinal);
        // SQLite counts characters, of which some are two of ours.
        return at < 0 ? 0L : Letters(all.AsSpan(0, at)) + 1L;
    }

    private static object? Replace(object? text, object? part, object? with)
    {
        if (text is null || part is null || with is null) return null;
        var (all, one) = (Text(text), Text(part));
        if (one.Length == 0) return all;
        Bound("replace", all.Length, one.Length);
        return all.Replace(one, Text(with), StringComparison.Ordinal);
    }

    private static object? Trim(object? text, object? letters, bool left, bool right)
    {
        if (text is null || letters is null) return null;
        var (all, set) = (Text(text), Text(letters).EnumerateRunes().ToHashSet());
        var runes = all.AsSpan();
        while (left && runes.Length > 0 && System.Text.Rune.DecodeFromUtf16(runes, out var first, out var length) == 0 && set
            .Contains(first))
            runes = runes[length..];
        while (right && runes.Length > 0 && System.Text.Rune.DecodeLastFromUtf16(runes, out var last, out var size) == 0 && set
            .Contains(last))
            runes = runes[..^size];
        return runes.ToString();
    }

    private static void Bound(string function, long text, long part)
    {
        if (text * part > MostSteps && part > 1)
            throw new InvalidOperationException($"{function} of a text of {text:N0} letters and one of {part:N0} takes too long.");
    }

    private static long Letters(ReadOnlySpan<char> text)
    {
        var count = 0L;
        foreach (var letter in text)
            if (!char.IsLowSurrogate(letter)) count++;
        return count;
    }

    /// <summary>As SQLite writes values as texts.</summary>
    private static string Text(object value) => value switch
    {
        string text => text,
        byte[] bytes => System.Text.Encoding.UTF8.GetString(bytes),
        double number => number == Math.Floor(number) && Math.Abs(number) < 1e15
            ? number.ToString("0.0", System.Globalization.CultureInfo.InvariantCulture)
            : number.ToString("R", System.Globalization.CultureInfo.InvariantCulture),
        IFormattable number => number.ToString(null, System.Globalization.CultureInfo.InvariantCulture),
        _ => value.ToString() ?? "",
    };
}
