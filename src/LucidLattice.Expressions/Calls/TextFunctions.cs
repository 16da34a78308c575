using System.Text;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>Functions of texts. Characters are Unicode code points, counted from 1.</summary>
internal static class TextFunctions
{
    /// <summary>A text that grows beyond this does not fit, as a number that is too large.</summary>
    public const int MaxLength = 1_000_000;

    public static IReadOnlyList<Function> All { get; } =
    [
        new(new("concat", "concat(a, b, …)", "joined to one text; empties do not count"), 1, 50, Concat),
        new(new("upper", "upper(text)", "in capital letters"), 1, 1, (c, a) => Changed(c, a, t => t.ToUpperInvariant())),
        new(new("lower", "lower(text)", "in small letters"), 1, 1, (c, a) => Changed(c, a, t => t.ToLowerInvariant())),
        new(new("initcap", "initcap(text)", "each word with a capital letter first"), 1, 1, (c, a) => Changed(c, a, Capitals)),
        new(new("trim", "trim(text)", "without spaces at its ends"), 1, 2, (c, a) => Trim(c, a, true, true)) { AlsoCalled = ["BTRIM"] },
        new(new("ltrim", "TRIM(LEADING '0' FROM text)", "without these characters at its start (or TRAILING, or BOTH)"), 1, 2,
            (c, a) => Trim(c, a, true, false)),
        new(new("rtrim", "rtrim(text)", "without spaces at its end"), 1, 2, (c, a) => Trim(c, a, false, true)),
        new(new("length", "length(text)", "how many characters it has"), 1, 1,
            (c, a) => Arguments.Text(c, a, v => Value.Of((long)v[0].Text.EnumerateRunes().Count()), DataType.Whole))
            { AlsoCalled = ["CHAR_LENGTH", "CHARACTER_LENGTH"] },
        new(new("replace", "replace(text, old, new)", "with each old part replaced"), 3, 3,
            (c, a) => Arguments.Text(c, a, v => Replace(v[0].Text, v[1].Text, v[2].Text))),
        new(new("substring", "substring(text FROM 1 FOR 3)", "a part of it"), 2, 3, Substring) { AlsoCalled = ["SUBSTR"] },
        new(new("left", "left(text, n)", "its first n characters; below 0, all but the last"), 2, 2, (c, a) => Cut(c, a, true)),
        new(new("right", "right(text, n)", "its last n characters; below 0, all but the first"), 2, 2, (c, a) => Cut(c, a, false)),
        new(new("lpad", "lpad(text, n, '0')", "filled at the start to n characters, or cut to them"), 2, 3, (c, a) => Pad(c, a, true)),
        new(new("rpad", "rpad(text, n, '.')", "filled at the end to n characters, or cut to them"), 2, 3, (c, a) => Pad(c, a, false)),
        new(new("position", "position(part IN text)", "where the part begins, from 1; 0 if it is not there"), 2, 2,
            (c, a) => Arguments.Text(c, a, v => Position(v[0].Text, v[1].Text), DataType.Whole)),
        new(new("contains", "contains(text, part)", "whether the part is in it"), 2, 2,
            (c, a) => Test(c, a, (t, p) => t.Contains(p, StringComparison.Ordinal))),
        new(new("starts_with", "starts_with(text, part)", "whether it starts so"), 2, 2,
            (c, a) => Test(c, a, (t, p) => t.StartsWith(p, StringComparison.Ordinal))),
        new(new("ends_with", "ends_with(text, part)", "whether it ends so"), 2, 2,
            (c, a) => Test(c, a, (t, p) => t.EndsWith(p, StringComparison.Ordinal))),
    ];

    /// <summary>A text as a value.</summary>
    /// <exception cref="OverflowException">It has more than <see cref="MaxLength"/> characters.</exception>
    public static Value Of(string text) => text.Length > MaxLength ? throw new OverflowException() : Value.Of(text);

    private static Compiled Changed(CallSyntax call, Compiled[] arguments, Func<string, string> change)
        => Arguments.Text(call, arguments, v => Of(change(v[0].Text)));

    private static Compiled Test(CallSyntax call, Compiled[] arguments, Func<string, string, bool> test)
        => Arguments.Text(call, arguments, v => Value.Of(test(v[0].Text, v[1].Text)), DataType.Bool);

    private static Compiled Concat(CallSyntax call, Compiled[] arguments)
    {
        Compiled[] texts = [.. arguments.Select(Casts.ToText)];
        return Compiled.Combined(DataType.Text, texts, frame =>
        {
            var joined = new StringBuilder();
            foreach (var text in texts)
                if (text.Evaluate(frame) is { IsNull: false } value) joined.Append(value.Text);
            return Of(joined.ToString());
        });
    }

    /// <summary>The letters after anything that is neither letter nor digit are capitals, all others small.</summary>
    private static string Capitals(string text)
    {
        var result = new StringBuilder();
        var inside = false;
        foreach (var rune in text.EnumerateRunes())
        {
            result.Append(inside ? Rune.ToLowerInvariant(rune) : Rune.ToUpperInvariant(rune));
            inside = Rune.IsLetterOrDigit(rune);
        }
        return result.ToString();
    }

    private static Compiled Trim(CallSyntax call, Compiled[] arguments, bool start, bool end)
        => Arguments.Text(call, arguments, v =>
        {
            var runes = v[0].Text.EnumerateRunes().ToArray();
            var gone = v.Length == 2 ? v[1].Text.EnumerateRunes().ToHashSet() : [new Rune(' ')];
            var (from, to) = (0, runes.Length);
            while (start && from < to && gone.Contains(runes[from])) from++;
            while (end && to > from && gone.Contains(runes[to - 1])) to--;
            return Value.Of(Joined(runes.AsSpan(from..to)));
        });

    private static Value Replace(string text, string old, string by)
    {
        if (old.Length == 0) return Value.Of(text);
        var (found, at) = (0L, 0);
        for (; (at = text.IndexOf(old, at, StringComparison.Ordinal)) >= 0; at += old.Length) found++;
        // Counted first: what does not fit is not built.
        if (text.Length + found * (by.Length - old.Length) > MaxLength) throw new OverflowException();
        return Value.Of(text.Replace(old, by, StringComparison.Ordinal));
    }

    /// <summary>As ISO SQL does it; a start before the text takes from its length.</summary>
    private static Compiled Substring(CallSyntax call, Compiled[] arguments)
    {
        Arguments.Require(call, 0, arguments[0], DataType.Text, "a text");
        for (var i = 1; i < arguments.Length; i++) Arguments.Require(call, i, arguments[i], DataType.Whole, "a whole number");
        return Arguments.Strict(DataType.Text, arguments, v =>
        {
            var runes = v[0].Text.EnumerateRunes().ToArray();
            var from = Math.Clamp(v[1].Whole, -1_000_000_000, 1_000_000_000);
            var end = v.Length == 3 ? from + Math.Clamp(v[2].Whole, 0, 1_000_000_000) : long.MaxValue;
            var (first, last) = (Math.Clamp(from - 1, 0, runes.Length), Math.Clamp(end - 1, 0, runes.Length));
            return Value.Of(first >= last ? "" : Joined(runes.AsSpan((int)first..(int)last)));
        });
    }

    private static Compiled Cut(CallSyntax call, Compiled[] arguments, bool left)
    {
        Arguments.Require(call, 0, arguments[0], DataType.Text, "a text");
        Arguments.Require(call, 1, arguments[1], DataType.Whole, "a whole number");
        return Arguments.Strict(DataType.Text, arguments, v =>
        {
            var runes = v[0].Text.EnumerateRunes().ToArray();
            var kept = (int)Math.Clamp(v[1].Whole < 0 ? Math.Max(v[1].Whole, -MaxLength) + runes.Length : v[1].Whole, 0, runes.Length);
            return Value.Of(Joined(left ? runes.AsSpan(0, kept) : runes.AsSpan(runes.Length - kept)));
        });
    }

    private static Compiled Pad(CallSyntax call, Compiled[] arguments, bool left)
    {
        Arguments.Require(call, 0, arguments[0], DataType.Text, "a text");
        Arguments.Require(call, 1, arguments[1], DataType.Whole, "a whole number");
        if (arguments.Length == 3) Arguments.Require(call, 2, arguments[2], DataType.Text, "a text");
        return Arguments.Strict(DataType.Text, arguments, v =>
        {
            var runes = v[0].Text.EnumerateRunes().ToArray();
            if (v[1].Whole > MaxLength) throw new OverflowException();
            var width = (int)Math.Max(0, v[1].Whole);
            if (runes.Length >= width) return Value.Of(Joined(runes.AsSpan(0, width)));
            var fill = v.Length == 3 ? v[2].Text.EnumerateRunes().ToArray() : [new Rune(' ')];
            if (fill.Length == 0) return v[0];
            var padding = Joined(Enumerable.Range(0, width - runes.Length).Select(i => fill[i % fill.Length]).ToArray());
            return Of(left ? padding + v[0].Text : v[0].Text + padding);
        });
    }

    private static Value Position(string part, string text)
    {
        var at = text.IndexOf(part, StringComparison.Ordinal);
        return Value.Of(at < 0 ? 0L : text[..at].EnumerateRunes().Count() + 1);
    }

    private static string Joined(ReadOnlySpan<Rune> runes)
    {
        var text = new StringBuilder(runes.Length);
        foreach (var rune in runes) text.Append(rune);
        return text.ToString();
    }
}
