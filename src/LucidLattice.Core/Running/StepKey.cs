using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Running;

/// <summary>
/// Everything that decides the result of a step, gathered into a text: what its expressions say and, as the compiler found it,
/// what they read: parameters by their names with their values, and the clock.
/// </summary>
public sealed class StepKey(IReadOnlyList<Parameter> parameters, IReadOnlyList<Value> values, DateTime now)
{
    /// <summary>The text of a step.</summary>
    /// <param name="parts">What it works out and how, in an order that is always the same.</param>
    public string Combine(params IEnumerable<(string Text, Reads Reads)> parts)
        => string.Join('\u001e', parts.Select(p => $"{p.Text}\u001d{p.Reads.Key(parameters, values, now)}"));

    /// <summary>An expression as a part, with a word for what is made of it.</summary>
    public static (string, Reads) Part(string role, Compiled expression) => ($"{role} {expression.Identity}", expression.Reads);

    /// <summary>An aggregate as a part.</summary>
    public static (string, Reads) Part<T>(RequestList<T> list, int index, Reads reads) => (list.Texts[index], reads);
}
