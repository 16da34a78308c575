using LucidLattice.Core.Hashing;

namespace LucidLattice.Core.Expressions;

/// <summary>What a compiled expression was made from: the identity of two expressions that evaluate alike.</summary>
public sealed class CompiledSource : IHashedContent
{
    private static long _unknown;
    private readonly Func<object?> _content;

    private CompiledSource(Func<object?> content) => _content = content;

    /// <summary>An expression of unknown content. It equals nothing, not even itself, so no result that depends on it is reused.</summary>
    public static readonly CompiledSource Unknown = new(() => Interlocked.Increment(ref _unknown));

    public bool IsKnown => !ReferenceEquals(this, Unknown);

    object? IHashedContent.HashedContent => _content();

    /// <summary>A node of an expression, with the fields and parameters that its names stand for and, beyond one row, where it
    /// stands.</summary>
    internal static CompiledSource Of(Syntax node, Compiled compiled, Scope scope) => new(() => (
        node,
        compiled.Fields.Order().Select(f => scope.Fields[f].AsEvaluated).ToList(),
        compiled.Reads.ParameterIndices.Order().Select(p => scope.Parameters[p]).ToList(),
        scope.GivenKeys,
        compiled.Phase <= Phase.Row ? null : (object)(scope.Base, scope.IsDetail, scope.Levels, scope.LevelsOnPage,
            scope.MarkTotals is null, scope.PageTotals is null)));

    /// <summary>What follows from other expressions.</summary>
    /// <param name="how">Tells one way from another.</param>
    internal static CompiledSource From(string how, params object?[] of) => new(() => (how, of));
}
