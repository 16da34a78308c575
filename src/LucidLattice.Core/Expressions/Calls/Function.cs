namespace LucidLattice.Core.Expressions.Calls;

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
}
