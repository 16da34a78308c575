using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>What expressions read besides rows: the values of parameters, what these are called, and the clock as far as it
/// matters.</summary>
/// <param name="words">What a parameter's value is called, by the parameter's place.</param>
public sealed class RunInputs(IReadOnlyList<Value> values, DateTime now, Func<int, string> words)
{
    /// <summary>The identity of a calculated result: its expressions, and the values that they read. These values are included
    /// automatically wherever an expression stands in the content.</summary>
    public ContentHash IdentityOf(params ReadOnlySpan<object?> content) => ContentHash.Of(ValuesBehind, content);

    private object? ValuesBehind(object thing) => thing is not Reads reads ? null : (
        reads.ParameterIndices.Order().Select(i => (values[i], words(i))).ToList(),
        reads.Clock switch { ClockUse.Instant => now.Ticks, ClockUse.Day => now.Date.Ticks, _ => 0L });
}
