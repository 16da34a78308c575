using System.Collections.Concurrent;
using System.Reflection;

namespace LucidLattice.Model.Hashing;

/// <summary>A property that is part of an identity.</summary>
/// <param name="As">The type whose properties decide; null for that of the value.</param>
internal sealed record ContentProperty(PropertyInfo Property, Type? As);

/// <summary>The properties that a record consists of: all that can be set when it is made, in the order of their names.</summary>
internal static class ContentProperties
{
    private static readonly ConcurrentDictionary<Type, ContentProperty[]> Known = new();

    /// <exception cref="InvalidOperationException">It is no record, so nothing says what it consists of.</exception>
    public static ContentProperty[] Of(Type type) => Known.GetOrAdd(type, Find);

    private static ContentProperty[] Find(Type type)
    {
        if (!type.IsValueType && type.GetMethod("<Clone>$") is null)
            throw new InvalidOperationException($"{type} is no record; it has to say what its identity is made from (IHashedContent).");
        return [.. type.GetProperties(BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Instance)
            .Where(p => p.SetMethod is not null && !p.IsDefined(typeof(ExcludedFromHashAttribute)))
            .OrderBy(p => p.Name, StringComparer.Ordinal)
            .Select(p => new ContentProperty(p, p.IsDefined(typeof(HashedAsDeclaredAttribute)) ? p.PropertyType : null))];
    }
}
