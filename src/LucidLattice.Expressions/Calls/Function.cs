using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;

namespace LucidLattice.Expressions.Calls;

/// <summary>A function of one row's values.</summary>
/// <param name="Help">Its name, and what authors read about it.</param>
/// <param name="Least">The fewest arguments.</param>
/// <param name="Most">The most.</param>
/// <param name="Make">Checks the types of its arguments, and puts it together.</param>
internal sealed record Function(FunctionHelp Help, int Least, int Most, Func<CallSyntax, Compiled[], Compiled> Make)
{
    public string Name => Help.Name.ToUpperInvariant();

    /// <summary>Other names of it that ISO SQL or common practice has, in capital letters.</summary>
    public IReadOnlyList<string> AlsoCalled { get; init; } = [];

    /// <exception cref="ExpressionException">The arguments do not suit it.</exception>
    public Compiled Call(CallSyntax call, Compiled[] arguments)
    {
        if (arguments.Length >= Least && arguments.Length <= Most) return Make(call, arguments);
        var takes = Most == Least ? $"{Least}" : $"{Least} to {Most}";
        throw new ExpressionException("argument-count",
            $"{call.Name.ToLowerInvariant()} takes {takes} argument{(Most == 1 ? "" : "s")}, not {arguments.Length}.", call.Position,
            $"Write it as {Help.Form}.");
    }
}
