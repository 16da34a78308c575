using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Data;

/// <summary>
/// One field of all rows. Three storages serve nearly everything: 64-bit payloads (whole, date, date and time, yes/no, and decimals as
/// unscaled numbers), doubles, and codes into a list of distinct texts. Decimals that need more than 64 bits make their column wide.
/// </summary>
public abstract class DataColumn(Field field, BitSet nulls) : ISized
{
    public Field Field { get; } = field;
    public DataType Type => Field.Type;
    public BitSet Nulls { get; } = nulls;

    /// <summary>How many values did not fit the declared type and are empty therefore, before any condition left rows out.</summary>
    public int Misfits { get; init; }

    /// <summary>The value in a row (0 is the first in the dataset's order).</summary>
    public Value this[int row] => Nulls[row] ? Value.Null : ValueAt(row);

    protected abstract Value ValueAt(int row);

    /// <summary>The key by which rows are sorted and grouped on this column: equal values have equal ranks, empties come last either
    /// way.</summary>
    /// <param name="rows">How many rows there are.</param>
    public abstract RowKey Key(int rows, Collation collation, bool descending);

    /// <summary>The memory that the values take, in bytes.</summary>
    public abstract long Bytes { get; }
}

/// <summary>Payloads of 64 bits; decimals are unscaled by the field's scale (12.50 with scale 2 is 1250).</summary>
/// <param name="values">One for each row; the array may be longer.</param>
public sealed class LongColumn(Field field, long[] values, BitSet nulls) : DataColumn(field, nulls)
{
    private static readonly decimal[] Units = [.. Enumerable.Range(0, 13).Select(scale => new decimal(1, 0, 0, false, (byte)scale))];

    public long[] Values { get; } = values;
    public override long Bytes => Values.Length * 8L + Nulls.Bytes;

    protected override Value ValueAt(int row) =>
        Type == DataType.Decimal ? Value.Of(Scaled(Values[row])) : Value.FromBits(Type, Values[row]);

    /// <summary>The decimal that an unscaled number of this column stands for.</summary>
    public decimal Scaled(long unscaled)
        => new((int)(ulong)Int128.Abs(unscaled), (int)((ulong)Int128.Abs(unscaled) >> 32), 0, unscaled < 0, (byte)Scale);

    /// <summary>One unit of the last place of the field's scale.</summary>
    public decimal Unit => Units[Scale];

    private int Scale => Field.Scale ?? 0;

    public override RowKey Key(int rows, Collation collation, bool descending)
        => (RowKey?)RangeKey.TryBuild(Values, rows, Nulls, descending) ?? DenseKey.Of<long>(Values.AsSpan(0, rows), Nulls, descending);
}

/// <summary>Decimals of which some need more than 64 bits, up to 28 digits.</summary>
public sealed class WideColumn(Field field, decimal[] values, BitSet nulls) : DataColumn(field, nulls)
{
    public decimal[] Values { get; } = values;
    public override long Bytes => Values.Length * 16L + Nulls.Bytes;

    protected override Value ValueAt(int row) => Value.Of(Values[row]);

    public override RowKey Key(int rows, Collation collation, bool descending) =>
        DenseKey.Of<decimal>(Values.AsSpan(0, rows), Nulls, descending);
}

/// <summary>Doubles.</summary>
public sealed class DoubleColumn(Field field, double[] values, BitSet nulls) : DataColumn(field, nulls)
{
    public double[] Values { get; } = values;
    public override long Bytes => Values.Length * 8L + Nulls.Bytes;

    protected override Value ValueAt(int row) => Value.Of(Values[row]);

    public override RowKey Key(int rows, Collation collation, bool descending) =>
        DenseKey.Of<double>(Values.AsSpan(0, rows), Nulls, descending);
}

/// <summary>Texts, each kept once; a row holds its code.</summary>
public sealed class TextColumn(Field field, int[] codes, IReadOnlyList<string> texts, BitSet nulls) : DataColumn(field, nulls)
{
    private readonly long _textBytes = texts.Sum(t => 2L * t.Length + 32);

    public int[] Codes { get; } = codes;

    /// <summary>By row, texts as they are stored, where that is not in normal form C, in which all are compared; null where all
    /// are.</summary>
    public IReadOnlyDictionary<int, string>? Stored { get; init; }

    /// <summary>A text as it is stored.</summary>
    public string? StoredAt(int row) => Nulls[row] ? null : Stored?.GetValueOrDefault(row) ?? Texts[Codes[row]];
    public IReadOnlyList<string> Texts { get; } = texts;
    public override long Bytes => Codes.Length * 4L + _textBytes + Nulls.Bytes + (Stored?.Count ?? 0) * 80L;

    protected override Value ValueAt(int row) => Value.Of(Texts[Codes[row]]);

    public override RowKey Key(int rows, Collation collation, bool descending) => new CodeKey(this, collation, descending);
}

/// <summary>A field that no expression uses, and that was therefore not read.</summary>
public sealed class UnreadColumn(Field field) : DataColumn(field, new BitSet())
{
    public override long Bytes => 0;

    protected override Value ValueAt(int row) => Value.Null;

    public override RowKey Key(int rows, Collation collation, bool descending) => new ConstantKey();
}
