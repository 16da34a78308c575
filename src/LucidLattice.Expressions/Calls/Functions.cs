using LucidLattice.Expressions.Parsing;

namespace LucidLattice.Expressions.Calls;

/// <summary>The functions of one row's values, by name. A new one is one more entry in the list of its kind.</summary>
public static class Functions
{
    internal static IReadOnlyList<Function> List { get; } =
        [.. ChoiceFunctions.All, .. NumberFunctions.All, .. TextFunctions.All, .. TimeFunctions.All, .. FiscalFunctions.All,
        .. ParentFunctions.All, .. PlaceFunctions.All];

    private static readonly Dictionary<string, Function> ByName = List
        .SelectMany(f => f.AlsoCalled.Append(f.Name).Select(name => (name, f))).ToDictionary(p => p.name, p => p.f);

    /// <summary>The names of all functions, in capital letters.</summary>
    public static IEnumerable<string> All => List.Select(f => f.Name);

    /// <summary>Every name under which a function is found, in capital letters.</summary>
    internal static IEnumerable<string> Names => ByName.Keys;

    /// <summary>The function of a name in capital letters, or null if there is none.</summary>
    internal static Function? Find(string name) => ByName.GetValueOrDefault(name);
}
