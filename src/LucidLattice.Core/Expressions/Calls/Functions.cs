namespace LucidLattice.Core.Expressions.Calls;

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

    /// <exception cref="ExpressionException">There is none of that name, or its arguments do not suit it.</exception>
    public static Compiled Call(CallSyntax call, Compiled[] arguments)
    {
        var name = call.Name.ToLowerInvariant();
        if (!ByName.TryGetValue(call.Name, out var function))
        {
            var offered = FunctionHelp.All.Where(f => f.Form.Contains('(')).Select(f => f.Name);
            var nearest = Nearest.To(call.Name, ByName.Keys.Concat(offered))?.ToLowerInvariant();
            throw new ExpressionException("unknown-function", $"There is no function “{name}”.", call.Position,
                nearest is null ? $"There are {string.Join(", ", offered.Distinct())}." : $"Did you mean “{nearest}”?");
        }
        if (arguments.Length < function.Least || arguments.Length > function.Most)
            throw new ExpressionException("argument-count",
                $"{name} takes {(function.Least == function.Most ? function.Least : $"{function.Least} to {function.Most}")} "
                + $"argument{(function.Most == 1 ? "" : "s")}, not {arguments.Length}.", call.Position,
                $"Write it as {function.Help.Form}.");
        return function.Make(call, arguments);
    }
}
