using LucidLattice.Model.Hashing;

namespace LucidLattice.Expressions.Evaluation;

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

    /// <summary>What is known by a content that is only asked for where identities are compared.</summary>
    public static CompiledSource Of(Func<object?> content) => new(content);

    /// <summary>What follows from other expressions.</summary>
    /// <param name="how">Tells one way from another.</param>
    public static CompiledSource From(string how, params object?[] of) => new(() => (how, of));
}
