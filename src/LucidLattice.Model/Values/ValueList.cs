using System.Text.Json;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Model.Values;

/// <summary>Several values of one type, each once; one of them may be <see cref="Value.Empty"/>, for rows without one. Written as a
/// JSON array of texts, with null for that.</summary>
public sealed class ValueList(IEnumerable<Value> values) : IEquatable<ValueList>, IHashedContent
{
    /// <summary>More of them are carried by no link.</summary>
    public const int Most = 1_000;

    /// <summary>No line breaks, and letters as they are.</summary>
    private static readonly JsonSerializerOptions Compact = new()
        { Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };
    private readonly List<Value> _values = [.. values.Distinct()];
    private HashSet<Value>? _set;

    public IReadOnlyList<Value> Values => _values;

    object? IHashedContent.HashedContent => _values;

    public bool Contains(Value value) => (_set ??= [.. _values]).Contains(value);

    public bool Equals(ValueList? other) => other is not null && _values.SequenceEqual(other._values);

    public override bool Equals(object? obj) => Equals(obj as ValueList);

    public override int GetHashCode() => _values.Aggregate(17, HashCode.Combine);

    public override string ToString() => JsonSerializer.Serialize(_values.Select(v => v.IsEmpty ? null : v.Invariant), Compact);
}

/// <summary>From a first day to a last one, both included; either may be open. Written as ISO 8601 writes intervals:
/// 2025-01-01/2025-03-31.</summary>
public sealed record Period(DateOnly? From, DateOnly? To)
{
    /// <summary>True if the time is on one of the days. Half-open inside: from ≤ time &lt; the day after the last one.</summary>
    public bool Contains(Value time)
    {
        var at = time.AsDateTime;
        return (From is not { } from || at >= from.ToDateTime(TimeOnly.MinValue))
            && (End is not { } end || at < end.ToDateTime(TimeOnly.MinValue));
    }

    /// <summary>The day after the last one: the first that is not in the period any more.</summary>
    public DateOnly? End => To is { } to && to < DateOnly.MaxValue ? to.AddDays(1) : null;

    public override string ToString() => $"{From:yyyy-MM-dd}/{To:yyyy-MM-dd}";
}
