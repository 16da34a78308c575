using LucidLattice.Model.Values;

namespace LucidLattice.Data;

/// <summary>The key of a coded field: listed values in the order of their list, then all others in their own order.</summary>
public sealed class CodedKey : RowKey
{
    private readonly RowKey _plain;
    private readonly int[] _ranks;

    private CodedKey(RowKey plain, int[] ranks) : base(plain.Count) => (_plain, _ranks) = (plain, ranks);

    public override long Bytes => _plain.Bytes + _ranks.Length * 4L;

    /// <param name="rows">How many rows there are.</param>
    public static CodedKey Build(DataColumn column, int rows, CodeBook codes, Collation collation, bool descending)
    {
        var plain = column.Key(rows, collation, descending: false);
        var empty = plain.Count - 1;
        // One row for each plain rank tells what the rank stands for.
        var example = new int[plain.Count];
        Array.Fill(example, -1);
        const int Chunk = 4096;
        var (which, ranks) = (new int[Math.Min(Chunk, rows)], new int[Math.Min(Chunk, rows)]);
        for (var at = 0; at < rows; at += Chunk)
        {
            var count = Math.Min(Chunk, rows - at);
            for (var i = 0; i < count; i++) which[i] = at + i;
            plain.Ranks(which.AsSpan(0, count), ranks.AsSpan(0, count));
            for (var i = 0; i < count; i++)
                if (example[ranks[i]] < 0) example[ranks[i]] = at + i;
        }
        var order = Enumerable.Range(0, empty).OrderBy(r => example[r] < 0 ? int.MaxValue : codes.Place(column[example[r]])).ThenBy(r => r)
            .ToArray();
        var mapped = new int[plain.Count];
        for (var i = 0; i < order.Length; i++) mapped[order[i]] = descending ? order.Length - 1 - i : i;
        mapped[empty] = empty;
        return new CodedKey(plain, mapped);
    }

    public override void Ranks(ReadOnlySpan<int> rows, Span<int> ranks)
    {
        _plain.Ranks(rows, ranks);
        for (var i = 0; i < rows.Length; i++) ranks[i] = _ranks[ranks[i]];
    }
}
