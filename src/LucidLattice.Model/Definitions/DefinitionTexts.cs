using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;

namespace LucidLattice.Model.Definitions;

/// <summary>What a text of a definition is made of, where it is more than words: an expression; words with expressions in double braces;
/// SQL; the name of a parameter of the report.</summary>
public enum TextForm { Expression, Template, Sql, ParameterName }

/// <summary>Stands at each property of a definition that holds such a text, or a list or dictionary of them.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class HoldsAttribute(TextForm form) : Attribute
{
    public TextForm Form { get; } = form;
}

/// <summary>The one walk to every place of a definition where an expression may stand, as the records declare them.</summary>
public static class DefinitionTexts
{
    private sealed record Place(PropertyInfo Property, TextForm? Form);

    private static readonly ConcurrentDictionary<Type, Place[]> Places = new();

    /// <summary>A record with each text of these forms, in itself and in all that is inside of it, passed through a change. What does not
    /// change stays the same object.</summary>
    public static T MapTexts<T>(this T record, Func<TextForm, string, string> change) where T : class => (T)Mapped(record, null, change)!;

    private static object? Mapped(object? value, TextForm? form, Func<TextForm, string, string> change) => value switch
    {
        null => null,
        string text => form is { } of ? change(of, text) : text,
        IReadOnlyDictionary<string, string> texts when form is not null => MappedTexts(texts, form.Value, change),
        IList list => MappedList(list, form, change),
        _ when IsDefinition(value.GetType()) => MappedRecord(value, change),
        _ => value,
    };

    private static IReadOnlyDictionary<string, string> MappedTexts(IReadOnlyDictionary<string, string> texts, TextForm form,
        Func<TextForm, string, string> change)
    {
        var mapped = texts.ToDictionary(t => t.Key, t => change(form, t.Value));
        return texts.All(t => mapped[t.Key] == t.Value) ? texts : mapped;
    }

    private static IList MappedList(IList list, TextForm? form, Func<TextForm, string, string> change)
    {
        Array? mapped = null;
        for (var i = 0; i < list.Count; i++)
        {
            var item = Mapped(list[i], form, change);
            if (ReferenceEquals(item, list[i])) continue;
            if (mapped is null)
            {
                mapped = Array.CreateInstance(ItemOf(list), list.Count);
                list.CopyTo(mapped, 0);
            }
            mapped.SetValue(item, i);
        }
        return mapped ?? list;
    }

    private static Type ItemOf(IList list) => list.GetType().GetInterfaces()
        .First(i => i.IsGenericType && i.GetGenericTypeDefinition() == typeof(IEnumerable<>)).GetGenericArguments()[0];

    private static object MappedRecord(object record, Func<TextForm, string, string> change)
    {
        object? copy = null;
        foreach (var (property, form) in Places.GetOrAdd(record.GetType(), Find))
        {
            var value = property.GetValue(record);
            var mapped = Mapped(value, form, change);
            if (ReferenceEquals(mapped, value) || Equals(mapped, value)) continue;
            copy ??= record.GetType().GetMethod("<Clone>$")!.Invoke(record, null)!;
            property.SetValue(copy, mapped);
        }
        return copy ?? record;
    }

    private static Place[] Find(Type type) =>
    [
        .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
            .Where(p => p.SetMethod is not null && !p.PropertyType.IsValueType)
            .Select(p => new Place(p, p.GetCustomAttribute<HoldsAttribute>()?.Form)),
    ];

    private static bool IsDefinition(Type type) =>
        type.Namespace == typeof(DefinitionTexts).Namespace && type.GetMethod("<Clone>$") is not null;
}
