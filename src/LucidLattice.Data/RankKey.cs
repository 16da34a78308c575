namespace LucidLattice.Data;

/// <summary>A key of ranks that were worked out, by row.</summary>
/// <param name="ranks">As long as the rows that are asked for need it.</param>
public sealed class RankKey(int[] ranks, int count) : RowKey(count)
{
    public override long Bytes => ranks.Length * 4L;

    public int this[int row] => ranks[row];

    public override void Ranks(ReadOnlySpan<int> rows, Span<int> into)
    {
        for (var i = 0; i < rows.Length; i++) into[i] = ranks[rows[i]];
    }
}
