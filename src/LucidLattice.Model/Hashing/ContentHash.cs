using System.Buffers.Binary;
using System.Security.Cryptography;

namespace LucidLattice.Model.Hashing;

/// <summary>
/// An identity made from content: two things have the same one exactly if everything that they consist of is the same. It is the SHA-256
/// of a walk over records, lists and values (<see cref="ContentWriter"/>), so a property that a record gains later is part of it without
/// anybody naming it. All caches are keyed by it.
/// </summary>
public readonly record struct ContentHash : IHashedContent
{
    private readonly UInt128 _high, _low;

    private ContentHash(ReadOnlySpan<byte> bytes)
    {
        _high = BinaryPrimitives.ReadUInt128BigEndian(bytes);
        _low = BinaryPrimitives.ReadUInt128BigEndian(bytes[16..]);
    }

    /// <summary>The identity of some parts in their order.</summary>
    public static ContentHash Of(params ReadOnlySpan<object?> parts) => Of(null, parts);

    /// <summary>The identity of some parts, where what they read is a part of it too.</summary>
    /// <param name="values">What stands behind an object that only names something, as the values of the parameters that an expression
    /// reads; null for an object that is whole by itself.</param>
    public static ContentHash Of(Func<object, object?>? values, params ReadOnlySpan<object?> parts)
    {
        using var writer = new ContentWriter(values);
        foreach (var part in parts) writer.Write(part);
        Span<byte> bytes = stackalloc byte[SHA256.HashSizeInBytes];
        writer.Finish(bytes);
        return new ContentHash(bytes);
    }

    /// <summary>As 64 hexadecimal digits, for what is stored beside the thing that it identifies.</summary>
    public override string ToString() => $"{_high:x32}{_low:x32}";

    object? IHashedContent.HashedContent => ToString();
}
