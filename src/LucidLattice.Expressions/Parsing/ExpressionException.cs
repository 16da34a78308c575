using LucidLattice.Model.Definitions;

namespace LucidLattice.Expressions.Parsing;

/// <summary>An expression that cannot be understood, or does not fit where it stands.</summary>
/// <param name="code">Stable and for machines, as in <see cref="Problem"/>.</param>
/// <param name="message">A sentence for people.</param>
/// <param name="position">The character at which it was noticed, from 0.</param>
/// <param name="mend">What would mend it.</param>
public sealed class ExpressionException(string code, string message, int position, string? mend = null) : Exception(message)
{
    public string Code { get; } = code;
    public int Position { get; } = position;
    public string? Mend { get; } = mend;
}
