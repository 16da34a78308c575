using System.Buffers.Binary;
using System.Collections;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Security.Cryptography;
using System.Text.Json;

namespace LucidLattice.Model.Hashing;

/// <summary>
/// Writes a thing into a hash so that no two different things are written alike: each value after a sign for its kind, each text and
/// each list after its length, each record after the name of its type, property by property.
/// </summary>
/// <param name="values">See <see cref="ContentHash.Of(Func{object, object?}, ReadOnlySpan{object?})"/>.</param>
internal sealed class ContentWriter(Func<object, object?>? values) : IDisposable
{
    private enum Sign : byte { Nothing, Text, YesNo, Whole, Number, Decimal, Time, Day, Length, Choice, Bytes, List, Unordered, Record,
        Own, Values }

    private readonly IncrementalHash _hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
    private readonly byte[] _buffer = new byte[4096];
    private int _filled;

    public void Dispose() => _hash.Dispose();

    public void Finish(Span<byte> into)
    {
        _hash.AppendData(_buffer, 0, _filled);
        _hash.GetHashAndReset(into);
    }

    /// <exception cref="InvalidOperationException">Something in it does not say what it consists of.</exception>
    public void Write(object? thing)
    {
        switch (thing)
        {
            case null: Put(Sign.Nothing); break;
            case string text: Put(text); break;
            case bool yes: Put(Sign.YesNo, yes ? 1 : 0); break;
            case int whole: Put(Sign.Whole, whole); break;
            case long whole: Put(Sign.Whole, whole); break;
            case byte or char or short or uint: Put(Sign.Whole, Convert.ToInt64(thing, null)); break;
            case double number: Put(Sign.Number, BitConverter.DoubleToInt64Bits(number)); break;
            case decimal number: Put(number); break;
            case DateTime time: Put(Sign.Time, time.Ticks); break;
            case DateOnly date: Put(Sign.Day, date.DayNumber); break;
            case TimeSpan length: Put(Sign.Length, length.Ticks); break;
            case Enum choice: Put(Sign.Choice, Convert.ToInt64(choice, null)); Put(choice.GetType().FullName!); break;
            case Type type: Put(type.FullName!); break;
            case byte[] bytes: Put(Sign.Bytes, bytes.Length); Put(bytes); break;
            case JsonElement json: Put(json.GetRawText()); break;
            case ITuple tuple: WriteTuple(tuple); break;
            case IHashedContent own: WriteOwn(own); break;
            case Delegate: throw new InvalidOperationException("A function does not say what it does, so it has no identity.");
            case IEnumerable list: WriteList(list); break;
            default: WriteRecord(thing, thing.GetType()); break;
        }
    }

    private void WriteOwn(IHashedContent own)
    {
        Put(Sign.Own);
        Put(own.GetType().FullName!);
        Write(own.HashedContent);
    }

    private void WriteTuple(ITuple tuple)
    {
        Put(Sign.List, tuple.Length);
        for (var i = 0; i < tuple.Length; i++) Write(tuple[i]);
    }

    private void WriteList(IEnumerable list)
    {
        if (IsUnordered(list.GetType()))
        {
            WriteUnordered(list);
            return;
        }
        var count = 0;
        Put(Sign.List);
        foreach (var item in list)
        {
            Put(Sign.List, count++);
            Write(item);
        }
        Put(Sign.List, -1);
    }

    /// <summary>Sets and dictionaries are the same in whatever order they were filled.</summary>
    private void WriteUnordered(IEnumerable list)
    {
        var items = new List<string>();
        foreach (var item in list) items.Add(ContentHash.Of(values, item).ToString());
        items.Sort(StringComparer.Ordinal);
        Put(Sign.Unordered, items.Count);
        foreach (var item in items) Put(item);
    }

    private static bool IsUnordered(Type type) =>
        typeof(IDictionary).IsAssignableFrom(type) || type.GetInterfaces().Any(i => IsA(i, typeof(IReadOnlySet<>))
            || IsA(i, typeof(IReadOnlyDictionary<,>)));

    private void WriteRecord(object record, Type type)
    {
        Put(Sign.Record);
        Put(type.FullName!);
        if (IsA(type, typeof(KeyValuePair<,>)))
        {
            Write(type.GetProperty("Key")!.GetValue(record));
            Write(type.GetProperty("Value")!.GetValue(record));
            return;
        }
        foreach (var (property, declared) in ContentProperties.Of(type))
        {
            if (declared is not null && property.GetValue(record) is { } value) WriteRecord(value, declared);
            else Write(property.GetValue(record));
        }
        if (values?.Invoke(record) is not { } behind) return;
        Put(Sign.Values);
        Write(behind);
    }

    private static bool IsA(Type type, Type generic) => type.IsGenericType && type.GetGenericTypeDefinition() == generic;

    private void Put(string text)
    {
        Put(Sign.Text, text.Length);
        // Code units, since a lone surrogate would be another one's equal in UTF-8.
        Put(MemoryMarshal.AsBytes(text.AsSpan()));
    }

    private void Put(decimal number)
    {
        Put(Sign.Decimal);
        Span<int> bits = stackalloc int[4];
        decimal.GetBits(number, bits);
        Put(MemoryMarshal.AsBytes<int>(bits));
    }

    private void Put(Sign sign, long number)
    {
        Span<byte> bytes = stackalloc byte[9];
        bytes[0] = (byte)sign;
        BinaryPrimitives.WriteInt64LittleEndian(bytes[1..], number);
        Put(bytes);
    }

    private void Put(Sign sign) => Put([(byte)sign]);

    private void Put(ReadOnlySpan<byte> bytes)
    {
        if (_filled + bytes.Length > _buffer.Length)
        {
            _hash.AppendData(_buffer, 0, _filled);
            _filled = 0;
        }
        if (bytes.Length > _buffer.Length)
        {
            _hash.AppendData(bytes);
            return;
        }
        bytes.CopyTo(_buffer.AsSpan(_filled));
        _filled += bytes.Length;
    }
}
