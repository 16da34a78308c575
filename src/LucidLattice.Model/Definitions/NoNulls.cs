using System.Collections;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace LucidLattice.Model.Definitions;

/// <summary>Refuses null among the things of a list or a dictionary whose declaration has none, which the serializer does not look
/// at.</summary>
internal static class NoNulls
{
    /// <summary>Looks at each object of a type once it is read.</summary>
    public static void Watch(JsonTypeInfo type)
    {
        if (type.Kind != JsonTypeInfoKind.Object) return;
        var context = new NullabilityInfoContext();
        var lists = type.Properties.Where(p => p.Get is not null && p.AttributeProvider is PropertyInfo property
            && HoldsNoNull(property, context))
            .Select(p => (p.Name, Get: p.Get!)).ToArray();
        if (lists.Length == 0) return;
        var before = type.OnDeserialized;
        type.OnDeserialized = read =>
        {
            before?.Invoke(read);
            foreach (var (name, get) in lists)
                if (HasNull(get(read))) throw new JsonException($"There is a null in the list '{name}'.");
        };
    }

    private static bool HoldsNoNull(PropertyInfo property, NullabilityInfoContext context)
    {
        if (!typeof(IEnumerable).IsAssignableFrom(property.PropertyType) || property.PropertyType == typeof(string)) return false;
        var declared = context.Create(property);
        var held = declared.ElementType ?? declared.GenericTypeArguments.LastOrDefault();
        return held is { ReadState: NullabilityState.NotNull, Type.IsValueType: false };
    }

    private static bool HasNull(object? list) => list switch
    {
        null => false,
        IDictionary dictionary => dictionary.Values.Cast<object?>().Any(v => v is null),
        // A read-only dictionary is a list of pairs.
        IEnumerable<KeyValuePair<string, string>> pairs => pairs.Any(p => p.Value is null),
        IEnumerable things => things.Cast<object?>().Any(t => t is null),
        _ => false,
    };
}
