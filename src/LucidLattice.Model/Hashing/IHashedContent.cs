namespace LucidLattice.Model.Hashing;

/// <summary>Says itself what its identity is made from, where it is no record whose properties say it.</summary>
public interface IHashedContent
{
    /// <summary>Everything that decides what it is.</summary>
    object? HashedContent { get; }
}

/// <summary>Stands at a property that decides nothing: where in a text something was written, or what follows from the other
/// properties.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class ExcludedFromHashAttribute : Attribute;

/// <summary>Stands at a property of which only what its declared type has decides, not what a derived type adds.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class HashedAsDeclaredAttribute : Attribute;
