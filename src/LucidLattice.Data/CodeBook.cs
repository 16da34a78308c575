using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;

namespace LucidLattice.Data;

/// <summary>The value list of a coded field, ready for looking codes up.</summary>
public sealed class CodeBook : IHashedContent
{
    private readonly Dictionary<Value, int> _places = [];
    private readonly IReadOnlyList<CodedValue> _codes;

    private CodeBook(Field field)
    {
        _codes = field.Codes;
        for (var i = 0; i < _codes.Count; i++)
            if (ValueText.TryParse(_codes[i].Code, field.Type, out var value)) _places.TryAdd(value, i);
        Identity = ContentHash.Of(field.Type, _codes);
    }

    /// <summary>Tells one list from any other: what was worked out with one is not used with another.</summary>
    public ContentHash Identity { get; }

    object? IHashedContent.HashedContent => Identity;

    /// <summary>Every code that is listed, in its order.</summary>
    public IReadOnlyList<CodedValue> Labels => _codes;

    /// <summary>Null for a field without a value list.</summary>
    public static CodeBook? ForField(Field field) => field.Codes.Count == 0 ? null : new CodeBook(field);

    /// <summary>Texts that stand for themselves, in the order of a list.</summary>
    public static CodeBook Listed(IReadOnlyList<string> texts) =>
        new(new Field { Name = "", Type = DataType.Text, Codes = [.. texts.Select(t => new CodedValue(t, t))] });

    /// <summary>The place of a value in the list; values that are not listed come after all others.</summary>
    public int Place(in Value value) => _places.GetValueOrDefault(value, _codes.Count);

    /// <summary>What people read instead of a value, or null if it is not listed.</summary>
    public string? Label(in Value value) => Find(value)?.Label;

    /// <summary>#RRGGBB, or null if the list gives the value none.</summary>
    public string? Color(in Value value) => Find(value)?.Color;

    private CodedValue? Find(in Value value) => _places.TryGetValue(value, out var place) ? _codes[place] : null;
}
