using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace LucidLattice.Model.Definitions;

/// <summary>Refuses numbers beyond what a double holds (1e400), which the serializer reads as infinite and cannot write again.</summary>
internal static class FiniteNumbers
{
    /// <summary>Looks at each object of a type once it is read.</summary>
    public static void Watch(JsonTypeInfo type)
    {
        if (type.Kind != JsonTypeInfoKind.Object) return;
        var numbers = type.Properties
            .Where(p => p.Get is not null && (p.PropertyType == typeof(double) || p.PropertyType == typeof(double?)
                || typeof(IEnumerable<double>).IsAssignableFrom(p.PropertyType)))
            .Select(p => (p.Name, Get: p.Get!)).ToArray();
        if (numbers.Length == 0) return;
        var before = type.OnDeserialized;
        type.OnDeserialized = read =>
        {
            before?.Invoke(read);
            foreach (var (name, get) in numbers)
                if (IsInfinite(get(read))) throw new JsonException($"The number '{name}' is too large.");
        };
    }

    private static bool IsInfinite(object? value) => value switch
    {
        double number => !double.IsFinite(number),
        IEnumerable<double> numbers => numbers.Any(n => !double.IsFinite(n)),
        _ => false,
    };
}
