namespace LucidLattice.Server.CommandLine;

/// <summary>Wrong usage; the message says what is wrong.</summary>
public sealed class UsageException(string message) : Exception(message);

/// <summary>What was written after a verb: plain words, and options of the form <c>--name value</c>.</summary>
public sealed class Options
{
    private static readonly HashSet<string> Known =
        ["port", "data", "database", "set", "out", "rows", "base", "page", "since", "memory", "seconds", "allow", "text", "into", "table",
            "as",
            "element", "group", "row", "mark", "part"];
    private static readonly HashSet<string> Flags = ["replace", "new", "as-is", "anyway", "twice"];
    private readonly Dictionary<string, List<string>> _values = [];

    public List<string> Words { get; } = [];

    /// <exception cref="UsageException">An unknown option, or one without a value.</exception>
    public static Options Parse(IEnumerable<string> args)
    {
        var options = new Options();
        using var each = args.GetEnumerator();
        while (each.MoveNext())
        {
            var word = each.Current;
            if (!word.StartsWith("--", StringComparison.Ordinal))
            {
                options.Words.Add(word);
                continue;
            }
            var name = word[2..];
            if (Flags.Contains(name))
            {
                options._values[name] = [];
                continue;
            }
            if (!Known.Contains(name)) throw new UsageException($"There is no option {word}.");
            if (!each.MoveNext()) throw new UsageException($"{word} needs a value.");
            if (!options._values.TryGetValue(name, out var list)) options._values[name] = list = [];
            list.Add(each.Current);
        }
        return options;
    }

    public string? Value(string name) => _values.TryGetValue(name, out var values) ? values[^1] : null;

    /// <summary>All values of an option that may be given several times.</summary>
    public IReadOnlyList<string> All(string name) => _values.GetValueOrDefault(name) ?? [];

    /// <summary>True if an option that takes no value is there.</summary>
    public bool Has(string flag) => _values.ContainsKey(flag);

    public string Required(string name) => Value(name) ?? throw new UsageException($"--{name} is missing.");

    public int? Number(string name) => Value(name) is not { } text ? null
        : int.TryParse(text, out var number) && number > 0
        ? number
        : throw new UsageException($"--{name} needs a number above 0, not “{text}”.");

    public string Word(string what) => Words.Count switch
    {
        0 => throw new UsageException($"{what} is missing."),
        1 => Words[0],
        _ => throw new UsageException($"“{Words[1]}” is one word too many."),
    };

    /// <summary>The values of <c>--set name=value</c>.</summary>
    public IReadOnlyDictionary<string, string> Settings()
    {
        var settings = new Dictionary<string, string>();
        foreach (var pair in _values.GetValueOrDefault("set") ?? [])
        {
            var at = pair.IndexOf('=');
            if (at < 1) throw new UsageException($"--set takes name=value, not “{pair}”.");
            settings[pair[..at]] = pair[(at + 1)..];
        }
        return settings;
    }
}
