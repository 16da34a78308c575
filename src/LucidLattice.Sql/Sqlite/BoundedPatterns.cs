using SQLitePCL;

namespace LucidLattice.Sql.Sqlite;

/// <summary>
/// LIKE and GLOB as SQLite has them, with a bound on the work of one call: SQLite tries a pattern at every place of a text in one step, in
/// which nothing can stop it.
/// </summary>
internal static class BoundedPatterns
{
    /// <summary>How many comparisons one call may take.</summary>
    private const int MostSteps = 50_000_000;

    public static void Replace(sqlite3 database)
    {
        const int Flags = raw.SQLITE_UTF8 | raw.SQLITE_DETERMINISTIC;
        raw.sqlite3_create_function(database, "like", 2, Flags, null, (context, _, arguments) => Match(context, arguments, glob: false));
        raw.sqlite3_create_function(database, "like", 3, Flags, null, (context, _, arguments) => Match(context, arguments, glob: false));
        raw.sqlite3_create_function(database, "glob", 2, Flags, null, (context, _, arguments) => Match(context, arguments, glob: true));
    }

    /// <summary>The pattern comes first, then the text, then what takes the next letter of the pattern as it is.</summary>
    private static void Match(sqlite3_context context, sqlite3_value[] arguments, bool glob)
    {
        // As the library is built: what is binary matches nothing.
        if (arguments.Take(2).Any(a => raw.sqlite3_value_type(a) == raw.SQLITE_BLOB))
        {
            raw.sqlite3_result_int(context, 0);
            return;
        }
        if (arguments.Any(a => raw.sqlite3_value_type(a) == raw.SQLITE_NULL))
        {
            raw.sqlite3_result_null(context);
            return;
        }
        var pattern = Bytes(arguments[0]);
        var text = Bytes(arguments[1]);
        var escape = -1;
        if (arguments.Length == 3)
        {
            var letter = Bytes(arguments[2]);
            if (letter.Length == 0 || Letter(letter, 0) != letter.Length)
            {
                raw.sqlite3_result_error(context, utf8z.FromString("ESCAPE expression must be a single character"));
                return;
            }
            escape = letter.Length == 1 ? letter[0] : -1;
        }
        var steps = 0;
        var matches = glob ? Glob(pattern, text, ref steps) : Like(pattern, text, escape, ref steps);
        if (steps > MostSteps) raw.sqlite3_result_error(context,
            utf8z.FromString("this pattern takes too long over a text of this length"));
        else raw.sqlite3_result_int(context, matches ? 1 : 0);
    }

    private static ReadOnlySpan<byte> Bytes(sqlite3_value value)
    {
        // Asked for as a text first, it is one in UTF-8, whatever it was before.
        raw.sqlite3_value_text(value);
        return raw.sqlite3_value_blob(value);
    }

    /// <summary>How many bytes of UTF-8 the letter at a place takes.</summary>
    private static int Letter(ReadOnlySpan<byte> text, int at)
    {
        var length = 1;
        if (text[at] >= 0xC0)
            while (at + length < text.Length && (text[at + length] & 0xC0) == 0x80) length++;
        return length;
    }

    private static byte Folded(byte letter) => letter is >= (byte)'A' and <= (byte)'Z' ? (byte)(letter + 32) : letter;

    /// <summary>One letter at a time; where it fails, the last % takes one letter more.</summary>
    private static bool Like(ReadOnlySpan<byte> pattern, ReadOnlySpan<byte> text, int escape, ref int steps)
    {
        var (at, place, back, from) = (0, 0, -1, 0);
        while (place < text.Length)
        {
            if (++steps > MostSteps) return false;
            if (at < pattern.Length && pattern[at] == '%' && pattern[at] != escape)
            {
                (back, from) = (++at, place);
                // The end takes what is left.
                if (at == pattern.Length) return true;
                continue;
            }
            var literal = at < pattern.Length && pattern[at] == escape;
            var next = literal ? at + 1 : at;
            if (next < pattern.Length)
            {
                if (!literal && pattern[next] == '_')
                {
                    (at, place) = (next + 1, place + Letter(text, place));
                    continue;
                }
                if (Folded(pattern[next]) == Folded(text[place]))
                {
                    (at, place) = (next + 1, place + 1);
                    continue;
                }
            }
            if (back < 0) return false;
            from += Letter(text, from);
            (at, place) = (back, from);
        }
        while (at < pattern.Length && pattern[at] == '%' && pattern[at] != escape) at++;
        return at == pattern.Length;
    }

    private static bool Glob(ReadOnlySpan<byte> pattern, ReadOnlySpan<byte> text, ref int steps)
    {
        var (at, place, back, from) = (0, 0, -1, 0);
        while (place < text.Length)
        {
            if (++steps > MostSteps) return false;
            if (at < pattern.Length && pattern[at] == '*')
            {
                (back, from) = (++at, place);
                if (at == pattern.Length) return true;
                continue;
            }
            if (at < pattern.Length)
            {
                if (pattern[at] == '?')
                {
                    (at, place) = (at + 1, place + Letter(text, place));
                    continue;
                }
                if (pattern[at] == '[')
                {
                    var end = Set(pattern, at, text, place, ref steps, out var holds);
                    // A set that is not closed matches nothing.
                    if (end < 0) return false;
                    if (holds)
                    {
                        (at, place) = (end, place + Letter(text, place));
                        continue;
                    }
                }
                else if (pattern[at] == text[place])
                {
                    (at, place) = (at + 1, place + 1);
                    continue;
                }
            }
            if (back < 0) return false;
            from += Letter(text, from);
            (at, place) = (back, from);
        }
        while (at < pattern.Length && pattern[at] == '*') at++;
        return at == pattern.Length;
    }

    /// <summary>Looks whether a set such as [a-c] or [^x] holds the letter at a place.</summary>
    /// <returns>Where the pattern goes on; -1 if the set is not closed.</returns>
    private static int Set(ReadOnlySpan<byte> pattern, int at, ReadOnlySpan<byte> text, int place, ref int steps, out bool holds)
    {
        var letter = Code(text, place, out _);
        var inverted = false;
        holds = false;
        at++;
        if (at < pattern.Length && pattern[at] == '^') (inverted, at) = (true, at + 1);
        var before = -1;
        for (var first = true; at < pattern.Length; first = false)
        {
            steps++;
            if (pattern[at] == ']' && !first)
            {
                holds ^= inverted;
                return at + 1;
            }
            var one = Code(pattern, at, out var length);
            if (one == '-' && before >= 0 && at + 1 < pattern.Length && pattern[at + 1] != ']')
            {
                var last = Code(pattern, at + 1, out var size);
                if (letter >= before && letter <= last) holds = true;
                (before, at) = (-1, at + 1 + size);
                continue;
            }
            if (one == letter) holds = true;
            (before, at) = (one, at + length);
        }
        return -1;
    }

    private static int Code(ReadOnlySpan<byte> text, int at, out int length)
    {
        System.Text.Rune.DecodeFromUtf8(text[at..], out var rune, out length);
        return rune.Value;
    }
}
