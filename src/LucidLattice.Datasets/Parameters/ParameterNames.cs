using System.Text;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Datasets.Parameters;

/// <summary>Names of parameters in expressions and in SQL.</summary>
public static class ParameterNames
{
    /// <summary>An expression, or SQL, with a parameter called otherwise. What cannot be read stays as it is.</summary>
    public static string Renamed(string text, string old, string name)
    {
        if (!text.Contains(':' + old, StringComparison.OrdinalIgnoreCase)) return text;
        var (made, at) = (new StringBuilder(text.Length), 0);
        while (at < text.Length)
        {
            var c = text[at];
            // What stands between quotes, or behind two dashes, is no name.
            var end = c is '\'' or '"' ? Math.Max(at, text.IndexOf(c, at + 1)) + 1
                : c == '-' && at + 1 < text.Length && text[at + 1] == '-' ? LineEnd(text, at) : at + 1;
            if (c == ':' && Is(text, at + 1, old))
            {
                made.Append(':').Append(name);
                at += 1 + old.Length;
                continue;
            }
            if (end <= at) end = text.Length;
            made.Append(text, at, end - at);
            at = end;
        }
        return made.ToString();
    }

    private static int LineEnd(string text, int at) => text.IndexOf('\n', at) is >= 0 and var end ? end : text.Length;

    private static bool Is(string text, int at, string name) =>
        string.Compare(text, at, name, 0, name.Length, StringComparison.OrdinalIgnoreCase) == 0
        && (at + name.Length >= text.Length || !(char.IsLetterOrDigit(text[at + name.Length]) || text[at + name.Length] == '_'));

    /// <summary>A name that no parameter has: the one wished for, or that with a number after it.</summary>
    public static string Free(string wished, IReadOnlyList<Parameter> taken)
    {
        var free = wished;
        for (var n = 2; taken.Any(p => string.Equals(p.Name, free, StringComparison.OrdinalIgnoreCase)); n++) free = $"{wished}_{n}";
        return free;
    }

    /// <summary>True if something can be called so: letters, digits and underscores, not beginning with a digit.</summary>
    public static bool IsName(string name) => name.Length is > 0 and <= 60 && !char.IsDigit(name[0])
        && name.All(c => char.IsLetterOrDigit(c) || c == '_');
}
